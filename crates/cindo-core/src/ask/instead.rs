//! Instead of: another kind that behaves alike, with its thickness and its own minutes.

use serde::{Deserialize, Serialize};

use crate::bench::Bench;
use crate::catalogue::Species;
use crate::error::{FieldError, within};
use crate::piece::Piece;
use crate::plan::{Effort, solve};
use crate::say::{MM, clock};
use crate::setup::{Doneness, PlanRequest, resolve};

/// What is to be replaced.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct InsteadRequest {
    /// The plan whose fish is not to be had.
    pub plan: PlanRequest,
}

/// One kind to take instead.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Substitute {
    /// Id of the kind.
    pub species: String,
    /// Its name.
    pub name: String,
    /// How alike it behaves, 0 to 100.
    pub alike: f64,
    /// Its usual thickness in this cut, mm.
    pub thickness_mm: f64,
    /// Turned, s.
    pub flip_s: Option<f64>,
    /// Off the heat, s.
    pub pull_s: f64,
    /// How much later (earlier: negative) than the fish that it replaces, s.
    pub later_s: f64,
    /// What changes, as sentences.
    pub changes: Vec<String>,
    /// Its plan.
    pub plan: PlanRequest,
}

/// What to take instead, best first.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct InsteadAnswer {
    /// Off the heat as planned, s.
    pub pull_s: f64,
    /// Kinds, most alike first.
    pub kinds: Vec<Substitute>,
}

/// At most this many are offered.
const MOST: usize = 6;
/// Points taken off for what is different; modelling choices.
const OTHER_GROUP: f64 = 30.0;
const PER_FAT_PERCENT: f64 = 2.0;
const PER_SET_K: f64 = 3.0;
const PER_MM: f64 = 1.0;
const OTHER_BODY: f64 = 6.0;
/// Less alike than this is another dish.
const ALIKE: f64 = 40.0;

fn alike(ours: &Species, other: &Species, thickness_mm: f64, other_mm: f64) -> f64 {
    let mut points = 100.0;
    if ours.group != other.group {
        points -= OTHER_GROUP;
    }
    if ours.body != other.body {
        points -= OTHER_BODY;
    }
    points -= PER_FAT_PERCENT * (ours.composition.fat - other.composition.fat).abs();
    points -= PER_SET_K * (ours.set_shift_k - other.set_shift_k).abs();
    points -= PER_MM * (thickness_mm - other_mm).abs();
    points
}

/// What to take instead of the fish of a plan.
///
/// # Errors
/// Each field of the plan that is wrong, with what is allowed.
pub fn instead<'a>(
    bench: impl Into<Bench<'a>>,
    request: &InsteadRequest,
) -> Result<InsteadAnswer, Vec<FieldError>> {
    let bench = bench.into();
    let asked = request.plan.without_moments().map_err(|errors| within("plan", errors))?;
    let in_plan = |errors| within("plan", errors);
    let resolved = resolve(bench, &asked).map_err(in_plan)?;
    let ours = resolved.setup.species;
    let planned = solve(&resolved, Effort::COMPARED).map_err(in_plan)?;
    let piece = &asked.piece;
    let at_risk = asked.at_risk.unwrap_or(false);
    let mut candidates: Vec<(f64, &Species, f64)> = bench
        .catalogue
        .species
        .iter()
        .filter(|other| other.id != ours.id && !(at_risk && (other.mercury || other.ciguatera)))
        .filter_map(|other| {
            let cut = other.cuts.iter().find(|c| c.cut == piece.cut)?;
            let points = alike(ours, other, piece.thickness_mm, cut.thickness_mm);
            (points >= ALIKE).then_some((points, other, cut.thickness_mm))
        })
        .collect();
    candidates.sort_by(|a, b| b.0.total_cmp(&a.0));
    let kinds = candidates
        .into_iter()
        .filter_map(|(points, other, thickness_mm)| {
            substitute(bench, &asked, (ours, planned.pull_s), (points, other, thickness_mm))
        })
        .take(MOST)
        .collect();
    bench.afford(Ok(InsteadAnswer { pull_s: planned.pull_s.round(), kinds }))
}

fn substitute(
    bench: Bench<'_>,
    asked: &PlanRequest,
    (ours, our_pull_s): (&Species, f64),
    (points, other, thickness_mm): (f64, &Species, f64),
) -> Option<Substitute> {
    let doneness = match &asked.doneness {
        Doneness::Band(id) if !other.doneness.contains(id) => {
            Doneness::Band(other.usual_doneness.clone())
        }
        as_asked => as_asked.clone(),
    };
    let plan = PlanRequest {
        piece: Piece {
            species: other.id.clone(),
            thickness_mm,
            tail_mm: asked.piece.tail_mm.map(|mm| mm.min(thickness_mm)),
            thickness_measured: None,
            freshness: None,
            frozen_for_parasites: None,
            ..asked.piece.clone()
        },
        doneness: doneness.clone(),
        ..asked.clone()
    };
    let resolved = resolve(bench, &plan).ok()?;
    let solved = solve(&resolved, Effort::COMPARED).ok()?;
    let later_s = (solved.pull_s - our_pull_s).round();
    Some(Substitute {
        species: other.id.clone(),
        name: other.name.clone(),
        alike: points.round(),
        thickness_mm,
        flip_s: solved.schedule.turns_s.first().map(|s| s.round()),
        pull_s: solved.pull_s.round(),
        later_s,
        changes: changes(ours, other, asked, &doneness, (thickness_mm, later_s)),
        plan,
    })
}

fn changes(
    ours: &Species,
    other: &Species,
    asked: &PlanRequest,
    doneness: &Doneness,
    (thickness_mm, later_s): (f64, f64),
) -> Vec<String> {
    let mut list = Vec::new();
    let thicker_mm = thickness_mm - asked.piece.thickness_mm;
    if thicker_mm.abs() >= 1.0 {
        let how = if thicker_mm > 0.0 { "thicker" } else { "thinner" };
        list.push(format!(
            "Usually {thickness_mm:.0}{MM} here, {:.0}{MM} {how}.",
            thicker_mm.abs()
        ));
    }
    if later_s.abs() >= 10.0 {
        let how = if later_s > 0.0 { "later" } else { "earlier" };
        list.push(format!("Out {} {how}.", clock(later_s.abs())));
    }
    if *doneness != asked.doneness
        && let Doneness::Band(id) = doneness
    {
        list.push(format!("Better {}.", id.replace('_', " ")));
    }
    let fatter = other.composition.fat - ours.composition.fat;
    if fatter.abs() >= 3.0 {
        list.push(if fatter > 0.0 {
            "Fatter: forgives more, needs less fat.".to_owned()
        } else {
            "Leaner: dries sooner, give it fat.".to_owned()
        });
    }
    for (now, before, text) in [
        (other.histamine, ours.histamine, "Keep it cold: this kind makes histamine."),
        (other.mercury, ours.mercury, "Carries mercury: not for guests at risk."),
        (other.ciguatera, ours.ciguatera, "Can carry ciguatera: not for guests at risk."),
        (other.freshwater, ours.freshwater, "From fresh water: never undercooked if it is wild."),
    ] {
        if now && !before {
            list.push(text.to_owned());
        }
    }
    if ours.bones != other.bones {
        list.push(other.bones.clone());
    }
    list
}
