//! The thin end: done long before the thick middle.

use serde::Serialize;

use super::record::{Sampling, record};
use super::root::{Root, rising_root};
use super::search::SHORTEST_COOK_S;
use super::trial::Trial;
use crate::say::{clock, hundredth, tenth};
use crate::setup::{Resolved, Setup};
use crate::timeline::Schedule;
use cindo_heat::solve::Accuracy;

/// The thin end simulated as its own thickness, on the clock of the thick one.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Tail {
    /// Its thickness, mm.
    pub thickness_mm: f64,
    /// When it would have to come out for the same doneness, s.
    pub done_s: f64,
    /// Its core as eaten when it comes out with the rest, °C.
    pub core_c: f64,
    /// Share of it that is dry then, 0 to 1.
    pub dry_share: f64,
    /// What to do about it.
    pub advice: String,
}

/// Done within this share of the whole time it is a piece of its own; within the second, fold it.
const APART_SHARE: f64 = 0.45;
const TUCK_SHARE: f64 = 0.75;

/// Looks at the thin end of a plan, if it has one.
pub(crate) fn tail(
    resolved: &Resolved<'_>,
    tail_mm: Option<f64>,
    schedule: &Schedule,
    pull_s: f64,
) -> Option<Tail> {
    let tail_mm = tail_mm?;
    let setup = Setup { thickness_m: tail_mm / 1000.0, ..resolved.setup.clone() };
    let trial = Trial::new(&setup, Accuracy::FAST);
    let ending = trial.finish(trial.raw(), schedule, pull_s);
    let thin = Resolved { setup, ..resolved.clone() };
    let kept = record(&thin, &trial, schedule, pull_s, (ending, None), Sampling::SMALL);
    let done = rising_root(
        |at_s| trial.finish(trial.raw(), schedule, at_s).level_c,
        resolved.target.aim_c,
        0.3,
        Root { at: pull_s * (tail_mm / 1000.0 / resolved.setup.thickness_m).powi(2), slope: 0.2 },
        (SHORTEST_COOK_S.min(pull_s), pull_s),
    );
    let done_s = done.map_or(pull_s, |root| root.at);
    let share = done_s / pull_s;
    let at = clock(done_s);
    let advice = if share < APART_SHARE {
        format!(
            "Done at {at}, long before the rest: cut it off and cook it apart for less, or keep it for stock."
        )
    } else if share < TUCK_SHARE {
        format!(
            "Done at {at}: tuck it under so that it is as thick as the rest, or shield it and lay it where the heat is least."
        )
    } else {
        format!("Done at {at}: lay it where the heat is least.")
    };
    Some(Tail {
        thickness_mm: tail_mm,
        done_s: tenth(done_s),
        core_c: tenth(kept.ending.level_c),
        dry_share: hundredth(kept.dry_share),
        advice,
    })
}
