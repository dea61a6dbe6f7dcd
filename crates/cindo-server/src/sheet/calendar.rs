use cindo_core::error::FieldError;
use cindo_core::prep::PrepAnswer;
use icalendar::{Alarm, Calendar, CalendarDateTime, Component, Event, EventLike, Trigger};
use jiff::civil::DateTime;
use jiff::{SignedDuration, ToSpan};

use super::{cooking_s, words};
use crate::error::ApiError;

/// The steps as a calendar (RFC 5545): each at its latest start with an alarm, and the cooking.
/// Times float: a kitchen's clock, whatever zone the device thinks it is in.
pub(crate) fn calendar(answer: &PrepAnswer, heat_at: DateTime) -> Result<String, ApiError> {
    let mut calendar = Calendar::new();
    calendar.name(&answer.title);
    for step in &answer.steps {
        calendar.push(event(
            &format!("{}-{heat_at}@cindo", step.id),
            &step.title,
            &words(step),
            (heat_at, -step.starts_before_s, step.hands_on_s + step.wait_s),
        )?);
    }
    let cooking: Vec<String> =
        answer.cooking.iter().map(|s| format!("{}: {}", s.title, s.detail)).collect();
    calendar.push(event(
        &format!("heat-{heat_at}@cindo"),
        &answer.title,
        &cooking.join("\n"),
        (heat_at, 0.0, cooking_s(answer)),
    )?);
    Ok(calendar.done().to_string())
}

pub(super) fn event(
    uid: &str,
    title: &str,
    text: &str,
    (heat_at, from_s, length_s): (DateTime, f64, f64),
) -> Result<Event, ApiError> {
    let starts = floating(heat_at, from_s)?;
    let ends = floating(heat_at, from_s + length_s.max(60.0))?;
    let mut event = Event::new();
    event
        .uid(uid)
        .summary(title)
        .description(text)
        .starts(starts)
        .ends(ends)
        .alarm(Alarm::display(title, Trigger::before_start(chrono::Duration::zero())));
    Ok(event.done())
}

/// A moment so many seconds from the heat, to the minute.
fn floating(heat_at: DateTime, from_s: f64) -> Result<CalendarDateTime, ApiError> {
    #[expect(clippy::cast_possible_truncation, reason = "days at most")]
    let minutes = (from_s / 60.0).floor() as i64;
    let at = heat_at.checked_add(minutes.minutes()).map_err(|error| {
        tracing::debug!(%error, "a step leaves the calendar");
        let message = "the steps would leave the calendar".to_owned();
        FieldError { field: "heat_at".to_owned(), message }
    })?;
    let (month, day) = (at.month().unsigned_abs(), at.day().unsigned_abs());
    let day = chrono::NaiveDate::from_ymd_opt(at.year().into(), month.into(), day.into());
    let seconds = at.time().duration_since(jiff::civil::Time::midnight());
    day.and_then(|day| day.and_hms_opt(0, 0, 0))
        .map(|day| day + chrono::Duration::seconds(SignedDuration::as_secs(&seconds)))
        .map(CalendarDateTime::Floating)
        .ok_or_else(|| ApiError::internal("a date out of the calendar's range"))
}

#[cfg(test)]
mod tests {
    use cindo_core::catalogue::Catalogue;
    use cindo_core::piece::Piece;
    use cindo_core::prep::{PrepChoices, PrepRequest, prepare};
    use cindo_core::setup::{Doneness, PlanRequest};
    use icalendar::CalendarComponent;

    use super::*;

    /// Read back by the library: every step is there, starts on its minute, and no text is lost.
    #[test]
    fn calendar_is_read_back_by_the_library() {
        let catalogue = Catalogue::embedded().unwrap();
        let plan = PlanRequest {
            piece: Piece {
                species: "haddock".into(),
                cut: "fillet".into(),
                thickness_mm: 22.0,
                start_c: 5.0,
                count: Some(4),
                ..Piece::default()
            },
            method: "deep_fry".into(),
            doneness: Doneness::Band("by_the_book".into()),
            ..PlanRequest::default()
        };
        let request =
            PrepRequest { plan, choices: PrepChoices { chips: Some(4), ..PrepChoices::default() } };
        let answer = prepare(&catalogue, &request).unwrap();
        let heat_at: DateTime = "2026-12-31T19:30:00".parse().unwrap();
        let text = calendar(&answer, heat_at).unwrap();
        assert!(text.lines().all(|l| l.len() <= 75), "lines are folded");
        let read: Calendar = text.parse().unwrap();
        let events: Vec<&Event> = read
            .components
            .iter()
            .filter_map(|c| if let CalendarComponent::Event(e) = c { Some(e) } else { None })
            .collect();
        assert_eq!(events.len(), answer.steps.len() + 1);
        for (event, step) in events.iter().zip(&answer.steps) {
            assert_eq!(event.get_summary(), Some(step.title.as_str()));
            assert_eq!(event.get_description().map(plain), Some(words(step)));
            let Some(icalendar::DatePerhapsTime::DateTime(CalendarDateTime::Floating(at))) =
                event.get_start()
            else {
                panic!("{:?} does not float", event.get_start())
            };
            let heat = chrono::NaiveDate::from_ymd_opt(2026, 12, 31)
                .and_then(|d| d.and_hms_opt(19, 30, 0))
                .unwrap();
            #[expect(clippy::cast_precision_loss, reason = "hours")]
            let early_s = (heat - at).num_seconds() as f64;
            let late = early_s - step.starts_before_s;
            assert!((0.0..60.0).contains(&late), "{}: {late} s early", step.id);
        }
    }

    /// The library keeps RFC 5545 escapes in what it read.
    fn plain(text: &str) -> String {
        text.replace("\\,", ",").replace("\\;", ";").replace("\\n", "\n")
    }
}
