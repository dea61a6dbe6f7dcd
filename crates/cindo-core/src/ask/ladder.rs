//! ask

use serde::{Deserialize, Serialize};

use super::THICKNESS_MM;
use super::tempered::TEMPERED_C;
use crate::bench::{Bench, Budget};
use crate::error::{FieldError, Problems, within};
use crate::piece::COLD_C;
use crate::plan::{Sought, Telling, look_from_s, seek, spread, turn_down, window};
use crate::say::tenth;
use crate::setup::{PlanRequest, resolve};

/// One dish, one pan, one doneness over thickness and start.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct LadderRequest {
    /// The dish.
    pub plan: PlanRequest,
    /// Thinnest, mm, 4 to 120; 8 mm under the plan's when left out.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = 4, maximum = 120))]
    pub from_mm: Option<f64>,
    /// Thickest, mm, up to 120; 10 mm over the plan's when left out.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = 4, maximum = 120))]
    pub to_mm: Option<f64>,
    /// Step, mm, 1 to 20; 2 when left out.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 20))]
    pub step_mm: Option<f64>,
}

/// One cell of the ladder.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Rung {
    /// When the heat is turned down, s; none where it is not.
    pub down_s: Option<f64>,
    /// Turn, s.
    pub flip_s: Option<f64>,
    /// When to start looking, s.
    pub look_from_s: f64,
    /// Out, s.
    pub pull_s: f64,
    /// Rest, s.
    pub rest_s: f64,
    /// Window, s.
    pub window_s: Option<f64>,
}

/// One thickness of the ladder.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LadderRow {
    /// Thickness, mm.
    pub thickness_mm: f64,
    /// One for each start; none where the target cannot be reached.
    pub cells: Vec<Option<Rung>>,
}

/// The ladder.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LadderAnswer {
    /// Temperatures at the start, °C.
    pub start_c: Vec<f64>,
    /// Thickness down; at least one.
    pub rows: Vec<LadderRow>,
    /// Where to go on, mm: the same request from there. An answer ends after about a third of a second of work;
    /// none when this one reaches the thickest.
    pub next_mm: Option<f64>,
    /// Name of the target.
    pub target_name: String,
    /// Temperature of the medium, °C.
    pub medium_c: f64,
}

/// Most rows of a ladder.
const MOST_ROWS: u32 = 20;

/// Work after which the rest is left for another answer, cells times linear systems: about a third of a second of
/// one core (docs/speed.md), so that one with a slow row on top stays under a second.
const ENOUGH_WORK: u64 = 8_000_000;

/// The last rung may miss the thickest by what adding up steps loses, mm.
const ROUNDING_MM: f64 = 1e-9;

/// A table to hang at the station.
///
/// # Errors
/// Each field that is wrong, with what is allowed.
pub fn ladder<'a>(
    bench: impl Into<Bench<'a>>,
    request: &LadderRequest,
) -> Result<LadderAnswer, Vec<FieldError>> {
    let bench = bench.into();
    let plan = request.plan.without_moments().map_err(|errors| within("plan", errors))?;
    let resolved = resolve(bench, &plan).map_err(|errors| within("plan", errors))?;
    let now_mm = plan.piece.thickness_mm;
    let from_mm = request.from_mm.unwrap_or((now_mm - 8.0).max(THICKNESS_MM.0));
    let to_mm = request.to_mm.unwrap_or((now_mm + 10.0).min(THICKNESS_MM.1));
    let step_mm = request.step_mm.unwrap_or(2.0);
    let mut problems = Problems::new();
    problems.range("from_mm", from_mm, THICKNESS_MM.0, THICKNESS_MM.1, "mm");
    problems.range("to_mm", to_mm, from_mm.max(THICKNESS_MM.0), THICKNESS_MM.1, "mm");
    problems.range("step_mm", step_mm, 1.0, 20.0, "mm");
    if from_mm + step_mm * f64::from(MOST_ROWS) <= to_mm + ROUNDING_MM {
        problems
            .add("step_mm", format!("would give more than {MOST_ROWS} rows; take a larger step"));
    }
    problems.finish()?;
    let starts = vec![COLD_C, TEMPERED_C];
    let rung = |mm: f64, start_c: f64| {
        let mut cell = plan.clone();
        cell.piece.thickness_mm = mm;
        cell.piece.start_c = start_c;
        cell.piece.tail_mm = None;
        let resolved = resolve(bench, &cell).ok()?;
        // Searched as its own plan is, from nothing: both are the same to the second.
        let sought = seek(&resolved, Telling::Core).ok()?;
        let Sought { trial, pull_s, slope, ending, .. } = &sought;
        let setup = &resolved.setup;
        let schedule = trial.programme.schedule(*pull_s);
        let window = window(&resolved, &schedule, (*pull_s, ending.level_c), *slope);
        let measured = plan.piece.thickness_measured.unwrap_or(false);
        let spread_s = spread(setup, measured, &schedule, *pull_s, *slope);
        // As fine as on the plan, so that both round to the same clock.
        Some(Rung {
            down_s: turn_down(trial, &schedule, *pull_s).map(|(at_s, ..)| at_s),
            look_from_s: tenth(look_from_s(setup, &schedule, *pull_s, spread_s)),
            flip_s: schedule.turns_s.first().copied().map(tenth),
            pull_s: tenth(*pull_s),
            rest_s: setup.rest.duration_s,
            window_s: window.map(|(early_s, late_s)| tenth(late_s - early_s)),
        })
    };
    let spent = || bench.budget.map_or(0, Budget::spent);
    let begun = spent();
    let thicknesses = (0..MOST_ROWS)
        .map(|i| from_mm + step_mm * f64::from(i))
        .take_while(|mm| *mm <= to_mm + ROUNDING_MM);
    let mut rows = Vec::new();
    let mut next_mm = None;
    for mm in thicknesses {
        if !rows.is_empty() && spent() - begun >= ENOUGH_WORK {
            next_mm = Some(mm);
            break;
        }
        let cells = starts.iter().map(|start_c| rung(mm, *start_c)).collect();
        rows.push(LadderRow { thickness_mm: mm, cells });
    }
    bench.afford(Ok(LadderAnswer {
        start_c: starts,
        rows,
        next_mm,
        target_name: resolved.target.name.clone(),
        medium_c: resolved.setup.medium_c,
    }))
}
