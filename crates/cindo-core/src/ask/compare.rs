//! Which method, and why: every method for one piece, best fit first.

use cindo_heat::bounded::Bounded;
use std::sync::Arc;

use serde::{Deserialize, Serialize};

use crate::bench::Bench;
use crate::catalogue::{GearKind, Method, Smell};
use crate::error::{FieldError, Problems};
use crate::kitchen::{Known, OwnKitchen};
use crate::piece::Piece;
use crate::plan::{Effort, Quality, judge, preheat_s, scorches, solve, window};
use crate::say::{MM, clock, sentence};
use crate::setup::{
    Doneness, Limit, PlanRequest, Resolved, at_hand, check_board, check_doneness, check_duration,
    longest_mm, resolve,
};

/// What to compare for.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct CompareRequest {
    /// The piece.
    pub piece: Piece,
    /// Target; the usual one of the kind when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub doneness: Option<Doneness>,
    /// Height above sea level, m, −430 to 5500.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = -430, maximum = 5500))]
    pub altitude_m: Option<f64>,
    /// Ids of the gear at hand; everything that the catalogue knows when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(max_items = 100))]
    pub gear: Option<Vec<String>>,
    /// What this kitchen knows of its gear.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub kitchen: Option<OwnKitchen>,
    /// Guests at risk eat it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub at_risk: Option<bool>,
    /// From the pull until it is eaten, s, 0 to 1800; the usual rest of each method when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 1800))]
    pub rest_s: Option<f64>,
}

/// A small picture of the strip.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SmallStrip {
    /// Times, s.
    pub time_s: Vec<f64>,
    /// Temperatures, °C, indexed `[time][height]`, lowest first.
    pub temperature_c: Vec<Vec<f64>>,
    /// Crust at the face that went down first, mm.
    pub crust_bottom_mm: Vec<f64>,
    /// Crust at the other face, mm.
    pub crust_top_mm: Vec<f64>,
    /// Turns, s.
    pub turns_s: Vec<f64>,
}

/// What a method comes to.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Outcome {
    /// Temperature of the medium, °C.
    pub medium_c: f64,
    /// Where the knob stands.
    pub knob: String,
    /// First turn, s.
    pub flip_s: Option<f64>,
    /// Off the heat, s.
    pub pull_s: f64,
    /// Rest, s.
    pub rest_s: f64,
    /// Preheat, heat and rest, s.
    pub total_s: f64,
    /// Time to heat up, s.
    pub preheat_s: f64,
    /// Seconds between the earliest and the latest pull that stay in the band; none where hotter is only firmer.
    pub window_s: Option<f64>,
    /// The result in numbers.
    pub quality: Quality,
    /// Seconds that a cook stands by it.
    pub hands_on_s: f64,
    /// Core when eaten, °C.
    pub core_served_c: f64,
    /// Target temperature that the colours of the strip centre on, °C.
    pub aim_c: f64,
    /// The strip.
    pub strip: SmallStrip,
}

/// A part of a fit.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FitPart {
    /// What it adds or takes.
    pub points: f64,
    /// Why.
    pub what: String,
}

/// One method in the comparison.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Compared {
    /// Id of the method.
    pub method: String,
    /// Its name.
    pub name: String,
    /// How well it suits the piece, 0 to 100.
    pub fit: f64,
    /// Whether a cook would take it at all: fit 40 and up, with the gear at hand.
    pub suits: bool,
    /// The reason that weighs most, as a sentence.
    pub reason: String,
    /// Every reason, weightiest first.
    pub reasons: Vec<String>,
    /// What the fit is made of.
    pub parts: Vec<FitPart>,
    /// Gear needed.
    pub gear: Vec<String>,
    /// Gear needed but not at hand.
    pub missing: Vec<String>,
    /// Smell and smoke.
    pub smell: Smell,
    /// What it comes to; none when the target cannot be reached or gear is missing.
    pub outcome: Option<Outcome>,
}

/// Every method for one piece, best fit first.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CompareAnswer {
    /// Name of the target.
    pub target_name: String,
    /// The doneness compared for.
    pub doneness: Doneness,
    /// Methods.
    pub methods: Vec<Compared>,
}

/// Fit from which a cook would take a method.
const SUITS: f64 = 40.0;
/// A window this long neither helps nor hurts, s; each doubling is worth so many points, within
/// limits. Modelling choices, like all points.
const PLAIN_WINDOW_S: f64 = 60.0;
const WINDOW_POINTS: f64 = 3.5;
const MOST_WINDOW_POINTS: f64 = 12.0;
/// A window shorter than this is said, s.
const TIGHT_WINDOW_S: f64 = 25.0;
/// Window from which a method forgives, s.
const FORGIVING_WINDOW_S: f64 = 150.0;
const SCORCH_POINTS: f64 = -30.0;
const FIRM_FREE_SHARE: f64 = 0.3;
const FIRM_POINTS: f64 = -50.0;
const TEAR_LIKELY: f64 = 0.5;
const TEAR_POINTS: f64 = -12.0;
const TOO_LONG_POINTS: f64 = -30.0;
const MISSING_POINTS: f64 = -100.0;
const OUT_OF_REACH_POINTS: f64 = -100.0;

/// Compares every method.
///
/// # Errors
/// Each field that is wrong, with what is allowed.
pub fn compare<'a>(
    bench: impl Into<Bench<'a>>,
    request: &CompareRequest,
) -> Result<CompareAnswer, Vec<FieldError>> {
    let bench = bench.into();
    let catalogue = bench.catalogue;
    let mut problems = Problems::new();
    let species = catalogue.species(&request.piece.species);
    let usual = species.map(|s| Doneness::Band(s.usual_doneness.clone()));
    let doneness = request.doneness.clone().or(usual).unwrap_or_default();
    let base = PlanRequest {
        piece: request.piece.clone(),
        doneness: doneness.clone(),
        altitude_m: request.altitude_m,
        at_risk: request.at_risk,
        rest_s: request.rest_s,
        kitchen: request.kitchen.clone(),
        ..PlanRequest::default()
    };
    let board = check_board(catalogue, &base, &mut problems);
    check_duration(request.rest_s, &mut problems);
    let target = board.and_then(|board| {
        let limit = Limit::of(board.cut, base.piece.stuffed.unwrap_or(false));
        check_doneness(catalogue, &base, &board, limit, &mut problems)
    });
    let own = request.kitchen.as_ref();
    let at_hand = at_hand(catalogue, own, request.gear.as_deref(), &mut problems);
    problems.finish()?;
    let mut methods: Vec<Compared> = catalogue
        .methods
        .iter()
        .map(|method| entry(bench, request, (&base, &at_hand), method))
        .collect();
    methods.sort_by(|a, b| b.fit.total_cmp(&a.fit));
    bench.afford(Ok(CompareAnswer {
        target_name: target.map_or_else(String::new, |t| t.name),
        doneness,
        methods,
    }))
}

/// Reasons with their points, and what counts without being a reason.
#[derive(Default)]
struct Scores {
    reasons: Vec<(f64, String)>,
    small: Vec<(f64, String)>,
}

impl Scores {
    fn add(&mut self, points: f64, reason: impl Into<String>) {
        self.reasons.push((points, reason.into()));
    }

    fn small(&mut self, points: f64, what: impl Into<String>) {
        self.small.push((points, what.into()));
    }

    /// What the fit is made of, the weightiest first after what the way begins with.
    fn parts(&self, base: f64) -> Vec<FitPart> {
        let part =
            |(points, what): &(f64, String)| FitPart { points: points.round(), what: what.clone() };
        let mut parts: Vec<FitPart> = self.reasons.iter().chain(&self.small).map(part).collect();
        parts.retain(|p| p.points.abs() >= 1.0);
        parts.sort_by(|a, b| b.points.abs().total_cmp(&a.points.abs()));
        parts.insert(0, FitPart { points: base, what: "What this way begins with.".to_owned() });
        parts
    }
}

fn missing(at_hand: &[Arc<Known>], method: &Method) -> Vec<GearKind> {
    let has = |kind: &GearKind| at_hand.iter().any(|known| known.gear.kinds.contains(kind));
    method.needs.iter().copied().filter(|kind| !has(kind)).collect()
}

fn entry(
    bench: Bench<'_>,
    request: &CompareRequest,
    (base, at_hand): (&PlanRequest, &[Arc<Known>]),
    method: &Method,
) -> Compared {
    let catalogue = bench.catalogue;
    let mut scores = Scores::default();
    let piece = &request.piece;
    if let (Some(species), Some(cut)) =
        (catalogue.species(&piece.species), catalogue.cut(&piece.cut))
    {
        for rule in &method.fit {
            if rule.applies(species, cut, piece.thickness_mm, piece.skin) {
                scores.add(rule.points, rule.reason.clone());
            }
        }
    }
    let lacking = missing(at_hand, method);
    let mut gear: Vec<String> = method.needs.iter().map(ToString::to_string).collect();
    let mut outcome = None;
    if lacking.is_empty() {
        let asked =
            PlanRequest { method: method.id.clone(), gear: request.gear.clone(), ..base.clone() };
        match resolve(bench, &asked) {
            Ok(resolved) => {
                gear = resolved.setup.gear().map(|g| g.name.clone()).collect();
                outcome = run(&resolved, &mut scores);
            }
            Err(errors) => {
                let why = errors.into_iter().map(|e| e.message).collect::<Vec<_>>().join("; ");
                scores.add(OUT_OF_REACH_POINTS, sentence(&why));
            }
        }
    } else {
        let names: Vec<String> = lacking.iter().map(ToString::to_string).collect();
        scores.add(MISSING_POINTS, format!("Needs {}.", names.join(" and ")));
    }
    let parts = scores.parts(method.fit_base);
    let sum: f64 = scores.reasons.iter().chain(&scores.small).map(|s| s.0).sum();
    let fit = (method.fit_base + sum).bounded(0.0, 100.0);
    // What speaks for a method leads when it suits, what speaks against it when it does not.
    let suits = fit >= SUITS && outcome.is_some();
    let sign = if suits { 1.0 } else { -1.0 };
    scores.reasons.sort_by(|a, b| (sign * b.0).total_cmp(&(sign * a.0)));
    // A method that suits without anything special to say for it says what it is.
    let reason = scores.reasons.first().filter(|(points, _)| sign * points > 0.0);
    let reason = reason.map_or_else(|| method.about.clone(), |(_, why)| why.clone());
    let reasons: Vec<String> = scores.reasons.into_iter().map(|s| s.1).collect();
    Compared {
        method: method.id.clone(),
        name: method.name.clone(),
        fit: fit.round(),
        suits,
        reason,
        reasons,
        parts,
        gear,
        missing: lacking.iter().map(ToString::to_string).collect(),
        smell: method.smell,
        outcome,
    }
}

/// Runs one method and scores what the simulation shows.
fn run(resolved: &Resolved<'_>, scores: &mut Scores) -> Option<Outcome> {
    let setup = &resolved.setup;
    let solved = match solve(resolved, Effort::COMPARED) {
        Ok(solved) => solved,
        Err(errors) => {
            let why = errors.first().map(|e| e.message.clone()).unwrap_or_default();
            scores.add(OUT_OF_REACH_POINTS, sentence(&why));
            return None;
        }
    };
    let quality = judge(setup, &solved.schedule, solved.pull_s, &solved.record);
    let pulled = (solved.pull_s, solved.record.ending.level_c);
    let window_s = window(resolved, &solved.schedule, pulled, solved.slope)
        .map(|(early_s, late_s)| late_s - early_s);
    if let Some(window_s) = window_s {
        let points = (WINDOW_POINTS * (window_s.max(1.0) / PLAIN_WINDOW_S).log2())
            .bounded(-MOST_WINDOW_POINTS, MOST_WINDOW_POINTS);
        // A window like any other counts, but nobody would name it as the reason.
        if window_s < TIGHT_WINDOW_S {
            let reason = format!("Unforgiving: only {window_s:.0} s between under and over.");
            scores.add(points, reason);
        } else if window_s > FORGIVING_WINDOW_S {
            scores.add(points, format!("Forgiving: right for {}.", clock(window_s)));
        } else {
            scores.small(points, format!("Right for {}.", clock(window_s)));
        }
    }
    if scorches(&solved.record) {
        scores.add(SCORCH_POINTS, "The face scorches before the middle is done.");
    }
    if quality.firm_share > FIRM_FREE_SHARE {
        scores.add(
            FIRM_POINTS * (quality.firm_share - FIRM_FREE_SHARE),
            format!("{:.0} % of the flesh gets firm.", quality.firm_share * 100.0),
        );
    }
    if quality.tear_risk.is_some_and(|risk| risk > TEAR_LIKELY) {
        scores.add(TEAR_POINTS, "Likely to stick and tear.");
    }
    if let Some(vessel) = setup.vessel()
        && setup.length_m * 1000.0 > longest_mm(vessel)
    {
        scores.add(
            TOO_LONG_POINTS,
            format!(
                "About {:.0}{MM} long: does not fit the {}.",
                setup.length_m * 1000.0,
                vessel.name
            ),
        );
    }
    let preheat_s = preheat_s(setup, &solved.trial);
    let rest_s = setup.rest.duration_s;
    let turns = solved.schedule.turns_s.len() as f64;
    let record = solved.record;
    Some(Outcome {
        medium_c: setup.said_c().round(),
        knob: setup.look().map_or_else(String::new, |l| l.knob.clone()),
        flip_s: solved.schedule.turns_s.first().map(|s| s.round()),
        pull_s: solved.pull_s.round(),
        rest_s,
        total_s: (preheat_s + solved.pull_s + rest_s).round(),
        preheat_s: preheat_s.round(),
        window_s: window_s.map(f64::round),
        quality,
        hands_on_s: (setup.method.attention * solved.pull_s
            + HANDLING_S * f64::from(setup.count)
            + TURN_S * turns.min(6.0))
        .round(),
        core_served_c: (record.ending.core_served_c * 10.0).round() / 10.0,
        aim_c: resolved.target.aim_c,
        strip: SmallStrip {
            time_s: record.section.time_s,
            temperature_c: record.section.temperature_c,
            crust_bottom_mm: record.series.crust_bottom_mm,
            crust_top_mm: record.series.crust_top_mm,
            turns_s: solved.schedule.turns_s,
        },
    })
}

/// Hands for putting one piece in and taking it out, and for one turn, s (common practice).
const HANDLING_S: f64 = 15.0;
const TURN_S: f64 = 10.0;
