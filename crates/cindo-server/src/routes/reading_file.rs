//! Readings of the core from a table that a thermometer or a spreadsheet wrote.

use actix_web::post;
use actix_web::web::{Data, Json, Path};
use cindo_core::cook::milestones;
use cindo_core::error::{FieldError, Problems};
use cindo_store::{Cook, CookId, KeptReading, Store};
use jiff::Timestamp;
use serde::Deserialize;
use utoipa::ToSchema;
use uuid::Uuid;

use super::cook::{ReadingsTaken, events, keep_readings};
use super::{Body, on_store};
use crate::clock;
use crate::error::{ApiError, Problem};
use crate::live::Live;
use crate::refresh::Refresh;
use crate::solver::Solver;
use crate::table::Table;

/// A table of readings.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub(crate) struct ReadingFile {
    /// Its text, up to 2000 rows: `at` (RFC 3339) or `time` (since the fish went in, as 95 or 1:35), and `core_c` or
    /// `core_f`.
    #[schema(max_length = 200_000)]
    csv: String,
    /// Id of the thermometer of the cook's own kitchen that said it.
    #[serde(default)]
    #[schema(max_length = 60)]
    thermometer: Option<String>,
}

const MOST_ROWS: usize = 2000;
const LONGEST: usize = 200_000;
const COLUMNS: [&str; 4] = ["at", "time", "core_c", "core_f"];

/// Adds the readings of a table; the same file counts once. All of it or none.
#[utoipa::path(
    request_body = ReadingFile,
    responses(
        (status = 200, body = ReadingsTaken),
        (status = 404, body = Problem, content_type = "application/problem+json"),
    )
)]
#[post("/api/cooks/{id}/readings/file")]
pub(crate) async fn add_reading_file(
    solver: Data<Solver>,
    store: Data<Store>,
    live: Data<Live>,
    refresh: Data<Refresh>,
    id: Path<i32>,
    Body(file): Body<ReadingFile>,
) -> Result<Json<ReadingsTaken>, ApiError> {
    let id = CookId(*id);
    let cook = on_store(&store, move |store| store.find_cook(id)).await?;
    let read = rows(&file, &cook, clock::now())?;
    keep_readings((&solver, &store, &live, &refresh), id, read).await
}

/// The readings of a table.
///
/// # Errors
/// Each line that says nothing, by its number.
fn rows(
    file: &ReadingFile,
    cook: &Cook,
    now: Timestamp,
) -> Result<Vec<KeptReading>, Vec<FieldError>> {
    let mut problems = Problems::new();
    if file.csv.len() > LONGEST {
        problems.add("csv", format!("at most {LONGEST} characters"));
    }
    problems.finish()?;
    let mut problems = Problems::new();
    let in_s = milestones(&events(&cook.begun, cook.events.iter()))?.in_s;
    let Table { mut reader, has_decimal_commas, .. } = Table::of(&file.csv);
    let head = reader.headers().cloned().unwrap_or_default();
    let place =
        |wanted: &str| head.iter().position(|name| name.trim().eq_ignore_ascii_case(wanted));
    let [at, time, core_c, core_f] = COLUMNS.map(place);
    if at.or(time).is_none() || core_c.or(core_f).is_none() {
        problems.add("csv", "needs a column `at` or `time`, and a column `core_c` or `core_f`");
    }
    if at.is_none() && time.is_some() && in_s.is_none() {
        problems.add("csv", "`time` counts from when the fish went in, and it is not in yet");
    }
    problems.finish()?;
    let mut problems = Problems::new();
    let mut read = Vec::new();
    for (number, record) in reader.records().enumerate() {
        if number >= MOST_ROWS {
            problems.add("csv", format!("at most {MOST_ROWS} rows, and there are more"));
            break;
        }
        // The head is the first line.
        let line = format!("line {}", number + 2);
        let Ok(record) = record else {
            problems.add(&line, "is no row of this table");
            continue;
        };
        let cell = |place: Option<usize>| {
            place.and_then(|place| record.get(place)).filter(|cell| !cell.is_empty())
        };
        let number = |cell: &str| {
            let plain = if has_decimal_commas { cell.replace(',', ".") } else { cell.to_owned() };
            plain.parse::<f64>().ok().filter(|value| value.is_finite())
        };
        let said_c = match (cell(core_c), cell(core_f)) {
            (Some(text), _) => number(text),
            (None, Some(text)) => number(text).map(|f| (f - 32.0) / 1.8),
            (None, None) => continue,
        };
        let at_ms = match (cell(at), cell(time)) {
            (Some(text), _) => text.parse::<Timestamp>().ok().map(Timestamp::as_millisecond),
            (None, Some(text)) => seconds(text, number).zip(in_s).map(|(since_s, in_s)| {
                #[expect(clippy::cast_possible_truncation, reason = "milliseconds of a day")]
                let after_ms = (1000.0 * (in_s + since_s) / cook.begun.speed).round() as i64;
                cook.begun.created_ms + after_ms
            }),
            (None, None) => None,
        };
        let is_past = |at_ms: &i64| *at_ms <= now.as_millisecond();
        let is_core = |core_c: &f64| (-1000.0..=10_000.0).contains(core_c);
        match (at_ms.filter(is_past), said_c.filter(is_core)) {
            (Some(at_ms), Some(core_c)) => read.push(KeptReading {
                // The same row is the same reading, however often the file is read.
                id: Uuid::from_u64_pair(at_ms.cast_unsigned(), core_c.to_bits()).to_string(),
                at_ms,
                core_c,
                thermometer: file.thermometer.clone(),
            }),
            (None, _) => problems.add(
                &line,
                "has no time in the past: allowed are RFC 3339 under `at`, seconds or m:ss under `time`",
            ),
            (_, None) => problems.add(&line, "has no temperature: allowed is a number"),
        }
    }
    if read.is_empty() {
        problems.add("csv", "has no reading in it");
    }
    problems.finish().map(|()| read)
}

/// Seconds as 95 or as 1:35.
fn seconds(text: &str, number: impl Fn(&str) -> Option<f64>) -> Option<f64> {
    let said = match text.split_once(':') {
        Some((minutes, rest)) => 60.0 * number(minutes)? + number(rest)?,
        None => number(text)?,
    };
    (0.0..=86_400.0).contains(&said).then_some(said)
}
