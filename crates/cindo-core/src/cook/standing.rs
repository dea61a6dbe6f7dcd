//! What standing does to a piece that is out of the heat: still rising, cooling, no longer crisp.

use serde::Serialize;

use crate::bench::Bench;
use crate::catalogue::Family;
use crate::error::FieldError;
use crate::plan::{Planned, Pulled, Trial};
use crate::say::tenth;
use crate::setup::{PlanRequest, Resolved, resolve};
use crate::timeline::Schedule;
use cindo_heat::grid::Grid;
use cindo_heat::solve::{Accuracy, Observer, Sink, View};

/// What standing does to it. Times count from the pull, s.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct After {
    /// The highest that the core gets, °C.
    pub peak_c: f64,
    /// When that is.
    pub peak_s: f64,
    /// From then on it is past what was asked for, or no longer warm.
    pub eat_by_s: f64,
    /// Which of the two.
    pub too_warm: bool,
    /// Warm until then.
    pub warm_until_s: f64,
    /// Crisp until then; none where nothing is crisp.
    pub crisp_until_s: Option<f64>,
    /// Not to be kept longer than this out of the heat.
    pub safe_until_s: f64,
}

/// Standing is followed for so long, s.
pub(super) const STANDING_S: f64 = 1800.0;
/// Fish is no longer warm once its mean is below this, °C (common practice).
const LUKEWARM_C: f64 = 40.0;
/// Fried food stays crisp for so long on a rack and elsewhere, s (common practice).
const CRISP_ON_RACK_S: f64 = 900.0;
const CRISP_ELSEWHERE_S: f64 = 420.0;
/// Cooked food is not kept below 57 °C for longer, s (two hours; common practice).
const SAFE_S: f64 = 7200.0;
/// What standing does to a piece that was planned and comes out as its plan says.
///
/// # Errors
/// As for its plan.
pub(crate) fn standing(
    bench: Bench<'_>,
    request: &PlanRequest,
    plan: &Planned,
) -> Result<After, Vec<FieldError>> {
    let resolved = resolve(bench, request)?;
    let trial = Trial::new(&resolved.setup, Accuracy::COARSE);
    let Pulled { schedule, pull_s, .. } = &plan.pulled;
    let level_c = plan.answer.core_served_c.max(plan.answer.core_at_pull_c);
    Ok(stand(&resolved, &trial, schedule, (*pull_s, level_c)))
}

/// What standing does to a piece that is out then, eaten at this level.
pub(super) fn stand(
    resolved: &Resolved<'_>,
    trial: &Trial<'_>,
    schedule: &Schedule,
    (out_s, level_c): (f64, f64),
) -> After {
    let Resolved { setup, target, .. } = resolved;
    let mut simulation = trial.raw();
    trial.heat(&mut simulation, schedule, out_s, &mut ());
    let core_m = trial.grid.coldest(simulation.hottest_c()).0;
    let mut standing = Standing {
        grid: &trial.grid,
        core_m,
        over_k: 0.0,
        limit_c: target.to_c.unwrap_or(f64::INFINITY),
        peak: (0.0, f64::MIN),
        out_s,
        too_warm_s: None,
        cold_s: None,
    };
    // By as much as it is eaten warmer than this column says.
    let eaten = trial.rest(&mut simulation.clone(), schedule);
    standing.over_k = level_c - eaten.level_c;
    let rest = trial.programme.rested(schedule, out_s, STANDING_S);
    simulation.run(&rest.phase(), &mut standing);
    let cold_s = standing.cold_s.unwrap_or(STANDING_S);
    let eat_by_s = standing.too_warm_s.unwrap_or(f64::INFINITY).min(cold_s);
    let is_fried = setup.method.family == Family::Fry;
    let crisp_s = match () {
        () if setup.rest.on.id == "rack" => CRISP_ON_RACK_S,
        () if setup.rest.on.wrapped || setup.rest.on.id == "foil" => 0.0,
        () => CRISP_ELSEWHERE_S,
    };
    After {
        peak_c: tenth(standing.peak.1),
        peak_s: standing.peak.0.round(),
        eat_by_s: eat_by_s.round(),
        too_warm: standing.too_warm_s.is_some_and(|s| s <= cold_s),
        warm_until_s: cold_s.round(),
        crisp_until_s: is_fried.then_some(crisp_s),
        safe_until_s: SAFE_S,
    }
}

/// Watches a piece that stands.
struct Standing<'g> {
    grid: &'g Grid,
    core_m: f64,
    /// What the plan has over this column, K.
    over_k: f64,
    limit_c: f64,
    /// When the core was highest, s after the pull, and how high, °C.
    peak: (f64, f64),
    out_s: f64,
    too_warm_s: Option<f64>,
    cold_s: Option<f64>,
}

impl Observer for Standing<'_> {
    fn observe(&mut self, view: &View<'_>) -> Sink {
        let at_s = view.time_s - self.out_s;
        let core_c = self.grid.at(view.temperature_c, self.core_m) + self.over_k;
        if core_c > self.peak.1 {
            self.peak = (at_s, core_c);
        }
        if core_c > self.limit_c {
            self.too_warm_s.get_or_insert(at_s);
        }
        let volumes = &self.grid.volume_m;
        let heat: f64 = view.temperature_c.iter().zip(volumes).map(|(t, v)| t * v).sum();
        if heat / self.grid.total_volume_m() < LUKEWARM_C && at_s > self.peak.0 {
            self.cold_s.get_or_insert(at_s);
        }
        Sink::Continue
    }
}
