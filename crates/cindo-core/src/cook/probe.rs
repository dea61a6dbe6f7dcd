//! A simulated probe: what it would say in a piece whose truth the planner does not know.

use super::event::Event;
use super::follow::{Cook, lived, other_heats};
use super::promise::{Promise, planned};
use super::senses::tip_c;
use super::story::{LONGEST_S, Story};
use crate::bench::Bench;
use crate::error::FieldError;
use crate::plan::{UNKNOWNS, Unknowns};
use crate::setup::{PlanRequest, resolve};
use cindo_heat::solve::Accuracy;

/// How a piece differs from what is thought of it, in the spreads that plans allow for, and where the tip is.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Truth {
    /// Thickness, start, film and heat, each in standard deviations.
    pub by: [f64; UNKNOWNS],
    /// The tip above the thermal centre, mm.
    pub tip_mm: f64,
}

/// What the probe says in a cook at moments of the cook's clock, s and in their order; `None` before the fish
/// meets the heat.
///
/// # Errors
/// As [`super::follow`].
pub fn probe_c<'a>(
    bench: impl Into<Bench<'a>>,
    request: &PlanRequest,
    promise: &Promise,
    events: &[Event],
    (truth, at_s): (&Truth, &[f64]),
) -> Result<Vec<Option<f64>>, Vec<FieldError>> {
    let bench = bench.into();
    let story = Story::of(events)?;
    let Some(in_s) = story.in_s else { return Ok(vec![None; at_s.len()]) };
    let since = |clock_s: &f64| (*clock_s >= in_s).then(|| story.since_s(*clock_s));
    let mut resolved = resolve(bench, &planned(request))?;
    resolved.setup.elsewhere = other_heats(bench, &story.heats)?;
    let thought = Cook::new(&resolved, promise);
    let deeds = thought.with_assumed_turn(&story.deeds);
    let measured = request.piece.thickness_measured.unwrap_or(false);
    let setup = Unknowns::of(&resolved.setup, measured).varied(&resolved.setup, &truth.by);
    let heat_k = resolved.setup.runs_k + setup.medium_c - resolved.setup.medium_c;
    // Turned as the cook turns it: by its own plan, not by what is true.
    let planned_s = story.out_s.or_else(|| thought.core_pull_s(&deeds)).unwrap_or(LONGEST_S);
    let since_s: Vec<f64> = at_s.iter().filter_map(since).collect();
    let stays_s = since_s.last().copied().unwrap_or(0.0);
    let out_s = story.out_s.unwrap_or(planned_s.max(stays_s));
    let said = tip_c(
        &setup,
        |programme| lived(programme, out_s, &deeds, heat_k),
        Accuracy::FAST,
        (promise.core_share, truth.tip_mm / 1000.0),
        &since_s,
    );
    let early = at_s.len() - since_s.len();
    let said = since_s.iter().zip(said).map(|(s, c)| Some(c + promise.over_at_k(*s)));
    Ok(std::iter::repeat_n(None, early).chain(said).collect())
}
