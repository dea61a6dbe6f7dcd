//! Rows as they stand in the file, whatever is in them: what a version cannot read can still be saved and looked at.

use diesel::prelude::*;
use diesel::sql_types::{Binary, Integer, Text};

use crate::stored;
use crate::{Store, StoreError};

/// Kinds of rows that are kept one by one.
#[derive(Debug, Clone, Copy, PartialEq, Eq, serde::Deserialize, utoipa::ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum RowKind {
    /// A card.
    Card,
    /// A cook with its events.
    Cook,
    /// An entry of the log.
    Entry,
    /// A line-up.
    LineUp,
}

/// One text of a row.
#[derive(Debug, Clone, PartialEq, Eq, serde::Serialize, utoipa::ToSchema)]
pub struct RawField {
    /// Its column, or `event` for each event of a cook.
    pub column: String,
    /// What stands there, as far as it is text.
    pub text: String,
}

#[derive(QueryableByName)]
struct Row {
    #[diesel(sql_type = Text)]
    column: String,
    #[diesel(sql_type = Binary)]
    text: Vec<u8>,
}

/// The columns that hold what a row is, and the table with the key that it is found by.
const fn columns(kind: RowKind) -> (&'static [&'static str], &'static str, &'static str) {
    match kind {
        RowKind::Card => (&["name", "note", "request", "headline", "choices"], "card", "id"),
        RowKind::Cook => (&["name", "request", "promise", "status", "probe"], "cook", "id"),
        RowKind::Entry => (&["body"], "log_body", "entry_id"),
        RowKind::LineUp => (&["name", "body"], "line_up", "id"),
    }
}

impl Store {
    /// A row as it stands in the file.
    ///
    /// # Errors
    /// [`StoreError::NoRow`] when there is none; when the file does not answer.
    pub fn raw_row(&self, kind: RowKind, id: i32) -> Result<Vec<RawField>, StoreError> {
        let (names, table, key) = columns(kind);
        // Names of our own columns; no text of anybody's goes into this.
        let mut parts: Vec<String> = names
            .iter()
            .map(|name| {
                format!(
                    "SELECT '{name}' AS column, CAST(coalesce({name}, '') AS BLOB) AS text FROM {table} WHERE {key} = ?1"
                )
            })
            .collect();
        if kind == RowKind::Cook {
            parts.push(
                "SELECT 'event' AS column, CAST(body AS BLOB) AS text FROM cook_event WHERE cook_id = ?1"
                    .to_owned(),
            );
        }
        let rows: Vec<Row> = diesel::sql_query(parts.join(" UNION ALL "))
            .bind::<Integer, _>(id)
            .load(&mut self.reader()?)?;
        if rows.is_empty() {
            return Err(StoreError::NoRow);
        }
        let field = |row: Row| RawField { column: row.column, text: stored::text(&row.text) };
        Ok(rows.into_iter().map(field).collect())
    }
}
