//! Reading JSON requests: what is wrong names its field.

use std::collections::BTreeMap;

use cindo_core::error::FieldError;
use serde::de::DeserializeOwned;
use serde_json::Value;
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
        && let Ok(raw) = serde_json::from_slice(bytes)
        && let Some(at) = Shapes::of::<T>().list_for_object(&T::schema(), &raw)
    {
        let field = if at.is_empty() { "body".to_owned() } else { short(&at[1..], 120) };
        let message = "a list; it must be an object".to_owned();
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

    /// Where a list stands for an object: its path, with a dot before each part.
    fn list_for_object(&self, shape: &RefOr<Schema>, value: &Value) -> Option<String> {
        let shape = match shape {
            RefOr::Ref(part) => {
                let name = part.ref_location.rsplit('/').next()?;
                return self.list_for_object(self.0.get(name)?, value);
            }
            RefOr::T(shape) => shape,
        };
        let under = |name: &str, shape: &RefOr<Schema>, value: &Value| {
            self.list_for_object(shape, value).map(|at| format!(".{name}{at}"))
        };
        match (shape, value) {
            (Schema::Object(object), Value::Array(_)) => {
                matches!(object.schema_type, SchemaType::Type(Type::Object)).then(String::new)
            }
            (Schema::Object(object), Value::Object(fields)) => {
                fields.iter().find_map(|(name, value)| {
                    object.properties.get(name).and_then(|shape| under(name, shape, value))
                })
            }
            (Schema::Array(list), Value::Array(items)) => {
                let ArrayItems::RefOrSchema(shape) = &list.items else { return None };
                items.iter().enumerate().find_map(|(i, item)| under(&i.to_string(), shape, item))
            }
            // Of a part that may be left out, or of several kinds.
            (Schema::OneOf(kinds), value) => {
                kinds.items.iter().find_map(|shape| self.list_for_object(shape, value))
            }
            _ => None,
        }
    }
}

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
