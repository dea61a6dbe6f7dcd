//! From a piece, a method and a doneness to a plan: heat, turn, pull, rest and the picture.

mod answer;
mod cook;
mod search;

use serde::{Deserialize, Serialize};

pub use answer::{PlanAnswer, SectionPicture, Series, SettingNote};

use crate::catalogue::{Band, Catalogue, Method, School};
use crate::error::{FieldError, Problems};
use crate::method::{Family, Setting};
use crate::water::{ALTITUDE_RANGE_M, boiling_point_c};

/// What is on the board.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Piece {
    /// Id of the kind of fish.
    pub species: String,
    /// Id of the cut.
    pub cut: String,
    /// Thickness at the thickest place, mm, 4 to 120.
    pub thickness_mm: f64,
    /// Width across, mm, 5 to 400; the usual one of the cut when left out. Of a whole fish: its depth.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub width_mm: Option<f64>,
    /// Length, mm, 20 to 1500.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub length_mm: Option<f64>,
    /// Weight of one piece, g, 5 to 10 000.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub weight_g: Option<f64>,
    /// Whether the skin is on.
    #[serde(default)]
    pub skin: bool,
    /// Temperature at the start, °C, −1 to 25.
    pub start_c: f64,
    /// How many pieces, 1 to 60.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub count: Option<u32>,
    /// Whether it was frozen against parasites.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub frozen_for_parasites: Option<bool>,
    /// Whether the thickness was measured rather than judged by eye.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub thickness_measured: Option<bool>,
}

/// A band's name, or the core's peak in °C.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(untagged, expecting = "expected a doneness by name or the core's peak in °C")]
pub enum Doneness {
    /// Core at its peak, °C, 30 to 85.
    Core(f64),
    /// Id of a band.
    Band(String),
}

/// What to plan.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
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
    /// Height above sea level, m, −430 to 5500.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub altitude_m: Option<f64>,
}

/// The target of a plan.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct Target {
    pub(crate) name: String,
    pub(crate) look: String,
    pub(crate) from_c: f64,
    pub(crate) to_c: Option<f64>,
    /// What the core's peak (or the level it holds) is to reach.
    pub(crate) aim_c: f64,
    pub(crate) hold_s: f64,
    pub(crate) usual: bool,
}

/// Half width of the band round a numeric target, K.
const NUMERIC_BAND_K: f64 = 2.5;
/// Steam may be asked for by its temperature if that is boiling here, K either way.
const STEAM_TOLERANCE_K: f64 = 2.0;

impl Target {
    fn of_band(band: &Band, usual: bool) -> Self {
        Self {
            name: band.name.clone(),
            look: band.look.clone(),
            from_c: band.from_c,
            to_c: band.to_c,
            aim_c: band.to_c.map_or(band.from_c, |to| 0.5 * (band.from_c + to)),
            hold_s: band.hold_s,
            usual,
        }
    }

    fn of_number(catalogue: &Catalogue, core_c: f64, usual: &[String]) -> Self {
        let near =
            catalogue.bands.iter().rev().find(|b| core_c >= b.from_c).or(catalogue.bands.first());
        Self {
            name: format!("{core_c:.0} °C"),
            look: near.map_or_else(String::new, |b| b.look.clone()),
            from_c: core_c - NUMERIC_BAND_K,
            to_c: Some(core_c + NUMERIC_BAND_K),
            aim_c: core_c,
            hold_s: 0.0,
            usual: usual
                .iter()
                .filter_map(|id| catalogue.band(id))
                .any(|b| core_c >= b.from_c - NUMERIC_BAND_K),
        }
    }
}

/// Plans one piece.
///
/// # Errors
/// Each field that is wrong, with what is allowed; `doneness` when the target cannot be reached.
pub fn plan(catalogue: &Catalogue, request: &PlanRequest) -> Result<PlanAnswer, Vec<FieldError>> {
    let (setting, target) = resolve(catalogue, request)?;
    search::plan(request, &setting, &target)
}

fn ids<'a>(items: impl Iterator<Item = &'a str>) -> String {
    items.collect::<Vec<_>>().join(", ")
}

/// Checks a request and looks up what it names.
fn resolve<'a>(
    catalogue: &'a Catalogue,
    request: &PlanRequest,
) -> Result<(Setting<'a>, Target), Vec<FieldError>> {
    let piece = &request.piece;
    let mut problems = Problems::new();
    let species = catalogue.species(&piece.species);
    if species.is_none() {
        problems.add(
            "piece.species",
            format!(
                "`{}` is not a kind that Cindo knows; known are {}",
                piece.species,
                ids(catalogue.species.iter().map(|s| s.id.as_str()))
            ),
        );
    }
    let cut = catalogue.cut(&piece.cut);
    if cut.is_none() {
        problems.add(
            "piece.cut",
            format!(
                "`{}` is not a cut; allowed are {}",
                piece.cut,
                ids(catalogue.cuts.iter().map(|c| c.id.as_str()))
            ),
        );
    }
    let method = catalogue.method(&request.method);
    if method.is_none() {
        problems.add(
            "method",
            format!(
                "`{}` is not a method; allowed are {}",
                request.method,
                ids(catalogue.methods.iter().map(|m| m.id.as_str()))
            ),
        );
    }
    check_piece(piece, &mut problems);
    if piece.skin && cut.is_some_and(|c| !c.can_have_skin) {
        problems.add("piece.skin", "this cut has no skin; set it to false");
    }
    let altitude_m = request.altitude_m.unwrap_or(0.0);
    problems.range("altitude_m", altitude_m, ALTITUDE_RANGE_M.0, ALTITUDE_RANGE_M.1, "m");
    let boil_c = boiling_point_c(altitude_m.clamp(ALTITUDE_RANGE_M.0, ALTITUDE_RANGE_M.1));

    let mut medium_c = None;
    let mut school = School::OneSide;
    if let Some(method) = method {
        medium_c = Some(check_medium(method, request.medium_c, boil_c, &mut problems));
        school = check_school(method, request.school, piece.skin, &mut problems);
    }
    let target = species.and_then(|species| match &request.doneness {
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
                        "`{id}` is not a doneness; allowed are {} or the core's peak in °C",
                        ids(catalogue.bands.iter().map(|b| b.id.as_str()))
                    ),
                );
            }
            band.map(|band| Target::of_band(band, species.doneness.contains(id)))
        }
    });
    problems.finish()?;
    match (species, cut, method, medium_c, target) {
        (Some(species), Some(cut), Some(method), Some(medium_c), Some(target)) => {
            let setting = Setting {
                catalogue,
                method,
                species,
                cut,
                thickness_m: piece.thickness_mm / 1000.0,
                width_m: piece.width_mm.unwrap_or(cut.width_mm) / 1000.0,
                skin: piece.skin,
                start_c: piece.start_c,
                school,
                medium_c,
                boil_c,
                film_factor: 1.0,
            };
            Ok((setting, target))
        }
        _ => Err(Vec::new()),
    }
}

/// The school asked for, or the usual one; where nothing is turned it does not matter.
fn check_school(
    method: &Method,
    asked: Option<School>,
    skin: bool,
    problems: &mut Problems,
) -> School {
    let Some(usual) = method.schools.first() else { return School::OneSide };
    // Without skin there is no side to favour.
    let fallback = if *usual == School::SkinSide && !skin { School::TwoSided } else { *usual };
    let school = asked.unwrap_or(fallback);
    if !method.schools.contains(&school) {
        let allowed: Vec<_> = method.schools.iter().map(ToString::to_string).collect();
        problems.add(
            "school",
            format!("{} knows {}; `{school}` is not among them", method.name, allowed.join(", ")),
        );
    }
    school
}

fn check_piece(piece: &Piece, problems: &mut Problems) {
    problems.range("piece.thickness_mm", piece.thickness_mm, 4.0, 120.0, "mm");
    for (field, value, low, high, unit) in [
        ("piece.width_mm", piece.width_mm, 5.0, 400.0, "mm"),
        ("piece.length_mm", piece.length_mm, 20.0, 1500.0, "mm"),
        ("piece.weight_g", piece.weight_g, 5.0, 10_000.0, "g"),
        ("piece.count", piece.count.map(f64::from), 1.0, 60.0, "pieces"),
    ] {
        if let Some(value) = value {
            problems.range(field, value, low, high, unit);
        }
    }
    problems.range("piece.start_c", piece.start_c, -1.0, 25.0, "°C");
}

/// The temperature asked for, or the usual one.
fn check_medium(
    method: &Method,
    asked_c: Option<f64>,
    boil_c: f64,
    problems: &mut Problems,
) -> f64 {
    let (Some([low, high]), Some(default)) = (method.range_c, method.default_c) else {
        if let Some(asked) = asked_c
            && (asked - boil_c).abs() > STEAM_TOLERANCE_K
        {
            problems.add(
                "medium_c",
                format!(
                    "{} is at boiling point, {boil_c:.1} °C here; leave medium_c out",
                    method.medium
                ),
            );
        }
        return boil_c;
    };
    // Liquids stop at boiling, which altitude lowers.
    let high = if method.family == Family::Wet { high.min(boil_c) } else { high };
    let medium_c = asked_c.unwrap_or(default.min((high * 10.0).floor() / 10.0));
    problems.range("medium_c", medium_c, low, (high * 10.0).floor() / 10.0, "°C");
    medium_c
}
