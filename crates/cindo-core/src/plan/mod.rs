//! From a piece, a method and a doneness to a plan: heat, turn, pull, rest and the picture.

mod answer;
mod batch;
mod browning;
mod consequence;
mod gentler;
mod held;
mod margins;
mod own;
mod probe;
mod quality;
mod record;
mod search;
mod sides;
mod tail;
mod trial;
mod trouble;
mod words;

use cindo_heat::solve::Accuracy;

use crate::bench::Bench;
use crate::error::FieldError;
use crate::setup::{PlanRequest, Resolved, resolve};
use crate::timeline::Schedule;

pub use answer::{HeatBooks, PlanAnswer, Planned, SettingNote};
pub(crate) use answer::{Pulled, look_from_s, turn_down};
pub use batch::Batch;
pub(crate) use batch::preheat_s;
pub use consequence::Consequence;
pub use gentler::Gentler;
pub(crate) use held::Held;
pub(crate) use margins::{START_K, UNKNOWNS, Unknowns, spread_of};
pub(crate) use own::ways;
pub(crate) use probe::{Looks, Probe};
pub use quality::{Judgement, Quality};
pub(crate) use quality::{judge, scorches};
pub(crate) use record::{Record, Sampling, record};
pub use record::{Series, StripPicture};
pub(crate) use search::{Effort, Root, Solved, Sought, rising_root, seek, solve};
pub use tail::Tail;
pub(crate) use trial::{Ending, Trial, heat};
pub use trouble::{Remedy, Trouble};
pub use words::Step;
pub(crate) use words::{Times, steps};

/// Width of a solved piece's window, s: for comparing.
pub(crate) fn compared_window(
    resolved: &Resolved<'_>,
    schedule: &Schedule,
    (pull_s, level_c): (f64, f64),
    slope: f64,
) -> Option<f64> {
    let coarse = trial::Trial::new(&resolved.setup, Accuracy::COARSE);
    margins::window_of(resolved, &coarse, schedule, (pull_s, level_c), slope)
        .map(|(early, late)| late - early)
}

/// When to start looking at a solved piece, s: for ladders.
pub(crate) fn compared_look(
    resolved: &Resolved<'_>,
    measured: bool,
    schedule: &Schedule,
    pull_s: f64,
    slope: f64,
) -> f64 {
    let setup = &resolved.setup;
    let coarse = trial::Trial::new(setup, Accuracy::COARSE);
    let spread_s = margins::spread(setup, measured, &coarse, schedule, pull_s, slope);
    answer::look_from_s(setup, schedule, pull_s, spread_s)
}

/// Plans one piece.
///
/// # Errors
/// Each field that is wrong, with what is allowed; `doneness` when the target cannot be reached.
pub fn plan<'a>(
    bench: impl Into<Bench<'a>>,
    request: &PlanRequest,
) -> Result<PlanAnswer, Vec<FieldError>> {
    Ok(planned(bench, request)?.answer)
}

/// Plans one piece, and keeps what its cut face and its preparation go by: one search serves a
/// whole screen.
///
/// # Errors
/// As [`plan`].
pub fn planned<'a>(
    bench: impl Into<Bench<'a>>,
    request: &PlanRequest,
) -> Result<Planned, Vec<FieldError>> {
    let bench = bench.into();
    bench.afford(answer::plan(request, &resolve(bench, request)?))
}
