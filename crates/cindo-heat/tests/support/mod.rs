//! Shared by the tests of heat and of the core: reading the reference tables.
#![allow(dead_code, reason = "each test binary uses its own part")]
#![allow(clippy::expect_used, reason = "a helper that cannot work should stop its test")]

use std::path::PathBuf;

/// Rows of a reference table as (header, value) look-ups.
pub(crate) struct Table {
    header: csv::StringRecord,
    rows: Vec<csv::StringRecord>,
}

impl Table {
    /// Reads `tests/data/<name>`.
    pub(crate) fn read(name: &str) -> Self {
        let path = PathBuf::from(env!("CARGO_MANIFEST_DIR")).join("tests/data").join(name);
        let mut reader = csv::Reader::from_path(&path).expect("reference table");
        let header = reader.headers().expect("header").clone();
        let rows: Vec<_> = reader.records().map(|r| r.expect("row")).collect();
        assert!(!rows.is_empty(), "{name} is empty");
        Self { header, rows }
    }

    pub(crate) fn rows(&self) -> impl Iterator<Item = Row<'_>> {
        self.rows.iter().map(|record| Row { header: &self.header, record })
    }
}

/// One row of a reference table.
pub(crate) struct Row<'a> {
    header: &'a csv::StringRecord,
    record: &'a csv::StringRecord,
}

impl Row<'_> {
    pub(crate) fn text(&self, column: &str) -> &str {
        let i = self.header.iter().position(|h| h == column);
        &self.record[i.unwrap_or_else(|| panic!("no column {column}"))]
    }

    pub(crate) fn number(&self, column: &str) -> f64 {
        self.maybe(column).unwrap_or_else(|| panic!("{column}: {:?}", self.text(column)))
    }

    pub(crate) fn maybe(&self, column: &str) -> Option<f64> {
        self.text(column).trim().parse().ok()
    }
}
