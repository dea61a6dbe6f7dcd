//! ask

use super::{Ask, BackwardsAnswer, READY_TOLERANCE_S, THICKNESS_MM, ready, solved};
use crate::bench::Bench;
use crate::error::FieldError;
use crate::plan::{Root, rising_root};
use crate::say::{MM, clock};
use crate::setup::PlanRequest;

pub(super) fn thickness(
    bench: Bench<'_>,
    plan: &PlanRequest,
    ready_s: f64,
) -> Result<BackwardsAnswer, Vec<FieldError>> {
    let at = |mm: f64| {
        let mut cut = plan.clone();
        cut.piece.thickness_mm = mm;
        cut.piece.tail_mm = plan.piece.tail_mm.map(|tail| tail.min(mm));
        cut
    };
    let ready_at = |mm: f64| solved(bench, &at(mm)).map_or(f64::INFINITY, |s| ready(&s));
    // Time goes with somewhat less than the square of the thickness.
    let guess_mm = plan.piece.thickness_mm;
    let now_s = ready_at(guess_mm);
    let slope = if now_s.is_finite() { 1.7 * now_s / guess_mm } else { 40.0 };
    let root = rising_root(
        |mm| ready_at(mm).min(1e6),
        ready_s,
        READY_TOLERANCE_S,
        Root { at: guess_mm, slope },
        THICKNESS_MM,
    );
    let impossible = || {
        vec![FieldError {
            field: "ready_s".to_owned(),
            message: format!(
                "no thickness from {:.0} to {:.0}{MM} is ready in {}; change the heat or the way",
                THICKNESS_MM.0,
                THICKNESS_MM.1,
                clock(ready_s)
            ),
        }]
    };
    let mm = root.map(|r| r.at.round()).ok_or_else(impossible)?;
    let plan = at(mm);
    let found = solved(bench, &plan)?;
    let ready = ready(&found);
    // A whole millimetre is as fine as a knife; more off than that means the range ended.
    if (ready - ready_s).abs() > 2.0 * slope.max(20.0) {
        return Err(impossible());
    }
    Ok(BackwardsAnswer {
        ask: Ask::Thickness,
        value: mm,
        pull_s: found.pull_s.round(),
        ready_s: ready.round(),
        sentence: format!(
            "Cut it {mm:.0}{MM} thick: out at {}, ready at {}.",
            clock(found.pull_s),
            clock(ready)
        ),
        plan,
    })
}
