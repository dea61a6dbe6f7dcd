//! What can be wrong with a request: always a named field and what is allowed.

use serde::Serialize;

use crate::say::{harmless, quoted};

/// Longest name of a field that is repeated, characters.
const LONGEST_FIELD: usize = 120;
/// Most complaints about one request: whoever has more reads these first.
const MOST: usize = 20;

/// One thing wrong with one field of a request.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, thiserror::Error)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[error("{field}: {message}")]
pub struct FieldError {
    /// Dotted path of the field in the request, such as `piece.thickness_mm`.
    pub field: String,
    /// What is wrong and what is allowed, for a cook.
    pub message: String,
}

/// Collects everything wrong with a request, so that all of it is said at once.
#[derive(Debug, Default)]
pub struct Problems(Vec<FieldError>);

impl Problems {
    /// Nothing wrong yet.
    pub fn new() -> Self {
        Self::default()
    }

    /// Notes one problem.
    pub fn add(&mut self, field: &str, message: impl Into<String>) {
        if self.0.len() < MOST {
            let field = harmless(field, LONGEST_FIELD);
            self.0.push(FieldError { field, message: message.into() });
        }
    }

    /// Notes a problem unless `value` is a number from `low` to `high`.
    pub fn range(&mut self, field: &str, value: f64, low: f64, high: f64, unit: &str) {
        if !(low..=high).contains(&value) {
            // The mark of a quantity: see `say::quantity`.
            let gap = if unit.is_empty() { "" } else { "\u{a0}" };
            self.add(
                field,
                format!(
                    "{value}{gap}{unit} is out of range; allowed are {low} to {high}{gap}{unit}"
                ),
            );
        }
    }

    /// Notes a problem when a list has more than `most` entries; whether it is short enough.
    pub fn at_most<T>(&mut self, field: &str, list: &[T], most: usize) -> bool {
        let fits = list.len() <= most;
        if !fits {
            self.add(field, format!("at most {most} entries, and there are {}", list.len()));
        }
        fits
    }

    /// Looks up an id, or notes that it is unknown and what is known.
    pub fn named<'a, T>(
        &mut self,
        field: &str,
        what: &str,
        id: &str,
        items: &'a [T],
        id_of: impl Fn(&T) -> &str,
    ) -> Option<&'a T> {
        let found = items.iter().find(|item| id_of(item) == id);
        if found.is_none() {
            let known: Vec<&str> = items.iter().map(id_of).collect();
            self.add(
                field,
                format!("{} is not {what}; allowed are {}", quoted(id), known.join(", ")),
            );
        }
        found
    }

    /// Takes over the problems of a part that stands under a field of its own.
    pub fn within<T>(&mut self, field: &str, part: Result<T, Vec<FieldError>>) -> Option<T> {
        self.absorb(part.map_err(|errors| within(field, errors)))
    }

    /// Takes over the problems of a part.
    pub fn absorb<T>(&mut self, part: Result<T, Vec<FieldError>>) -> Option<T> {
        match part {
            Ok(value) => Some(value),
            Err(errors) => {
                let room = MOST - self.0.len();
                self.0.extend(errors.into_iter().take(room));
                None
            }
        }
    }

    /// All clear, or the list.
    ///
    /// # Errors
    /// Every problem noted so far.
    pub fn finish(self) -> Result<(), Vec<FieldError>> {
        if self.0.is_empty() { Ok(()) } else { Err(self.0) }
    }
}

/// The problems of a part, named as fields of the whole that it stands in.
pub fn within(field: &str, errors: Vec<FieldError>) -> Vec<FieldError> {
    let named = |e: FieldError| FieldError { field: format!("{field}.{}", e.field), ..e };
    errors.into_iter().map(named).collect()
}
