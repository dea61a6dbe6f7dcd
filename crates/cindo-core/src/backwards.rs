//! Questions asked backwards: what heat for this time, how thick for this heat and time, what does
//! tempering change, and the ladder of thicknesses for one dish.

use serde::{Deserialize, Serialize};

use crate::catalogue::Catalogue;
use crate::error::{FieldError, Problems};
use crate::plan::{
    Effort, PlanRequest, Root, Solved, clock, compared_window, resolve, rising_root, solve,
};

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

/// Fridge and bench, °C (common practice).
const FRIDGE_C: f64 = 5.0;
const TEMPERED_C: f64 = 15.0;
/// Thickness that may be proposed, mm.
const THICKNESS_MM: (f64, f64) = (4.0, 120.0);
/// Ready within this of what was asked, s.
const READY_TOLERANCE_S: f64 = 3.0;

fn solved<'a>(
    catalogue: &'a Catalogue,
    request: &PlanRequest,
) -> Result<Solved<'a>, Vec<FieldError>> {
    solve(&resolve(catalogue, request)?, Effort::COMPARED)
}

fn ready(solved: &Solved<'_>) -> f64 {
    solved.pull_s + solved.record.ending.rest_s
}

/// Answers a question asked backwards.
///
/// # Errors
/// Each field that is wrong, with what is allowed; `ready_s` when no heat or thickness does it.
pub fn backwards(
    catalogue: &Catalogue,
    request: &BackwardsRequest,
) -> Result<BackwardsAnswer, Vec<FieldError>> {
    // The cook's own turn and pull are what is being looked for anew.
    let plan = PlanRequest { turn_s: None, out_s: None, ..request.plan.clone() };
    let resolved = resolve(catalogue, &plan).map_err(|errors| {
        errors
            .into_iter()
            .map(|e| FieldError { field: format!("plan.{}", e.field), ..e })
            .collect::<Vec<_>>()
    })?;
    if request.ask == Ask::Tempered {
        return tempered(catalogue, &plan);
    }
    let mut problems = Problems::new();
    let Some(ready_s) = request.ready_s else {
        problems.add("ready_s", "say when it is to be served, 30 to 14400 s");
        problems.finish()?;
        return Err(Vec::new());
    };
    problems.range("ready_s", ready_s, 30.0, 14_400.0, "s");
    let method = resolved.setting.method;
    match (request.ask, method.range_c) {
        (Ask::Heat, Some(range)) => {
            problems.finish()?;
            heat(catalogue, &plan, ready_s, range, &method.medium)
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
            thickness(catalogue, &plan, ready_s)
        }
    }
}

fn heat(
    catalogue: &Catalogue,
    plan: &PlanRequest,
    ready_s: f64,
    [low, high]: [f64; 2],
    medium: &str,
) -> Result<BackwardsAnswer, Vec<FieldError>> {
    let at = |medium_c: f64| PlanRequest { medium_c: Some(medium_c), ..plan.clone() };
    // What a lukewarm medium never reaches counts as never ready.
    let ready_at =
        |medium_c: f64| solved(catalogue, &at(medium_c)).map_or(f64::INFINITY, |s| ready(&s));
    let too = |hot: bool, limit_c: f64, best_s: f64| {
        let (end, way) = if hot {
            ("as hot as it goes", "cut it thinner, or choose a faster way")
        } else {
            ("as cool as it goes", "start later, or choose a slower way")
        };
        vec![FieldError {
            field: "ready_s".to_owned(),
            message: format!(
                "with the {} {end}, {limit_c:.0} °C, it is ready in {}; {way}",
                medium.to_lowercase(),
                clock(best_s)
            ),
        }]
    };
    // Liquids stop at boiling, which altitude lowers.
    let top = resolve(catalogue, &at(high)).map_or(high.min(90.0), |r| r.setting.medium_c);
    let fastest = ready_at(top);
    if fastest > ready_s + READY_TOLERANCE_S {
        return Err(too(true, top, fastest));
    }
    let slowest = ready_at(low);
    if slowest < ready_s - READY_TOLERANCE_S {
        return Err(too(false, low, slowest));
    }
    let (mut cool, mut hot) = (low, top);
    for _ in 0..14 {
        let middle = 0.5 * (cool + hot);
        let got = ready_at(middle);
        if (got - ready_s).abs() < READY_TOLERANCE_S {
            (cool, hot) = (middle, middle);
            break;
        }
        if got > ready_s { cool = middle } else { hot = middle }
    }
    let medium_c = (0.5 * (cool + hot)).round().clamp(low, top);
    let plan = at(medium_c);
    let found = solved(catalogue, &plan)?;
    let ready = ready(&found);
    Ok(BackwardsAnswer {
        ask: Ask::Heat,
        value: medium_c,
        pull_s: found.pull_s.round(),
        ready_s: ready.round(),
        sentence: format!(
            "{medium} at {medium_c:.0} °C: out at {}, ready at {}.",
            clock(found.pull_s),
            clock(ready)
        ),
        plan,
    })
}

fn thickness(
    catalogue: &Catalogue,
    plan: &PlanRequest,
    ready_s: f64,
) -> Result<BackwardsAnswer, Vec<FieldError>> {
    let at = |mm: f64| {
        let mut cut = plan.clone();
        cut.piece.thickness_mm = mm;
        cut.piece.tail_mm = plan.piece.tail_mm.map(|tail| tail.min(mm));
        cut
    };
    let ready_at = |mm: f64| solved(catalogue, &at(mm)).map_or(f64::INFINITY, |s| ready(&s));
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
                "no thickness from {:.0} to {:.0} mm is ready in {}; change the heat or the way",
                THICKNESS_MM.0,
                THICKNESS_MM.1,
                clock(ready_s)
            ),
        }]
    };
    let mm = root.map(|r| r.at.round()).ok_or_else(impossible)?;
    let plan = at(mm);
    let found = solved(catalogue, &plan)?;
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
            "Cut it {mm:.0} mm thick: out at {}, ready at {}.",
            clock(found.pull_s),
            clock(ready)
        ),
        plan,
    })
}

fn tempered(catalogue: &Catalogue, plan: &PlanRequest) -> Result<BackwardsAnswer, Vec<FieldError>> {
    let at = |start_c: f64| {
        let mut other = plan.clone();
        other.piece.start_c = start_c;
        other
    };
    let cold = solved(catalogue, &at(FRIDGE_C))?;
    let warm_plan = at(TEMPERED_C);
    let warm = solved(catalogue, &warm_plan)?;
    let histamine = catalogue.species(&plan.piece.species).is_some_and(|s| s.histamine);
    let caution = if histamine {
        " But this kind makes histamine when kept warm: never temper it."
    } else {
        " Keep it to 30 minutes out of the cold."
    };
    let firm = |s: &Solved<'_>| s.record.firm_share * 100.0;
    Ok(BackwardsAnswer {
        ask: Ask::Tempered,
        value: (cold.pull_s - warm.pull_s).round(),
        pull_s: warm.pull_s.round(),
        ready_s: ready(&warm).round(),
        sentence: format!(
            "From the fridge out at {}, tempered to {TEMPERED_C:.0} °C out at {}: {} sooner; firm or worse {:.0} % instead of {:.0} %.{caution}",
            clock(cold.pull_s),
            clock(warm.pull_s),
            clock(cold.pull_s - warm.pull_s),
            firm(&warm),
            firm(&cold),
        ),
        plan: warm_plan,
    })
}

/// One dish, one pan, one doneness over thickness and start.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct LadderRequest {
    /// The dish.
    pub plan: PlanRequest,
    /// Thinnest, mm, 4 to 120; 8 mm under the plan's when left out.
    #[serde(default)]
    pub from_mm: Option<f64>,
    /// Thickest, mm, up to 120; 10 mm over the plan's when left out.
    #[serde(default)]
    pub to_mm: Option<f64>,
    /// Step, mm, 1 to 20; 2 when left out.
    #[serde(default)]
    pub step_mm: Option<f64>,
}

/// One cell of the ladder.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Rung {
    /// Turn, s.
    pub flip_s: Option<f64>,
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
    /// Thickness down.
    pub rows: Vec<LadderRow>,
    /// Name of the target.
    pub target_name: String,
    /// Temperature of the medium, °C.
    pub medium_c: f64,
}

/// Most rows of a ladder.
const MOST_ROWS: u32 = 30;

/// A table to hang at the station.
///
/// # Errors
/// Each field that is wrong, with what is allowed.
pub fn ladder(
    catalogue: &Catalogue,
    request: &LadderRequest,
) -> Result<LadderAnswer, Vec<FieldError>> {
    let plan = PlanRequest { turn_s: None, out_s: None, ..request.plan.clone() };
    let resolved = resolve(catalogue, &plan)?;
    let now_mm = plan.piece.thickness_mm;
    let from_mm = request.from_mm.unwrap_or((now_mm - 8.0).max(THICKNESS_MM.0));
    let to_mm = request.to_mm.unwrap_or((now_mm + 10.0).min(THICKNESS_MM.1));
    let step_mm = request.step_mm.unwrap_or(2.0);
    let mut problems = Problems::new();
    problems.range("from_mm", from_mm, THICKNESS_MM.0, THICKNESS_MM.1, "mm");
    problems.range("to_mm", to_mm, from_mm.max(THICKNESS_MM.0), THICKNESS_MM.1, "mm");
    problems.range("step_mm", step_mm, 1.0, 20.0, "mm");
    if (to_mm - from_mm) / step_mm > f64::from(MOST_ROWS) {
        problems
            .add("step_mm", format!("would give more than {MOST_ROWS} rows; take a larger step"));
    }
    problems.finish()?;
    let starts = vec![FRIDGE_C, TEMPERED_C];
    let rung = |mm: f64, start_c: f64| {
        let mut cell = plan.clone();
        cell.piece.thickness_mm = mm;
        cell.piece.start_c = start_c;
        cell.piece.tail_mm = None;
        let resolved = resolve(catalogue, &cell).ok()?;
        let solved = solve(&resolved, Effort::COMPARED).ok()?;
        Some(Rung {
            flip_s: solved.schedule.turns_s.first().map(|s| s.round()),
            pull_s: solved.pull_s.round(),
            rest_s: solved.record.ending.rest_s.round(),
            window_s: compared_window(&resolved, &solved).map(f64::round),
        })
    };
    let rows = (0..=MOST_ROWS)
        .map(|i| from_mm + step_mm * f64::from(i))
        .take_while(|mm| *mm <= to_mm + 1e-9)
        .map(|mm| LadderRow {
            thickness_mm: mm,
            cells: starts.iter().map(|start_c| rung(mm, *start_c)).collect(),
        })
        .collect();
    Ok(LadderAnswer {
        start_c: starts,
        rows,
        target_name: resolved.target.name.clone(),
        medium_c: resolved.setting.medium_c,
    })
}
