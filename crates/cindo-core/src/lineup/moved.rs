//! What a change moved, in one line: "The fryer is not hot yet: chips 1:10 later; haddock 1:10 longer on a
//! rack, still crisp."

use serde::Serialize;

use super::answer::DishView;
use super::chain::Hold;
use super::request::{Last, Was};
use crate::say::{capital, clock};

/// What moves by less is not told, s: cooks count in half minutes.
const TOLD_S: f64 = 30.0;
/// So many are told of.
const MOST_TOLD: usize = 3;

/// What the last change in a service moved.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Moved {
    /// When it was told, s.
    pub at_s: f64,
    /// In a sentence.
    pub line: String,
    /// What can be taken back, in a few words: the last change that a hand made.
    pub takes_back: Option<String>,
}

/// So much later, or earlier where it is negative.
pub(super) fn later(by_s: f64) -> String {
    format!("{} {}", clock(by_s.abs()), if by_s < 0.0 { "earlier" } else { "later" })
}

/// `hold` tells what waiting does to the dish with an id.
pub(super) fn moved<'h>(
    last: &Last,
    dishes: &[DishView],
    hold: impl Fn(&str) -> Option<&'h Hold>,
) -> Moved {
    let mut parts: Vec<String> = last
        .was
        .iter()
        .filter(|was| last.dish.as_ref() != Some(&was.dish))
        .filter_map(|was| {
            let view = dishes.iter().find(|view| view.id == was.dish)?;
            part(was, view, hold(&view.id))
        })
        .collect();
    let more = parts.len().saturating_sub(MOST_TOLD);
    parts.truncate(MOST_TOLD);
    if more > 0 {
        parts.push(format!("{more} more move"));
    }
    let what = if parts.is_empty() { "nothing else moves".to_owned() } else { parts.join("; ") };
    let line = if last.why.is_empty() {
        format!("{}.", capital(&what))
    } else {
        format!("{}: {what}.", last.why)
    };
    let takes_back = last.before.as_ref().map(|before| before.what.clone());
    Moved { at_s: last.at_s, line, takes_back }
}

fn part(was: &Was, view: &DishView, hold: Option<&Hold>) -> Option<String> {
    let name = view.name.to_lowercase();
    let Some(served_s) = view.served_s else {
        return was.served_s.map(|_| format!("{name} finds no place"));
    };
    let served_s = served_s - was.served_s?;
    if served_s.abs() >= TOLD_S {
        return Some(format!("{name} {}", later(served_s)));
    }
    let out_s = view.out_s? - was.out_s?;
    if out_s.abs() < TOLD_S {
        return None;
    }
    if out_s > 0.0 {
        return Some(format!("{name} out {}", later(out_s)));
    }
    let hold = hold?;
    let still = if hold.is_crisp { ", still crisp" } else { "" };
    Some(format!("{name} {} longer {}{still}", clock(-out_s), hold.held))
}
