//! Reading JSON requests: what is wrong names its field.

use std::borrow::Cow;
use std::cell::RefCell;
use std::collections::BTreeMap;

use cindo_core::error::FieldError;
use serde::de::{
    DeserializeOwned, DeserializeSeed, Error as _, IgnoredAny, MapAccess, SeqAccess, Visitor,
};
use serde::{Deserialize, Deserializer};
use utoipa::ToSchema;
use utoipa::openapi::schema::{ArrayItems, SchemaType, Type};
use utoipa::openapi::{RefOr, Schema};

/// Why a request could not be read.
#[derive(Debug)]
pub(crate) enum Misread {
    /// It is no JSON at all.
    NotJson(String),
    /// A field is wrong.
    Field(FieldError),
}

impl From<Misread> for FieldError {
    fn from(misread: Misread) -> Self {
        match misread {
            Misread::NotJson(message) => Self { field: "body".to_owned(), message },
            Misread::Field(error) => error,
        }
    }
}

/// Parses a request body.
pub(crate) fn parse<T: DeserializeOwned + ToSchema>(bytes: &[u8]) -> Result<T, Misread> {
    // What is no JSON is refused below.
    if bytes.contains(&b'[')
        && let Some(FieldError { field, message }) = Shapes::of::<T>().misfit(&T::schema(), bytes)
    {
        let field = if field.is_empty() { "body".to_owned() } else { short(&field[1..], 120) };
        return Err(Misread::Field(FieldError { field, message }));
    }
    let mut reader = serde_json::Deserializer::from_slice(bytes);
    let value: T = serde_path_to_error::deserialize(&mut reader).map_err(|error| {
        let path = error.path().to_string();
        let error = error.into_inner();
        let message = plain(&error);
        // Text that is not JSON is wrong as a whole, wherever its reading stopped.
        if error.is_syntax() || error.is_eof() {
            return Misread::NotJson(message);
        }
        Misread::Field(FieldError { field: short(&field(&path, &message), 120), message })
    })?;
    reader.end().map_err(|e| Misread::NotJson(plain(&e)))?;
    Ok(value)
}

/// What a request is made of. The reader takes a list for an object whose fields it names in their
/// order; nobody means that.
struct Shapes(BTreeMap<String, RefOr<Schema>>);

impl Shapes {
    fn of<T: ToSchema>() -> Self {
        let mut parts = Vec::new();
        T::schemas(&mut parts);
        Self(parts.into_iter().collect())
    }

    /// Where a list stands for an object, or is longer than its place allows: its path, with a dot before each part.
    /// The text is gone through once and nothing of it is kept.
    fn misfit(&self, shape: &RefOr<Schema>, text: &[u8]) -> Option<FieldError> {
        let found = RefCell::new(None);
        let place = Place { shapes: self, kinds: self.kinds(shape), found: &found };
        let mut reader = serde_json::Deserializer::from_slice(text);
        // Stops where it found one; what is no JSON is refused by whoever reads it.
        let _ = place.deserialize(&mut reader);
        found.into_inner()
    }

    /// The shapes that something may have: references followed, alternatives side by side.
    fn kinds<'s>(&'s self, shape: &'s RefOr<Schema>) -> Vec<&'s Schema> {
        match shape {
            RefOr::Ref(part) => {
                let name = part.ref_location.rsplit('/').next();
                let shape = name.and_then(|name| self.0.get(name));
                shape.map_or_else(Vec::new, |shape| self.kinds(shape))
            }
            // Of a part that may be left out, or of several kinds.
            RefOr::T(Schema::OneOf(kinds)) => {
                kinds.items.iter().flat_map(|shape| self.kinds(shape)).collect()
            }
            RefOr::T(shape) => vec![shape],
        }
    }
}

/// A place in the text, the shapes that may stand there, and where a list was found in an object's place.
struct Place<'s> {
    shapes: &'s Shapes,
    kinds: Vec<&'s Schema>,
    found: &'s RefCell<Option<FieldError>>,
}

impl<'s> Place<'s> {
    fn below(&self, shapes: impl Iterator<Item = &'s RefOr<Schema>>) -> Self {
        let kinds = shapes.flat_map(|shape| self.shapes.kinds(shape)).collect();
        Self { shapes: self.shapes, kinds, found: self.found }
    }

    /// What was found below has a longer path from here.
    fn complain(&self, message: String) {
        *self.found.borrow_mut() = Some(FieldError { field: String::new(), message });
    }

    fn name(&self, name: &dyn std::fmt::Display) {
        if let Some(found) = &mut *self.found.borrow_mut() {
            found.field.insert_str(0, &format!(".{name}"));
        }
    }
}

impl<'de> DeserializeSeed<'de> for Place<'_> {
    type Value = ();

    fn deserialize<D: Deserializer<'de>>(self, reader: D) -> Result<(), D::Error> {
        if self.kinds.is_empty() {
            return IgnoredAny::deserialize(reader).map(drop);
        }
        reader.deserialize_any(self)
    }
}

impl<'de> Visitor<'de> for Place<'_> {
    type Value = ();

    fn expecting(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        f.write_str("JSON")
    }

    fn visit_unit<E>(self) -> Result<(), E> {
        Ok(())
    }

    fn visit_bool<E>(self, _: bool) -> Result<(), E> {
        Ok(())
    }

    fn visit_i64<E>(self, _: i64) -> Result<(), E> {
        Ok(())
    }

    fn visit_u64<E>(self, _: u64) -> Result<(), E> {
        Ok(())
    }

    fn visit_f64<E>(self, _: f64) -> Result<(), E> {
        Ok(())
    }

    fn visit_str<E>(self, _: &str) -> Result<(), E> {
        Ok(())
    }

    fn visit_seq<A: SeqAccess<'de>>(self, mut items: A) -> Result<(), A::Error> {
        let is_object = |kind: &&Schema| {
            matches!(kind, Schema::Object(object)
                if matches!(object.schema_type, SchemaType::Type(Type::Object)))
        };
        if self.kinds.iter().any(is_object) {
            self.complain("a list; it must be an object".to_owned());
            return Err(A::Error::custom("a list for an object"));
        }
        let kinds = self.kinds.iter().filter_map(|kind| match kind {
            Schema::Array(list) => match &list.items {
                ArrayItems::RefOrSchema(shape) => Some(&**shape),
                ArrayItems::False => None,
            },
            _ => None,
        });
        let kinds: Vec<&RefOr<Schema>> = kinds.collect();
        let named = self.kinds.iter().filter_map(|kind| match kind {
            Schema::Array(list) => list.max_items,
            _ => None,
        });
        let most = named.max().unwrap_or(MOST_ITEMS);
        for place in 0_usize.. {
            if place > most {
                self.complain(format!("has more than {most} of them; allowed are up to {most}"));
                return Err(A::Error::custom("too many"));
            }
            let item = items.next_element_seed(self.below(kinds.iter().copied()));
            match item {
                Ok(Some(())) => {}
                Ok(None) => break,
                Err(error) => {
                    self.name(&place);
                    return Err(error);
                }
            }
        }
        Ok(())
    }

    fn visit_map<A: MapAccess<'de>>(self, mut fields: A) -> Result<(), A::Error> {
        while let Some(name) = fields.next_key::<Cow<'de, str>>()? {
            let kinds = self.kinds.iter().filter_map(|kind| match kind {
                Schema::Object(object) => object.properties.get(&*name),
                _ => None,
            });
            let kinds: Vec<&RefOr<Schema>> = kinds.collect();
            if let Err(error) = fields.next_value_seed(self.below(kinds.into_iter())) {
                self.name(&name);
                return Err(error);
            }
        }
        Ok(())
    }
}

/// Items of a list of which nothing else is said.
const MOST_ITEMS: usize = 20_000;

/// Longest that the reader's message is repeated, characters: it lists what is allowed.
const LONGEST_MESSAGE: usize = 900;

/// The whole body where no field is to blame; a missing or unknown field is named by the message.
fn field(path: &str, message: &str) -> String {
    let base = path.trim_end_matches('.').trim_end_matches('?').trim_end_matches('.');
    let named = ["missing field `", "unknown field `"]
        .iter()
        .find_map(|start| message.strip_prefix(start))
        .and_then(|rest| rest.split('`').next());
    match (base, named) {
        ("", None) => "body".to_owned(),
        ("", Some(name)) => name.to_owned(),
        (base, Some(name)) if base.rsplit('.').next() == Some(name) => base.to_owned(),
        (base, Some(name)) => format!("{base}.{name}"),
        (base, None) => base.to_owned(),
    }
}

/// The reader's message without its position, which helps nobody at a form.
fn plain(error: &serde_json::Error) -> String {
    let text = error.to_string();
    if error.is_syntax() || error.is_eof() {
        return format!("not readable as JSON: {text}");
    }
    short(text.rsplit_once(" at line ").map_or(&text, |(message, _)| message), LONGEST_MESSAGE)
}

/// The reader repeats what it was given: cut, and without what a terminal would obey.
fn short(text: &str, most: usize) -> String {
    text.chars().take(most).map(|c| if c.is_control() { '\u{fffd}' } else { c }).collect()
}

#[cfg(test)]
mod tests {
    use cindo_core::error::FieldError;
    use cindo_core::setup::PlanRequest;

    use super::parse;

    fn complaint(json: &str) -> (String, String) {
        let error = FieldError::from(parse::<PlanRequest>(json.as_bytes()).unwrap_err());
        (error.field, error.message)
    }

    const PIECE: &str = r#""piece":{"species":"cod","cut":"loin","thickness_mm":30,"start_c":5"#;

    #[test]
    fn every_kind_of_misfit_names_its_field() {
        for (json, field) in [
            (
                format!(r#"{{{PIECE},"colour":1}},"method":"sear","doneness":"medium"}}"#),
                "piece.colour",
            ),
            (format!(r#"{{{PIECE}}},"method":"sear","doneness":"medium","x":1}}"#), "x"),
            (format!(r#"{{{PIECE}}},"method":"sear"}}"#), "doneness"),
            (format!(r#"{{{PIECE}}},"method":7,"doneness":"medium"}}"#), "method"),
            (format!(r#"{{{PIECE}}},"method":"sear","doneness":[1]}}"#), "doneness"),
            (
                format!(r#"{{{PIECE}}},"method":"sear","doneness":"medium","school":"sideways"}}"#),
                "school",
            ),
            (
                r#"{"piece":{"species":"cod"},"method":"sear","doneness":50}"#.to_owned(),
                "piece.cut",
            ),
            ("{".to_owned(), "body"),
            ("[1]".to_owned(), "body"),
            (r#"[{"species":"cod","cut":"loin","thickness_mm":30,"start_c":5,"skin":false},"sear",50]"#.to_owned(), "body"),
            (
                r#"{"piece":["cod","loin",30,false,5],"method":"sear","doneness":50}"#.to_owned(),
                "piece",
            ),
            (
                r#"{"piece":["cod","loin",30,null,null,null,false,5],"method":"sear","doneness":50}"#
                    .to_owned(),
                "piece",
            ),
            (String::new(), "body"),
        ] {
            let (got, message) = complaint(&json);
            assert_eq!(got, field, "{json}: {message}");
            assert!(!message.contains(" at line ") || field == "body", "{message}");
        }
    }
}
