//! JSON in the file carries a version; what older versions wrote is brought up to date on reading.

use diesel::dsl::sql;
use diesel::expression::SqlLiteral;
use diesel::sql_types::Binary;
use serde::Serialize;
use serde::de::DeserializeOwned;
use serde_json::Value;

/// Version that this program writes.
pub(crate) const VERSION: i32 = 2;

/// What turns a request of one version into one of the next, the first from version 1 to 2.
const UPGRADES: [fn(&mut Value); 1] = [forget_haste];

/// Version 1 could keep that a plan was solved in haste while something was dragged. What is kept is
/// solved whole.
fn forget_haste(request: &mut Value) {
    if let Some(fields) = request.as_object_mut() {
        fields.remove("brief");
    }
}

/// JSON as the file keeps it.
pub(crate) fn json(value: &impl Serialize) -> Result<String, diesel::result::Error> {
    serde_json::to_string(value).map_err(|e| diesel::result::Error::SerializationError(Box::new(e)))
}

/// A column of text as its bytes. `SQLite` keeps what is no UTF-8 too, and reading that as text fails for the whole list.
pub(crate) fn bytes(column: &'static str) -> SqlLiteral<Binary> {
    sql(&format!("CAST({column} AS BLOB)"))
}

/// Text as far as it is text.
pub(crate) fn text(bytes: &[u8]) -> String {
    String::from_utf8_lossy(bytes).into_owned()
}

/// Reads a request that a version of this program wrote.
///
/// # Errors
/// What is wrong: a version that this program does not know, or JSON that does not read.
pub(crate) fn request<T: DeserializeOwned>(version: i32, text: &str) -> Result<T, String> {
    let mut value: Value = serde_json::from_str(text).map_err(|e| e.to_string())?;
    let from =
        usize::try_from(version.saturating_sub(1)).ok().filter(|from| *from <= UPGRADES.len());
    let from = from.ok_or_else(|| {
        format!("it is of version {version}, and this program knows 1 to {VERSION}")
    })?;
    for upgrade in &UPGRADES[from..] {
        upgrade(&mut value);
    }
    serde_json::from_value(value).map_err(|e| e.to_string())
}

#[cfg(test)]
mod tests {
    use super::*;
    use cindo_core::setup::PlanRequest;

    const OLD: &str = r#"{"piece":{"species":"cod","cut":"loin","thickness_mm":30.0,"start_c":5.0},"method":"poach","doneness":"medium","brief":true}"#;

    #[test]
    fn older_versions_are_brought_up_to_date() {
        let old: PlanRequest = request(1, OLD).unwrap();
        assert_eq!((old.brief, old.method.as_str()), (None, "poach"));
        let new: PlanRequest = request(VERSION, OLD).unwrap();
        assert_eq!(new.brief, Some(true), "what is of this version is read as it is");
        assert_eq!(usize::try_from(VERSION).unwrap(), UPGRADES.len() + 1);
    }

    #[test]
    fn unknown_versions_are_named() {
        for version in [i32::MIN, -1, 0, VERSION + 1, i32::MAX] {
            let error = request::<PlanRequest>(version, OLD).unwrap_err();
            assert!(error.contains(&format!("version {version}")), "{error}");
        }
    }
}
