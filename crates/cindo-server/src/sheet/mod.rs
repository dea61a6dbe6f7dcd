//! Preparations and line-ups in open formats: iCalendar, JSON-LD and CSV.

mod calendar;
mod how_to;
mod line_up;

use cindo_core::error::{FieldError, Problems};
use cindo_core::prep::{PrepAnswer, PrepRequest, PrepStep};
use jiff::civil::DateTime;
use serde::Deserialize;
use utoipa::ToSchema;

pub(crate) use calendar::calendar;
pub(crate) use how_to::how_to;
pub(crate) use line_up::{line_up_calendar, line_up_table};

/// A preparation and the moment it counts back from.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub(crate) struct SheetRequest {
    /// What to prepare.
    pub(crate) prep: PrepRequest,
    /// When the fish meets the heat, on the kitchen's own clock: `2026-11-25T19:30:00`.
    #[schema(value_type = String, example = "2026-11-25T19:30:00")]
    pub(crate) heat_at: DateTime,
}

/// Years that a moment may lie in: beyond, clocks and calendars of devices go wrong.
const YEARS: std::ops::RangeInclusive<i16> = 1970..=2100;

/// Checks that a moment lies in a year that every device knows.
pub(crate) fn check_year(field: &str, at: DateTime, problems: &mut Problems) {
    if !YEARS.contains(&at.year()) {
        problems.add(field, format!("allowed are the years {} to {}", YEARS.start(), YEARS.end()));
    }
}

impl SheetRequest {
    /// # Errors
    /// A moment in a year that is not allowed.
    pub(crate) fn check(&self) -> Result<(), Vec<FieldError>> {
        let mut problems = Problems::new();
        check_year("heat_at", self.heat_at, &mut problems);
        problems.finish()
    }
}

/// A step's words in one text.
fn words(step: &PrepStep) -> String {
    match &step.why {
        Some(why) => format!("{} {why}", step.detail),
        None => step.detail.clone(),
    }
}

/// What is served, and how long it takes in the heat and at rest, s.
fn cooking_s(answer: &PrepAnswer) -> f64 {
    answer.pull_s + answer.rest_s
}
