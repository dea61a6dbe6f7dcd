//! From a piece, a method and a doneness to a plan: heat, turn, pull, rest and the picture.

mod answer;
mod batch;
mod consequence;
mod cook;
mod quality;
mod record;
mod request;
mod search;
mod tail;
mod target;

pub(crate) use answer::pulled;
pub use answer::{HeatBooks, PlanAnswer, SettingNote};
pub use batch::Batch;
pub(crate) use batch::{longest_mm, preheat_s};
pub use consequence::{Consequence, Gentler};
pub use quality::{Judgement, Quality};
pub(crate) use quality::{clock, judge, scorches};
pub use record::{SectionPicture, Series};
pub(crate) use request::{Board, Dimensions, check_board, check_doneness};
pub use request::{Doneness, Piece, PlanRequest};
pub(crate) use request::{Resolved, resolve};
pub(crate) use search::{Effort, Root, Solved, rising_root, solve};
pub use tail::Tail;

use crate::catalogue::Catalogue;
use crate::error::FieldError;

/// Width of a solved piece's window, s: for comparing.
pub(crate) fn compared_window(resolved: &Resolved<'_>, solved: &Solved<'_>) -> Option<f64> {
    let coarse = cook::Cook::new(&resolved.setting, crate::solver::Accuracy::COARSE);
    let (schedule, target) = (&solved.schedule, &resolved.target);
    let tolerance_k = Effort::COMPARED.level_k;
    search::window(&coarse, schedule, target, solved.pull_s, solved.slope, tolerance_k)
        .map(|(early, late)| late - early)
}

/// Plans one piece.
///
/// # Errors
/// Each field that is wrong, with what is allowed; `doneness` when the target cannot be reached.
pub fn plan(catalogue: &Catalogue, request: &PlanRequest) -> Result<PlanAnswer, Vec<FieldError>> {
    let resolved = resolve(catalogue, request)?;
    answer::plan(request, &resolved)
}
