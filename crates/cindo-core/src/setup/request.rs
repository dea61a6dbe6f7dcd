//! What is asked, and its checks.

use serde::{Deserialize, Serialize};

use super::Setup;
use super::choose::{
    check_coating, check_gear, check_medium, check_school, check_second, check_variant,
};
use super::fit::places;
use super::rest::check_rest;
use super::target::{Limit, Target};
use crate::bench::Bench;
use crate::catalogue::{Catalogue, Oil, School, Species};
use crate::error::{FieldError, Problems};
use crate::kitchen::{ALTITUDE_RANGE_M, Calibration, OwnKitchen};
use crate::piece::{Board, Dimensions, Piece, look_up};
use crate::say::{listed, quoted};
use cindo_heat::bounded::Bounded;
use cindo_heat::ice::FREEZING_C;
use cindo_heat::water::boiling_point_c;

/// A band's name, or the core when it is eaten, °C.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(untagged, expecting = "expected a doneness by name or the core in °C")]
pub enum Doneness {
    /// Core when it is eaten (the highest from the pull on), °C, 30 to 85.
    Core(f64),
    /// Id of a band.
    Band(String),
}

impl Default for Doneness {
    fn default() -> Self {
        Self::Band("medium".to_owned())
    }
}

/// What to plan.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct PlanRequest {
    /// The piece.
    pub piece: Piece,
    /// Id of the method.
    pub method: String,
    /// Target.
    pub doneness: Doneness,
    /// School of turning; the method's usual one when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub school: Option<School>,
    /// Temperature of the pan, oven, liquid, grate or oil, °C; the method's usual one when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub medium_c: Option<f64>,
    /// Temperature of the second heat (the oven after the pan), °C, 120 to 250; the method's usual one
    /// when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 120, maximum = 250))]
    pub second_c: Option<f64>,
    /// When it moves there, s after it met the heat, 20 to 900; the method's usual moment when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 20, maximum = 900))]
    pub second_s: Option<f64>,
    /// Height above sea level, m, −430 to 5500.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = -430, maximum = 5500))]
    pub altitude_m: Option<f64>,
    /// Id of the coat; the method's usual one when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub coating: Option<String>,
    /// Id of the method's variation; its usual one when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub variant: Option<String>,
    /// Ids of the gear at hand; everything that the catalogue knows when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(max_items = 100))]
    pub gear: Option<Vec<String>>,
    /// Id of the gear at hand that it is cooked in; the first that the method can be made with when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub vessel: Option<String>,
    /// What this kitchen knows of its gear, and its habits; nothing when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub kitchen: Option<OwnKitchen>,
    /// How much faster the fish takes heat than the solver has it, as a factor on film coefficients, 0.5 to 2:
    /// what the log says of such pieces. 1 when left out. It never shortens a plan by the book.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0.5, maximum = 2))]
    pub film_factor: Option<f64>,
    /// Id of the fat; sunflower oil when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub oil: Option<String>,
    /// Guests at risk eat it: by the book only, and some fish not at all.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub at_risk: Option<bool>,
    /// Turned at this moment, s after it met the heat; the school's moment when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 14_400))]
    pub turn_s: Option<f64>,
    /// Off the heat at this moment, s; worked out when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 14_400))]
    pub out_s: Option<f64>,
    /// How long it stands before it is eaten, s; the usual time when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 1800))]
    pub rest_s: Option<f64>,
    /// Id of what it stands on until then; the usual support when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub rest_on: Option<String>,
    /// Temperature of the warm oven that it stands in, °C, 40 to 110; 70 when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 40, maximum = 110))]
    pub rest_c: Option<f64>,
    /// A quick answer while something is dragged: on coarser grids, without the largest batch and the
    /// side.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub brief: Option<bool>,
}

/// Longest clock time that may be given, s.
pub(crate) const LONGEST_ASKED_S: f64 = 4.0 * 3600.0;

/// The fat when none is named.
const USUAL_OIL: &str = "sunflower";

/// A request with everything that it names looked up.
#[derive(Debug, Clone)]
pub(crate) struct Resolved<'a> {
    pub(crate) setup: Setup<'a>,
    pub(crate) target: Target,
    pub(crate) oil: &'a Oil,
    pub(crate) limit: Limit,
    /// Pieces asked for; the setting holds what fits at once.
    pub(crate) count: u32,
}

/// Most pieces of gear in a list.
pub(crate) const MOST_GEAR: usize = 100;

/// Boiling point where the request is cooked, °C.
fn boil_c(request: &PlanRequest) -> f64 {
    let (low_m, high_m) = ALTITUDE_RANGE_M;
    boiling_point_c(request.altitude_m.unwrap_or(0.0).bounded(low_m, high_m))
}

fn check_moments(request: &PlanRequest, problems: &mut Problems) {
    for (field, value) in [("turn_s", request.turn_s), ("out_s", request.out_s)] {
        if let Some(value) = value {
            problems.range(field, value, 1.0, LONGEST_ASKED_S, "s");
        }
    }
}

impl PlanRequest {
    /// The same piece and doneness in another method, with everything there as usual.
    pub(crate) fn in_method(&self, method: &str) -> Self {
        Self {
            method: method.to_owned(),
            medium_c: None,
            second_c: None,
            second_s: None,
            school: None,
            coating: None,
            variant: None,
            turn_s: None,
            out_s: None,
            rest_on: None,
            rest_c: None,
            film_factor: None,
            vessel: None,
            ..self.clone()
        }
    }

    /// The same without the cook's own turn and pull, where they are what is being looked for anew.
    ///
    /// # Errors
    /// The one or the other is out of range all the same.
    pub(crate) fn without_moments(&self) -> Result<Self, Vec<FieldError>> {
        let mut problems = Problems::new();
        check_moments(self, &mut problems);
        problems.finish()?;
        Ok(Self { turn_s: None, out_s: None, ..self.clone() })
    }
}

/// Factors on film coefficients that a log may ask for.
const FILM_FACTOR: (f64, f64) = (0.5, 2.0);
/// No piece is thinner than this share of what it was thought to be.
const THINNEST_SHARE: f64 = 0.5;

/// What was learnt of this kitchen changes what is thought of the piece and its heat. What nobody measured
/// never shortens a plan by the book.
fn learnt(setup: &mut Setup<'_>, request: &PlanRequest, target: &Target) {
    let calibration = setup.calibration().unwrap_or(Calibration::USUAL);
    let by_the_book = target.to_c.is_none();
    let film_factor = calibration.film_factor * request.film_factor.unwrap_or(1.0);
    setup.film_factor = if by_the_book { film_factor.min(1.0) } else { film_factor };
    // A dial is set to what it should have said; where the heat is judged by its looks, it is as it is.
    if setup.is_judged() {
        let runs_k = calibration.runs_at_k(setup.medium_c);
        setup.runs_k = if by_the_book { runs_k.min(0.0) } else { runs_k };
        setup.medium_c += setup.runs_k;
    }
    if let Some(eye) = setup.eye {
        let thicker_m = eye.thicker_mm / 1000.0;
        let thicker_m = if by_the_book { thicker_m.max(0.0) } else { thicker_m };
        setup.thickness_m = (setup.thickness_m + thicker_m).max(THINNEST_SHARE * setup.thickness_m);
    }
}

/// Checks everything that does not depend on the method.
pub(crate) fn check_board<'a>(
    catalogue: &'a Catalogue,
    request: &PlanRequest,
    problems: &mut Problems,
) -> Option<Board<'a>> {
    let board = look_up(catalogue, &request.piece, problems);
    let altitude_m = request.altitude_m.unwrap_or(0.0);
    problems.range("altitude_m", altitude_m, ALTITUDE_RANGE_M.0, ALTITUDE_RANGE_M.1, "m");
    check_moments(request, problems);
    if let Some(factor) = request.film_factor {
        problems.range("film_factor", factor, FILM_FACTOR.0, FILM_FACTOR.1, "");
    }
    if let Some(species) = catalogue.species(&request.piece.species)
        && request.at_risk.unwrap_or(false)
    {
        let why = if species.mercury {
            Some("carries mercury, which cooking does not remove")
        } else if species.ciguatera {
            Some("can carry ciguatera toxin, which cooking does not remove")
        } else {
            None
        };
        if let Some(why) = why {
            problems.add(
                "piece.species",
                format!(
                    "{} {why}: not for guests at risk at all; choose another kind",
                    species.name
                ),
            );
        }
    }
    board
}

/// Checks a request.
///
/// # Errors
/// Each field that is wrong, with what is allowed.
pub fn check_request<'a>(
    bench: impl Into<Bench<'a>>,
    request: &PlanRequest,
) -> Result<(), Vec<FieldError>> {
    resolve(bench.into(), request).map(|_| ())
}

/// Checks a request and looks up what it names.
///
/// # Errors
/// Each field that is wrong, with what is allowed.
pub(crate) fn resolve<'a>(
    bench: Bench<'a>,
    request: &PlanRequest,
) -> Result<Resolved<'a>, Vec<FieldError>> {
    let catalogue = bench.catalogue;
    let piece = &request.piece;
    let mut problems = Problems::new();
    let board = check_board(catalogue, request, &mut problems);
    let boil_c = boil_c(request);
    let method =
        problems.named("method", "a method", &request.method, &catalogue.methods, |m| &m.id);
    let oil_id = request.oil.as_deref().unwrap_or(USUAL_OIL);
    let oil = problems.named("oil", "a fat", oil_id, &catalogue.oils, |o| &o.id);
    let limit = board.map_or(Limit::INTACT, |b| Limit::of(b.cut, piece.stuffed.unwrap_or(false)));
    let target = board.and_then(|b| check_doneness(catalogue, request, &b, limit, &mut problems));
    let checked = method.filter(|_| board.is_some()).map(|method| {
        let meant_for = |coat: &str| {
            let cut = board?.cut;
            method.settings.iter().find(|s| s.applies(cut, coat, piece.thickness_mm))
        };
        let usual_coat = meant_for("").and_then(|s| s.coating.as_deref());
        let coat = request.coating.as_deref().or(usual_coat);
        let coating = check_coating(catalogue, method, coat, &mut problems);
        let suited = coating.and_then(|coating| meant_for(&coating.id));
        let usual_c = suited.and_then(|s| s.medium_c).or(method.default_c);
        let medium_c = check_medium(method, (request.medium_c, usual_c), boil_c, &mut problems);
        // A whole fish has two sides alike: it is turned half way.
        let has_best_side = piece.skin && !board.is_some_and(|b| b.cut.on_the_bone);
        let school = check_school(method, request.school, has_best_side, &mut problems);
        let asked = request.variant.as_deref().or(suited.and_then(|s| s.variant.as_deref()));
        let variant = check_variant(method, asked, &mut problems);
        let gear = check_gear(catalogue, method, request, &mut problems);
        if piece.start_c < FREEZING_C
            && let Some(why) = &method.not_from_frozen
        {
            problems.add(
                "piece.start_c",
                format!("{} is not for frozen fish: {why}. Thaw it first", method.name),
            );
        }
        let second = check_second(method, request, &mut problems);
        if request.turn_s.is_some() && method.schools.is_empty() {
            problems.add("turn_s", format!("nothing is turned in {}; leave it out", method.name));
        }
        let rest = board.zip(target.as_ref()).and_then(|(board, target)| {
            let resting = &catalogue.resting;
            let usual = resting.usual(method, board.cut, piece.thickness_mm, target.aim_c)?;
            check_rest(resting, request, usual, (method, coating), &mut problems)
        });
        (medium_c, school, coating, variant, gear, rest, (suited, second))
    });
    if let (Some(turn_s), Some(out_s)) = (request.turn_s, request.out_s)
        && turn_s >= out_s
    {
        problems.add("turn_s", format!("the turn must come before {out_s:.0} s, when it is out"));
    }
    problems.finish()?;
    let (Some(board), Some(method), Some(oil), Some(target), Some(checked)) =
        (board, method, oil, target, checked)
    else {
        return Err(Vec::new());
    };
    let (medium_c, school, coating, variant, gear, rest, (suited, second)) = checked;
    let (Some(coating), Some(rest)) = (coating, rest) else { return Err(Vec::new()) };
    let cut = board.cut;
    let measured = piece.thickness_measured.unwrap_or(false);
    let Dimensions { thickness_m, width_m, length_m, weight_kg, .. } = board.dimensions(piece);
    let mut setup = Setup {
        bench,
        method,
        variant,
        species: board.species,
        cut,
        coating,
        known: gear,
        eye: request.kitchen.as_ref().and_then(|k| k.eye).filter(|_| !measured),
        scatter: request.kitchen.as_ref().and_then(|k| k.scatter).unwrap_or(1.0),
        thickness_m,
        width_m,
        length_m,
        weight_kg,
        count: 1,
        skin: piece.skin,
        start_c: piece.start_c,
        stuffed: piece.stuffed.unwrap_or(false),
        rest,
        school,
        turn_s: request.turn_s,
        second,
        elsewhere: Vec::new(),
        suited,
        medium_c,
        boil_c,
        film_factor: 1.0,
        runs_k: 0.0,
    };
    learnt(&mut setup, request, &target);
    let count = piece.count.unwrap_or(1);
    setup.count = count.min(places(&setup).max(1));
    Ok(Resolved { setup, target, oil, limit, count })
}

pub(crate) fn check_doneness(
    catalogue: &Catalogue,
    request: &PlanRequest,
    board: &Board<'_>,
    limit: Limit,
    problems: &mut Problems,
) -> Option<Target> {
    let species = board.species;
    // What is asked for is checked even where it does not count.
    let asked = target_of(catalogue, &request.doneness, species, limit, problems);
    // What was minced or stuffed has been touched inside: no kitchen doneness is safe.
    let below_limit =
        limit != Limit::INTACT && asked.as_ref().is_some_and(|t| t.aim_c < limit.core_c);
    if below_limit || request.at_risk.unwrap_or(false) || request.piece.must_be_cooked_through() {
        let by_the_book = Doneness::Band("by_the_book".to_owned());
        return target_of(catalogue, &by_the_book, species, limit, problems);
    }
    asked
}

fn target_of(
    catalogue: &Catalogue,
    doneness: &Doneness,
    species: &Species,
    limit: Limit,
    problems: &mut Problems,
) -> Option<Target> {
    match doneness {
        Doneness::Core(core_c) => {
            problems.range("doneness", *core_c, 30.0, 85.0, "°C");
            Some(Target::of_number(catalogue, *core_c, &species.doneness))
        }
        Doneness::Band(id) => {
            let band = catalogue.band(id);
            if band.is_none() {
                problems.add(
                    "doneness",
                    format!(
                        "{} is not a doneness; allowed are {} or the core in °C",
                        quoted(id),
                        listed(catalogue.bands.iter().map(|b| b.id.as_str()))
                    ),
                );
            }
            band.map(|band| Target::of_band(band, species.doneness.contains(id), limit))
        }
    }
}
