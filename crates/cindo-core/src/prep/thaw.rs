//! Thawing, by the same simulation.

use serde::{Deserialize, Serialize};

use super::cold::{Block, ColdSeries};
use crate::bench::Bench;
use crate::error::{FieldError, Problems};
use crate::piece::{COLD_C, FRIDGE_C, Piece};
use crate::say::{CELSIUS, long_time, millimetres, signed};
use cindo_heat::ice::FREEZING_C;

/// Where it thaws.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum ThawPlace {
    /// On a rack in the fridge.
    #[default]
    Fridge,
    /// In a bag under cold running water.
    ColdWater,
}

/// How frozen fish is to be thawed.
#[derive(Debug, Clone, Copy, Default, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Thaw {
    /// Where.
    #[serde(default)]
    pub place: ThawPlace,
    /// Temperature in the freezer, °C, −40 to −2; −18 when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = -40, maximum = -2))]
    pub from_c: Option<f64>,
    /// Temperature of fridge (1 to 5 °C) or water (2 to 20 °C); 4 and 12 °C when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 20))]
    pub place_c: Option<f64>,
    /// Thickness of what is frozen together, mm; that of the piece when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 4, maximum = 200))]
    pub pack_mm: Option<f64>,
}

/// Thawing of one piece.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct ThawRequest {
    /// The piece; its `start_c` is that of the cooking and does not matter here.
    pub piece: Piece,
    /// How.
    pub thaw: Thaw,
}

/// When it is thawed.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ThawAnswer {
    /// Temperature where it thaws, °C.
    pub place_c: f64,
    /// Half of the ice has gone: stiff, but enough for the ways that allow a frozen start, s.
    pub half_s: f64,
    /// No ice is left anywhere: safe to cook in any way, s.
    pub through_s: f64,
    /// When to take it out at the latest before it is wanted, s: a tenth more than `through_s`,
    /// because nobody knows a pack to the millimetre.
    pub lead_s: f64,
    /// When its surface passes 5 °C, s; none while it thaws.
    pub surface_warm_s: Option<f64>,
    /// In one sentence.
    pub sentence: String,
    /// What to mind.
    pub cautions: Vec<String>,
    /// Middle and surface over time.
    pub series: ColdSeries,
}

/// Longest time that thawing under water may keep the surface above that, s. Source: the same,
/// 3-501.13 (from memory).
const WARM_LIMIT_S: f64 = 4.0 * 3600.0;

/// Thawed fish does not keep for longer, s (common practice: two to three days).
const LONGEST_THAW_S: f64 = 3.0 * 86_400.0;

/// A tenth more time than the simulation says.
const MARGIN: f64 = 1.1;

/// Field of the thickness of what is frozen together.
const PACK: &str = "thaw.pack_mm";

/// When a frozen piece is thawed.
///
/// # Errors
/// Each field that is wrong, with what is allowed.
pub fn thaw<'a>(
    bench: impl Into<Bench<'a>>,
    request: &ThawRequest,
) -> Result<ThawAnswer, Vec<FieldError>> {
    let bench = bench.into();
    bench.afford(thawed(bench, request))
}

fn thawed(bench: Bench<'_>, request: &ThawRequest) -> Result<ThawAnswer, Vec<FieldError>> {
    let how = request.thaw;
    let mut problems = Problems::new();
    let block = Block::of(bench, &request.piece, (PACK, how.pack_mm), &mut problems);
    let from_c = how.from_c.unwrap_or(-18.0);
    problems.range("thaw.from_c", from_c, -40.0, -2.0, "°C");
    let (row, usual_c, low, high) = match how.place {
        ThawPlace::Fridge => ("cold_fridge", FRIDGE_C, 1.0, 5.0),
        ThawPlace::ColdWater => ("cold_water", 12.0, 2.0, 20.0),
    };
    let place_c = how.place_c.unwrap_or(usual_c);
    problems.range("thaw.place_c", place_c, low, high, "°C");
    problems.finish()?;
    let Some(block) = block else { return Err(Vec::new()) };
    let flesh = block.board.species.flesh();
    let half_ice = 0.5 * flesh.ice(from_c);
    let (mut half_s, mut warm_s) = (None, None);
    let (series, thawed) = block.run(row, from_c, place_c, |view, core_c| {
        let mean_ice: f64 = view.temperature_c.iter().map(|t| flesh.ice(*t)).sum::<f64>()
            / view.temperature_c.len() as f64;
        if mean_ice < half_ice {
            half_s.get_or_insert(view.time_s);
        }
        if view.surface_c[1] > COLD_C {
            warm_s.get_or_insert(view.time_s);
        }
        core_c > FREEZING_C + 0.05
    });
    let through_s = series.time_s.last().copied().unwrap_or_default();
    if !thawed || through_s > LONGEST_THAW_S {
        return Err(vec![FieldError {
            field: PACK.to_owned(),
            message: format!(
                "{} frozen together would not be thawed within 3 days there, and fish does not keep for longer: take it apart, or thaw it in cold water",
                millimetres(block.thickness_m)
            ),
        }]);
    }
    let species = block.board.species;
    Ok(ThawAnswer {
        place_c,
        half_s: half_s.unwrap_or(through_s),
        through_s,
        lead_s: MARGIN * through_s,
        surface_warm_s: warm_s,
        sentence: format!(
            "{} thick, from {}{CELSIUS}: thawed through after {} {}.",
            millimetres(block.thickness_m),
            signed(from_c),
            long_time(through_s),
            match how.place {
                ThawPlace::Fridge => format!("on a rack in a {place_c:.0}{CELSIUS} fridge"),
                ThawPlace::ColdWater => format!("in a bag in {place_c:.0}{CELSIUS} water"),
            }
        ),
        cautions: thaw_cautions(how.place, species.histamine, warm_s, through_s),
        series: series.thinned(),
    })
}

fn thaw_cautions(
    place: ThawPlace,
    histamine: bool,
    warm_s: Option<f64>,
    through_s: f64,
) -> Vec<String> {
    let mut cautions = vec![
        "Open a vacuum pack before it thaws: without air, Clostridium botulinum can grow in it (advice of food agencies).".to_owned(),
    ];
    if place == ThawPlace::ColdWater {
        cautions.push(
            "Cold water only, running or changed every half hour, fish in a bag that keeps the water out; cook it at once."
                .to_owned(),
        );
        if let Some(warm_s) = warm_s
            && through_s - warm_s > 0.5 * WARM_LIMIT_S
        {
            cautions.push(format!(
                "Its surface is above 5{CELSIUS} for {}; four hours is the limit of the Food Code, cooking included: the fridge is the better place for a piece this thick.",
                long_time(through_s - warm_s)
            ));
        }
    }
    cautions.push(if histamine {
        "Never on the bench: this kind makes histamine as soon as it is warm, and cooking does not remove it.".to_owned()
    } else {
        "Never on the bench: the outside is warm for hours before the middle is thawed.".to_owned()
    });
    cautions
}
