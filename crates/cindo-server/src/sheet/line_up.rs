use cindo_core::lineup::{LineUp, LineUpStep};
use jiff::Timestamp;
use jiff::civil::DateTime;
use jiff::tz::TimeZone;

use super::calendar::event;
use crate::error::ApiError;
use crate::log_file::safe;

/// A moment on the kitchen's own clock: `zero_ms` is already shifted to it.
fn civil(zero_ms: i64, seconds: f64) -> Result<DateTime, ApiError> {
    #[expect(clippy::cast_possible_truncation, reason = "days at most")]
    let at_ms = zero_ms + (seconds * 1000.0).round() as i64;
    let at = Timestamp::from_millisecond(at_ms).map_err(ApiError::internal)?;
    Ok(TimeZone::UTC.to_datetime(at))
}

/// The steps that want a hand as a calendar (RFC 5545); its times float.
pub(crate) fn line_up_calendar(
    name: &str,
    zero_ms: i64,
    line_up: &LineUp,
) -> Result<String, ApiError> {
    let mut calendar = icalendar::Calendar::new();
    calendar.name(name);
    for (place, step) in line_up.steps.iter().filter(|s| is_for_hands(s)).enumerate() {
        let at = civil(zero_ms, step.start_s)?;
        let text = [step.detail.as_str(), step.cue.as_str()].join(" ");
        calendar.push(event(
            &format!("{place}-{at}@cindo"),
            &step.title,
            text.trim(),
            (at, 0.0, step.end_s - step.start_s),
        )?);
    }
    Ok(calendar.done().to_string())
}

fn is_for_hands(step: &LineUpStep) -> bool {
    step.hands_s > 0.0 || step.dish.is_none()
}

/// The steps as a table, one row each.
pub(crate) fn line_up_table(zero_ms: i64, line_up: &LineUp) -> Result<String, ApiError> {
    let mut table = csv::Writer::from_writer(Vec::new());
    let heads = ["start", "end", "dish", "station", "hands_s", "what", "how", "cue", "why"];
    table.write_record(heads).map_err(ApiError::internal)?;
    for step in &line_up.steps {
        let dish = step.dish.as_ref().and_then(|id| line_up.dishes.iter().find(|d| d.id == *id));
        let dish = dish.map_or("", |dish| dish.name.as_str());
        let row = [
            civil(zero_ms, step.start_s)?.to_string(),
            civil(zero_ms, step.end_s)?.to_string(),
            safe(dish),
            safe(&step.station),
            format!("{:.0}", step.hands_s),
            safe(&step.title),
            safe(&step.detail),
            safe(&step.cue),
            safe(&step.why),
        ];
        table.write_record(row).map_err(ApiError::internal)?;
    }
    let bytes = table.into_inner().map_err(|error| ApiError::internal(error.to_string()))?;
    String::from_utf8(bytes).map_err(ApiError::internal)
}
