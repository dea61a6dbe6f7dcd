//! Questions asked backwards: what heat for this time, how thick for this heat and time, what does
//! tempering change; whether there is a better way, and the ladder of thicknesses for one dish.

pub mod better;
pub mod compare;
pub mod gentler;
mod heat;
pub mod instead;
pub mod ladder;
mod tempered;
mod thickness;

use serde::{Deserialize, Serialize};

use crate::bench::Bench;
use crate::error::{FieldError, Problems, within};
use crate::plan::{Effort, Solved, solve};
use crate::setup::{PlanRequest, resolve};
use heat::heat;
use tempered::tempered;
use thickness::thickness;

/// What is asked.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Ask {
    /// Ready in so many seconds: what heat?
    Heat,
    /// This heat and this time: how thick?
    Thickness,
    /// From the fridge or tempered: what changes?
    Tempered,
}

/// A question asked backwards.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct BackwardsRequest {
    /// The plan that it is about.
    pub plan: PlanRequest,
    /// What is asked.
    pub ask: Ask,
    /// When it is to be served, s after it met the heat, 30 to 14 400; not for `tempered`.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = 30, maximum = 14_400))]
    pub ready_s: Option<f64>,
}

/// The answer to a question asked backwards.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct BackwardsAnswer {
    /// What was asked.
    pub ask: Ask,
    /// The heat (°C), thickness (mm) or difference of the pull (s).
    pub value: f64,
    /// Off the heat then, s.
    pub pull_s: f64,
    /// Served then, s.
    pub ready_s: f64,
    /// As a sentence.
    pub sentence: String,
    /// The plan that does it.
    pub plan: PlanRequest,
}

/// Thickness that may be proposed, mm.
pub(super) const THICKNESS_MM: (f64, f64) = (4.0, 120.0);

/// Ready within this of what was asked, s.
pub(super) const READY_TOLERANCE_S: f64 = 3.0;

pub(super) fn solved<'a>(
    bench: Bench<'a>,
    request: &PlanRequest,
) -> Result<Solved<'a>, Vec<FieldError>> {
    let solved = resolve(bench, request).and_then(|resolved| solve(&resolved, Effort::COMPARED));
    solved.map_err(|errors| within("plan", errors))
}

pub(super) fn ready(solved: &Solved<'_>) -> f64 {
    solved.pull_s + solved.trial.rest_s
}

/// Answers a question asked backwards.
///
/// # Errors
/// Each field that is wrong, with what is allowed; `ready_s` when no heat or thickness does it.
pub fn backwards<'a>(
    bench: impl Into<Bench<'a>>,
    request: &BackwardsRequest,
) -> Result<BackwardsAnswer, Vec<FieldError>> {
    let bench = bench.into();
    bench.afford(answer(bench, request))
}

fn answer(
    bench: Bench<'_>,
    request: &BackwardsRequest,
) -> Result<BackwardsAnswer, Vec<FieldError>> {
    // The cook's own turn and pull are what is being looked for anew.
    let plan = request.plan.without_moments().map_err(|errors| within("plan", errors))?;
    let resolved = resolve(bench, &plan).map_err(|errors| within("plan", errors))?;
    let mut problems = Problems::new();
    if let Some(ready_s) = request.ready_s {
        problems.range("ready_s", ready_s, 30.0, 14_400.0, "s");
    }
    if request.ask == Ask::Tempered {
        problems.finish()?;
        return tempered(bench, &plan);
    }
    let Some(ready_s) = request.ready_s else {
        problems.add("ready_s", "say when it is to be served, 30 to 14400 s");
        problems.finish()?;
        return Err(Vec::new());
    };
    let method = resolved.setup.method;
    match (request.ask, method.range_c) {
        (Ask::Heat, Some(range)) => {
            problems.finish()?;
            heat(bench, &plan, ready_s, range, &method.medium)
        }
        (Ask::Heat, None) => {
            problems.add(
                "ask",
                format!("{} is always at boiling point; ask how thick instead", method.medium),
            );
            problems.finish()?;
            Err(Vec::new())
        }
        _ => {
            problems.finish()?;
            thickness(bench, &plan, ready_s)
        }
    }
}
