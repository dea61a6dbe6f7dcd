//! Salt on its way into the fish: Fick's law on the same finite volumes and steps as heat.
//!
//! Concentration takes the place of temperature (g of salt per kg of the flesh's water), diffusivity
//! that of thermal diffusivity, and a mass-transfer coefficient that of the film coefficient; the
//! solver does not know the difference.

mod salted;

use serde::{Deserialize, Serialize};

use crate::bench::Bench;
use crate::catalogue::{Catalogue, FaceContext, SaltKind, Salting, Wetness};
use crate::error::{FieldError, Problems};
use crate::piece::{Board, Dimensions, FRIDGE_C, Piece, look_up};
use crate::prep::salt::salted::SaltedPiece;
use crate::say::{GRAMS, hundredth, long_time, thousandth};
use cindo_heat::bounded::Bounded;
use cindo_heat::constants::{GAS_CONSTANT_J_MOLK, KELVIN_OFFSET};
use cindo_heat::flesh::Flesh;
use cindo_heat::grid::Grid;
use cindo_heat::reservoir::Heater;
use cindo_heat::solve::{Accuracy, Phase, Simulation};
use cindo_heat::water::boiling_point_c;

/// What a cook wants of the salt. What is left out is as the school has it.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct SaltChoice {
    /// Id of the way of salting; the usual one of the method when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub salting: Option<String>,
    /// How long, min.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub minutes: Option<f64>,
    /// Salt, g per 100 g of fish (of brine: g per 100 g of brine), 0.1 to 26.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0.1, maximum = 26))]
    pub percent: Option<f64>,
    /// Rinsed and dried afterwards.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub rinse: Option<bool>,
    /// Rest in the fridge afterwards, min, 0 to 1440.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 1440))]
    pub rest_min: Option<f64>,
}

/// Salt for one piece.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct SaltRequest {
    /// The piece.
    pub piece: Piece,
    /// What is wanted.
    #[serde(default)]
    pub salt: SaltChoice,
}

/// How it will taste.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum SaltVerdict {
    /// Most guests would ask for salt.
    BarelySeasoned,
    /// As most guests like it.
    JustRight,
    /// More than most like.
    TooSalty,
}

/// What a rinse or a rest changes.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SaltChange {
    /// What is done otherwise.
    pub what: String,
    /// Salt on the plate, g per 100 g.
    pub eaten_percent: f64,
    /// In the outer 2 mm, g per 100 g.
    pub surface_percent: f64,
}

/// Where the salt is when the fish meets the heat.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SaltAnswer {
    /// Id of the way of salting.
    pub salting: String,
    /// Its name.
    pub name: String,
    /// Why a cook does it.
    pub why: String,
    /// How long the salt is on, min.
    pub minutes: f64,
    /// Whether it is rinsed.
    pub rinse: bool,
    /// How long it rests after that, min.
    pub rest_min: f64,
    /// Salt to weigh out for all pieces, g.
    pub salt_g: f64,
    /// Water to dissolve it in, g.
    pub water_g: f64,
    /// Heights through the piece, mm, lowest first; of a whole fish from the middle outwards.
    pub height_mm: Vec<f64>,
    /// Salt there, g per 100 g of flesh.
    pub salt_percent: Vec<f64>,
    /// Mean in the flesh, g per 100 g.
    pub mean_percent: f64,
    /// Mean in the outer 2 mm that took salt, g per 100 g.
    pub surface_percent: f64,
    /// Still lying on the surface, g for all pieces.
    pub left_on_g: f64,
    /// On the plate: in the flesh and on it, g per 100 g.
    pub eaten_percent: f64,
    /// Water that the salt drew out of all pieces, g.
    pub drawn_g: f64,
    /// Water that all pieces lost to the fridge's air, g.
    pub dried_g: f64,
    /// How it will taste.
    pub verdict: SaltVerdict,
    /// In one sentence.
    pub sentence: String,
    /// Time from salting to the heat, s.
    pub lead_s: f64,
    /// What a rinse or a rest would change.
    pub changes: Vec<SaltChange>,
    /// What to mind.
    pub cautions: Vec<String>,
}

/// Diffusivity of salt in fish muscle at 25 °C, m²/s, and its activation energy, J/mol: some 70 % of
/// that in water. Source: Del Valle & Nickerson (1967), J. Food Science 32:173, swordfish (from
/// memory); the figures that others report lie between 0.7 and 1.5 × 10⁻⁹.
const DIFFUSIVITY_25_M2_S: f64 = 1.1e-9;

const ACTIVATION_J_MOL: f64 = 20_000.0;

/// Salt in a kg of water when no more dissolves, g. Source: handbook tables, 359 at 20 °C.
const SATURATED_G_KG: f64 = 357.0;

/// Under running water, s.
const RINSE_S: f64 = 20.0;

/// Water drawn per salt taken up from saturated brine, kg/kg: heavily salted cod loses some two to
/// three times the salt that it takes (from memory); none from brines up to 6 %.
const DRAWN_PER_SALT: f64 = 2.0;

const DRAWS_FROM_SHARE: f64 = 0.06;

/// Salt as a share of a saturated brine.
const SATURATED_SHARE: f64 = SATURATED_G_KG / (1000.0 + SATURATED_G_KG);

/// Tastes seasoned, and tastes salty, g per 100 g (common practice: 0.8 to 1.5 is usual).
const SEASONED_PERCENT: f64 = 0.5;

const SALTY_PERCENT: f64 = 1.8;

/// Diffusivity of salt in fish muscle, m²/s, for 0 to 30 °C.
pub fn diffusivity_m2_s(temperature_c: f64) -> f64 {
    let inverse = |c: f64| 1.0 / (c + KELVIN_OFFSET);
    DIFFUSIVITY_25_M2_S
        * (-ACTIVATION_J_MOL / GAS_CONSTANT_J_MOLK * (inverse(temperature_c) - inverse(25.0))).exp()
}

/// A salting with everything decided.
#[derive(Clone, Copy)]
struct Course<'a> {
    salting: &'a Salting,
    minutes: f64,
    /// Salt in the school's own sense, as a share.
    share: f64,
    rinse: bool,
    rest_min: f64,
}

/// How a course ends.
struct Outcome {
    percent: Vec<f64>,
    mean_percent: f64,
    surface_percent: f64,
    left_on_kg: f64,
    taken_kg: f64,
}

impl Course<'_> {
    /// Runs it for one piece of `weight_kg`.
    fn run(&self, salted: &SaltedPiece<'_>, weight_kg: f64) -> Outcome {
        let mut state = salted.fresh();
        let duration_s = self.minutes * 60.0;
        let per_m2 = weight_kg / salted.area_m2;
        let mut dose_kg_m2 = 0.0;
        match self.salting.kind {
            SaltKind::Dry => {
                dose_kg_m2 = self.share * per_m2;
                salted.strew(&mut state, duration_s, dose_kg_m2);
            }
            SaltKind::Brine | SaltKind::Equilibrium => {
                let (salt_kg, water_kg) = self.brine_kg(weight_kg);
                let strength = 1000.0 * salt_kg / water_kg;
                salted.soak(&mut state, duration_s, strength, water_kg / salted.area_m2);
            }
        }
        let taken_kg = salted.salt_kg_m2(&state) * salted.area_m2;
        let mut left_on_kg = (dose_kg_m2 * salted.area_m2 - taken_kg).max(0.0);
        if self.rinse {
            left_on_kg = 0.0;
            salted.expose(&mut state, RINSE_S, Some(0.0));
        }
        salted.expose(&mut state, self.rest_min * 60.0, None);
        let percent = salted.percent(&state);
        Outcome {
            mean_percent: 100.0 * salted.salt_kg_m2(&state) * salted.area_m2 / weight_kg,
            surface_percent: salted.surface_percent(&percent),
            percent,
            left_on_kg,
            taken_kg,
        }
    }

    /// Salt and water of the brine for a piece, kg.
    fn brine_kg(&self, weight_kg: f64) -> (f64, f64) {
        let water_kg = self.salting.water_share * weight_kg;
        match self.salting.kind {
            SaltKind::Dry => (self.share * weight_kg, 0.0),
            SaltKind::Brine => (water_kg * self.share / (1.0 - self.share), water_kg),
            // Fish and water end up alike.
            SaltKind::Equilibrium => (self.share * (weight_kg + water_kg), water_kg),
        }
    }
}

impl Outcome {
    /// On the plate: in the flesh and on it, g per 100 g.
    fn eaten_percent(&self, weight_kg: f64) -> f64 {
        self.mean_percent + 100.0 * self.left_on_kg / weight_kg
    }
}

fn check<'a>(
    catalogue: &'a Catalogue,
    board: &Board<'_>,
    choice: &SaltChoice,
    problems: &mut Problems,
) -> Option<Course<'a>> {
    let id = choice.salting.as_deref().unwrap_or("just_before");
    let salting =
        problems.named("salt.salting", "a way of salting", id, &catalogue.saltings, |s| &s.id)?;
    if salting.whole_only && !board.cut.on_the_bone {
        problems.add(
            "salt.salting",
            "overnight salt cures a fillet until it is too salty and dry; only whole fish stands it",
        );
    }
    let minutes = choice.minutes.unwrap_or(salting.usual_min);
    problems.range("salt.minutes", minutes, salting.range_min[0], salting.range_min[1], "min");
    let usual = match salting.kind {
        SaltKind::Brine => salting.brine_share,
        SaltKind::Dry | SaltKind::Equilibrium => salting.salt_share,
    };
    let percent = choice.percent.unwrap_or(100.0 * usual);
    let most = if salting.kind == SaltKind::Equilibrium { 4.0 } else { 26.0 };
    problems.range("salt.percent", percent, 0.1, most, "%");
    let rest_min = choice.rest_min.unwrap_or(0.0);
    problems.range("salt.rest_min", rest_min, 0.0, 1440.0, "min");
    let rinse = choice.rinse.unwrap_or(salting.rinse);
    Some(Course { salting, minutes, share: percent / 100.0, rinse, rest_min })
}

/// Where the salt is when the fish meets the heat.
///
/// # Errors
/// Each field that is wrong, with what is allowed.
pub fn salt<'a>(
    bench: impl Into<Bench<'a>>,
    request: &SaltRequest,
) -> Result<SaltAnswer, Vec<FieldError>> {
    let bench = bench.into();
    bench.afford(salted(bench, request))
}

fn salted(bench: Bench<'_>, request: &SaltRequest) -> Result<SaltAnswer, Vec<FieldError>> {
    let catalogue = bench.catalogue;
    let mut problems = Problems::new();
    let piece = &request.piece;
    let board = look_up(catalogue, piece, &mut problems);
    let course = board.and_then(|b| check(catalogue, &b, &request.salt, &mut problems));
    problems.finish()?;
    let (Some(board), Some(course)) = (board, course) else { return Err(Vec::new()) };
    let size = board.dimensions(piece);
    let salted = SaltedPiece::new(bench.budget, &board, piece, &size);
    let outcome = course.run(&salted, size.weight_kg);
    let eaten = outcome.eaten_percent(size.weight_kg);
    let count = f64::from(piece.count.unwrap_or(1));
    let (salt_kg, water_kg) = course.brine_kg(size.weight_kg);
    let strength = if course.salting.kind == SaltKind::Dry {
        SATURATED_SHARE
    } else {
        salt_kg / (salt_kg + water_kg)
    };
    let draws = (strength - DRAWS_FROM_SHARE) / (SATURATED_SHARE - DRAWS_FROM_SHARE);
    let drawn_kg = DRAWN_PER_SALT * draws.bounded(0.0, 1.0) * outcome.taken_kg;
    let open_s = 60.0 * (course.minutes + course.rest_min);
    let dried_kg =
        if course.salting.uncovered { dried_kg(bench, &board, &size, piece, open_s) } else { 0.0 };
    let verdict = match eaten {
        e if e < SEASONED_PERCENT => SaltVerdict::BarelySeasoned,
        e if e > SALTY_PERCENT => SaltVerdict::TooSalty,
        _ => SaltVerdict::JustRight,
    };
    let grams = |kg: f64| (kg * count * 1e4).round() / 10.0;
    Ok(SaltAnswer {
        salting: course.salting.id.clone(),
        name: course.salting.name.clone(),
        why: course.salting.why.clone(),
        minutes: course.minutes,
        rinse: course.rinse,
        rest_min: course.rest_min,
        salt_g: grams(salt_kg),
        water_g: grams(water_kg),
        height_mm: salted.grid.centre_m.iter().map(|z| (z * 1e5).round() / 100.0).collect(),
        salt_percent: outcome.percent.iter().copied().map(thousandth).collect(),
        mean_percent: hundredth(outcome.mean_percent),
        surface_percent: hundredth(outcome.surface_percent),
        left_on_g: grams(outcome.left_on_kg),
        eaten_percent: hundredth(eaten),
        drawn_g: grams(drawn_kg),
        dried_g: grams(dried_kg),
        verdict,
        sentence: sentence(verdict, eaten, &outcome),
        lead_s: open_s + if course.rinse { RINSE_S } else { 0.0 },
        changes: changes(&course, &salted, size.weight_kg),
        cautions: cautions(&board, &course),
    })
}

fn sentence(verdict: SaltVerdict, eaten: f64, outcome: &Outcome) -> String {
    let taste = match verdict {
        SaltVerdict::BarelySeasoned => "Barely seasoned",
        SaltVerdict::JustRight => "Just right for most",
        SaltVerdict::TooSalty => "Too salty for most",
    };
    let core = outcome.percent[outcome.percent.len() / 2];
    let place = if core > 0.6 * outcome.mean_percent {
        "through and through"
    } else if core > 0.1 * outcome.mean_percent {
        "less in the middle than outside"
    } else {
        "all of it near the surface"
    };
    format!("{taste}: {eaten:.1}{GRAMS} of salt in 100{GRAMS} on the plate, {place}.")
}

/// The same with and without a rinse, and with an hour's rest.
fn changes(course: &Course<'_>, salted: &SaltedPiece<'_>, weight_kg: f64) -> Vec<SaltChange> {
    let other = |what: &str, changed: Course<'_>| {
        let outcome = changed.run(salted, weight_kg);
        SaltChange {
            what: what.to_owned(),
            eaten_percent: hundredth(outcome.eaten_percent(weight_kg)),
            surface_percent: hundredth(outcome.surface_percent),
        }
    };
    let (what, rinsed) =
        if course.rinse { ("without the rinse", false) } else { ("rinsed and dried", true) };
    let rested = course.rest_min + 60.0;
    vec![
        other(what, Course { rinse: rinsed, ..*course }),
        other("an hour more in the fridge before the heat", Course { rest_min: rested, ..*course }),
    ]
}

/// What a piece loses to the air of the fridge, kg: the heat solver with a drying face.
fn dried_kg(
    bench: Bench<'_>,
    board: &Board<'_>,
    size: &Dimensions,
    piece: &Piece,
    duration_s: f64,
) -> f64 {
    let boil_c = boiling_point_c(0.0);
    let flesh = Flesh::of(&board.species.flesh(), boil_c);
    let shape = board.cut.all_round(size.thickness_m, size.width_m, false);
    let grid = Grid::new(shape, size.thickness_m, Accuracy::COARSE.cells);
    // On a rack air reaches all round; half of a skin-on piece's surface is skin.
    let wet = |id: &str| bench.catalogue.coating(id).map_or(0.0, |c| c.wet);
    let bare = wet("none");
    let wet = match (piece.skin, board.cut.on_the_bone) {
        (true, true) => wet("oil"),
        (true, false) => 0.5 * (bare + wet("oil")),
        (false, _) => bare,
    };
    let surface = Wetness { wet, ..Wetness::default() };
    let context = FaceContext { boil_c, surface, film_factor: 1.0 };
    let phase = Phase {
        duration_s,
        bottom: None,
        top: bench.catalogue.faces.get("cold_uncovered").map(|row| row.surround(&context)),
        heater: Heater::held(FRIDGE_C),
    };
    let accuracy = Accuracy { longest_step_s: 900.0, ..Accuracy::COARSE };
    let mut state = Simulation::new(&flesh, &grid, accuracy, FRIDGE_C).within(bench.budget);
    state.run(&phase, &mut ());
    // Volume of a m² of outer face, from the grid.
    state.balance().evaporated_kg_m2 * size.volume_m3 / grid.total_volume_m()
}

fn cautions(board: &Board<'_>, course: &Course<'_>) -> Vec<String> {
    let mut cautions = Vec::new();
    if course.minutes + course.rest_min > 30.0 {
        cautions.push(format!(
            "In the fridge for these {}, not on the bench{}.",
            long_time(60.0 * (course.minutes + course.rest_min)),
            if board.species.histamine {
                ": this kind makes histamine when it gets warm"
            } else {
                ""
            }
        ));
        cautions
            .push("Salt and cure do not kill parasites; only heat or deep cold does.".to_owned());
    }
    cautions
}

#[cfg(test)]
mod tests;
