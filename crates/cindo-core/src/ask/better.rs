//! Whether there is a better way than a plan: one without what is wrong with it, or a gentler one.

use serde::Serialize;

use super::gentler::{Gentler, gentler};
use crate::bench::Bench;
use crate::error::FieldError;
use crate::plan::{Planned, Remedy, remedy};
use crate::setup::{PlanRequest, resolve};

/// A better way than a plan.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct BetterAnswer {
    /// The nearest setting that mends what is wrong with the plan; none when nothing is, or when none of those tried
    /// does.
    pub remedy: Option<Remedy>,
    /// The nearest gentler way that is worth changing the method for; none where the plan leaves little firm, or where
    /// something is wrong with it.
    pub gentler: Option<Gentler>,
}

/// Looks for a better way than a plan.
///
/// # Errors
/// Each field that is wrong, with what is allowed.
pub fn better_than<'a>(
    bench: impl Into<Bench<'a>>,
    request: &PlanRequest,
    Planned { answer: plan, .. }: &Planned,
) -> Result<BetterAnswer, Vec<FieldError>> {
    let bench = bench.into();
    let resolved = resolve(bench, request)?;
    bench.afford(Ok(match &plan.trouble {
        Some(trouble) => BetterAnswer {
            remedy: remedy((request, plan.pull_s), &resolved, trouble),
            gentler: None,
        },
        None => BetterAnswer {
            remedy: None,
            gentler: gentler(request, &resolved, plan.quality.firm_share),
        },
    }))
}
