//! What the plan of a cook promised, worked out once as it begins.

use serde::{Deserialize, Serialize};

use crate::bench::Bench;
use crate::error::FieldError;
use crate::plan::{Ending, Probe, Telling, seek, spread};
use crate::setup::{PlanRequest, resolve};

/// What the plan of a cook promised: its moments, and the level that the cook goes on aiming at.
///
/// A cook under way is followed on one column, which is quick; what the whole section, sides and coats
/// made of the plan is kept as a difference from that column, so that a cook in which everything happens
/// as planned ends exactly as its plan said.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Promise {
    /// Off the heat, s after the fish met it.
    pub pull_s: f64,
    /// First turn, s.
    pub turn_s: Option<f64>,
    /// How far the right moment can wander, s.
    pub spread_s: f64,
    /// How fast the core's level rises with the pull, K/s.
    pub slope_k_s: f64,
    /// How high the side is opaque at that turn (at the pull where nothing is turned), 0 to 1; none where heat
    /// comes from all round.
    pub side_opaque_share: Option<f64>,
    /// Where the core is, as a share of the way up (of a piece heated all round: out) from its bottom or centre.
    pub core_share: f64,
    /// The level that one column reaches with that pull, °C: what a change of plan aims at again.
    pub level_c: f64,
    /// What the plan has over that column: at the pull, when eaten, and at its highest, K.
    pub over_k: [f64; 3],
}

impl Promise {
    /// What the plan of a request promises. The cook's own pull is left out: it is what is followed.
    ///
    /// # Errors
    /// As for the plan.
    pub fn of<'a>(
        bench: impl Into<Bench<'a>>,
        request: &PlanRequest,
    ) -> Result<Self, Vec<FieldError>> {
        let bench = bench.into();
        let resolved = resolve(bench, &planned(request))?;
        let setup = &resolved.setup;
        let sought = seek(&resolved, Telling::All)?;
        let schedule = sought.trial.programme.schedule(sought.pull_s);
        let column = sought.trial.candidate(sought.pull_s);
        let measured = request.piece.thickness_measured.unwrap_or(false);
        let over = |of: fn(&Ending) -> f64| of(&sought.ending) - of(&column);
        bench.afford(Ok(Self {
            pull_s: sought.pull_s,
            turn_s: schedule.turns_s.first().copied(),
            spread_s: spread(setup, measured, &schedule, sought.pull_s, sought.slope),
            slope_k_s: sought.slope,
            side_opaque_share: Probe::side_opaque(
                setup,
                &schedule,
                sought.pull_s,
                sought.seen.and_then(|seen| seen.told?.side_opaque),
            ),
            core_share: sought.ending.core_m / sought.trial.grid.span_m(),
            level_c: column.level_c,
            over_k: [over(|e| e.core_at_pull_c), over(|e| e.core_served_c), over(|e| e.level_c)],
        }))
    }

    /// What the plan has over one column at a moment in the heat, K: from nothing, as heat from the sides
    /// arrives.
    pub(super) fn over_at_k(&self, at_s: f64) -> f64 {
        self.over_k[0] * (at_s / self.pull_s).min(1.0).powi(2)
    }

    /// A column's ending as the plan would have it.
    pub(super) fn ending(&self, column: Ending) -> Ending {
        let [at_pull_k, served_k, level_k] = self.over_k;
        Ending {
            core_at_pull_c: column.core_at_pull_c + at_pull_k,
            core_served_c: column.core_served_c + served_k,
            level_c: column.level_c + level_k,
            ..column
        }
    }
}

/// The request as it is cooked: solved whole, and taken off when the forecast says.
pub(super) fn planned(request: &PlanRequest) -> PlanRequest {
    PlanRequest { out_s: None, brief: None, ..request.clone() }
}
