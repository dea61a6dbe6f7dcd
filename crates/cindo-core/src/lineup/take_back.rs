//! Taking back the last change that a hand made in a service.

use super::answer::LineUp;
use super::change::{Change, apply, begins, settled, told, was};
use super::request::{Before, Last, LineUpRequest};
use crate::error::FieldError;

/// What taking some changes back goes back to: the line-up before them, with what had begun by then.
///
/// What a cook at the stove comes to is no hand's change: what was done before it can still be taken back, and is
/// taken back without it.
pub(super) fn kept(
    request: &LineUpRequest,
    line_up: &LineUp,
    changes: &[Change],
    now_s: f64,
) -> Option<Before> {
    if changes.iter().all(|change| matches!(change, Change::AtStove { .. })) {
        let mut kept = request.last.as_ref()?.before.clone()?;
        for change in changes {
            // Nothing that came in later was there.
            apply(&mut kept.request, line_up, Some(now_s), change).ok()?;
        }
        return Some(kept);
    }
    let before = settled(request, line_up, Some(now_s), |_, _| false);
    let before = Box::new(LineUpRequest { last: None, ..before });
    Some(Before { at_s: now_s, what: what(line_up, changes), request: before })
}

/// Some changes in a few words.
fn what(line_up: &LineUp, changes: &[Change]) -> String {
    let words = |change: &Change| match change {
        Change::Fix { dish, key, .. } | Change::Free { dish, key } => {
            let is_it = |id: &Option<String>, part: &Option<String>| {
                id.as_ref() == Some(dish) && part.as_ref() == Some(key)
            };
            let step = line_up.steps.iter().find(|step| is_it(&step.dish, &step.key));
            step.map(|step| step.title.clone())
        }
        _ => told(line_up, change).map(|(_, words)| words),
    };
    changes.iter().find_map(words).unwrap_or_else(|| "what was changed last".to_owned())
}

/// The line-up without the last change. What has begun since then has begun.
pub(super) fn take_back(
    request: &LineUpRequest,
    line_up: &LineUp,
    now_s: Option<f64>,
) -> Result<LineUpRequest, Vec<FieldError>> {
    let last = request.last.as_ref().and_then(|last| last.before.as_ref());
    let Some((before, now_s)) = last.zip(now_s) else {
        let message = "nothing can be taken back: only the last change in a service that is under way, and once";
        return Err(vec![FieldError { field: "kind".to_owned(), message: message.to_owned() }]);
    };
    let mut next = LineUpRequest { now_s: Some(now_s), ..(*before.request).clone() };
    for dish in &mut next.dishes {
        let Some(view) = line_up.dishes.iter().find(|view| view.id == dish.id) else { continue };
        let since = |start_s: f64| before.at_s < start_s && start_s <= now_s;
        for start in view.starts.iter().filter(|start| since(start.start_s)) {
            begins(dish, view, start);
        }
    }
    let why = format!("Taken back: {}", before.what);
    next.last = Some(Last { at_s: now_s, why, dish: None, was: was(line_up), before: None });
    Ok(next)
}
