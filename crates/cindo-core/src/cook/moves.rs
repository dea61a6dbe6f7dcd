//! The next movements of the hand.

use serde::Serialize;

use super::event::Kind;
use super::story::Status;
use super::view::Waits;
use crate::plan::{Times, steps};
use crate::say::{CELSIUS, clock, tenth};
use crate::setup::Setup;
use crate::timeline::{Deed, Event as Done, Lived};

/// A movement of the hand, done or to come.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Move {
    /// When, s after the fish met the heat.
    pub at_s: f64,
    /// Machine name, such as `turn_down`.
    pub action: String,
    /// What to do, short.
    pub title: String,
    /// How to do it.
    pub detail: String,
    /// What to look, listen or feel for.
    pub cue: String,
    /// The event that tells it is done; none where nothing has to be told.
    pub done_by: Option<Kind>,
    /// The heat that it asks for, °C.
    pub medium_c: Option<f64>,
    /// Whether it was told to be done.
    pub is_done: bool,
}

/// Words of the look before the pull, and of eating.
const LOOK: (&str, &str) = ("Start looking", "From now on it may be right any moment.");
const EAT: (&str, &str) = ("Eat", "Now it is as it was meant to be.");
/// Shorter waits are not worth a line of their own, s.
const WORTH_S: f64 = 15.0;

/// All movements of a cook, in order.
pub(super) fn moves(
    setup: &Setup<'_>,
    lived: &Lived<'_>,
    times: &Times,
    (look_from_s, deeds, status): (f64, &[Done], Status),
    waits: Option<(Waits, f64)>,
) -> Vec<Move> {
    let did = |what: fn(&Deed) -> bool| deeds.iter().filter(move |e| what(&e.what)).count();
    let (turned, is_out) = (did(|d| *d == Deed::Turned), did(|d| *d == Deed::Out) > 0);
    let (heats, nexts) = (
        did(|d| matches!(d, Deed::HeatSet(_))),
        did(|d| matches!(d, Deed::NextStage | Deed::MovedTo { .. })),
    );
    let has_lid = did(|d| matches!(d, Deed::Lid(true))) > 0;
    let mut source = lived.programme.stages[0].heater.reservoir;
    let mut all: Vec<Move> = Vec::new();
    for (i, step) in steps(setup, &lived.programme, times).into_iter().enumerate() {
        let heater = lived.programme.stages[times.schedule.stage(step.start_s)].heater;
        let is_moved = heater.reservoir != source;
        source = heater.reservoir;
        let (done_by, is_done) = match step.action.as_str() {
            "rest" => (Some(Kind::Out), is_out),
            "lid_on" => (Some(Kind::Lid), has_lid),
            "turn_down" => (Some(Kind::Heat), heats > 0),
            action if action.starts_with("turn") => (Some(Kind::Turn), turned > 0),
            _ if i == 0 => (Some(Kind::In), status != Status::Waiting),
            _ if is_moved => (Some(Kind::Move), nexts > 0),
            _ => (None, false),
        };
        all.push(Move {
            at_s: tenth(step.start_s),
            medium_c: (done_by == Some(Kind::Heat)).then_some(heater.set_c),
            action: step.action,
            title: step.title,
            detail: step.detail,
            cue: step.cue,
            done_by,
            is_done,
        });
    }
    let plain = |at_s: f64, action: &str, (title, detail): (&str, &str), done_by| Move {
        at_s: tenth(at_s),
        action: action.to_owned(),
        title: title.to_owned(),
        detail: detail.to_owned(),
        cue: String::new(),
        done_by,
        medium_c: None,
        is_done: status == Status::Served && done_by == Some(Kind::Serve),
    };
    let pull = all.len() - 1;
    // Looking from the turn on needs no line of its own.
    let turned_s = times.schedule.turns_s.last().copied().unwrap_or(0.0);
    let is_worth = (turned_s + WORTH_S..times.pull_s - WORTH_S).contains(&look_from_s);
    if is_worth && !is_out {
        let looks_for = all[pull].cue.clone();
        let look = plain(look_from_s, "look", LOOK, None);
        all.insert(pull, Move { cue: looks_for, ..look });
    }
    all.push(plain(times.pull_s + times.rest_s, "eat", EAT, Some(Kind::Serve)));
    if let Some((waits, elapsed_s)) = waits {
        let medium = setup.method.medium.to_lowercase();
        let title = format!("Wait for the {medium}: back at {:.0}{CELSIUS}", waits.back_at_c);
        let detail = format!("Then {} more.", clock(waits.then_s));
        let back = plain(elapsed_s, "back", (&title, &detail), Some(Kind::Back));
        all.push(Move { cue: setup.look().map_or_else(String::new, |l| l.look.clone()), ..back });
    }
    // Things noticed before the look stay before it.
    all.sort_by(|a, b| a.at_s.total_cmp(&b.at_s));
    all
}
