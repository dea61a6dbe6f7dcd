//! From a piece, a method and a doneness to a plan: heat, turn, pull, rest and the picture.

mod answer;
mod batch;
mod browning;
mod consequence;
mod held;
mod margins;
mod own;
mod probe;
mod quality;
mod record;
mod root;
mod search;
mod sides;
mod tail;
mod trial;
mod trouble;
mod words;

use crate::bench::Bench;
use crate::error::FieldError;
use crate::setup::{PlanRequest, resolve};

pub use answer::{HeatBooks, PlanAnswer, Planned, SettingNote};
pub(crate) use answer::{Pulled, look_from_s, turn_down};
pub use batch::Batch;
pub(crate) use batch::preheat_s;
pub(crate) use browning::Browning;
pub use consequence::Consequence;
pub(crate) use held::Held;
pub(crate) use margins::{START_K, UNKNOWNS, Unknowns, spread, window};
pub(crate) use own::ways;
pub(crate) use probe::{Looks, Probe};
pub use quality::{Judgement, Quality};
pub(crate) use quality::{judge, scorches};
pub(crate) use record::{RELEASE_MM, Record, Sampling, crust_mm, record};
pub use record::{Series, StripPicture};
pub(crate) use root::{Root, rising_root};
pub(crate) use search::{Effort, Solved, Sought, Telling, column_pull, seek, solve};
pub use tail::Tail;
pub(crate) use trial::{Ending, Trial, heat};
pub(crate) use trouble::remedy;
pub use trouble::{Remedy, Trouble};
pub use words::Step;
pub(crate) use words::{Times, steps};

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
