//! What is on the board, and its size.

use serde::{Deserialize, Serialize};

use crate::catalogue::{Catalogue, Cut, Profile, Species};
use crate::error::{FieldError, Problems};
use crate::say::{GRAMS, MM};
use cindo_heat::ice::FREEZING_C;

/// What a kind of fish is called where one is looked up.
pub(crate) const KIND: &str = "a kind that Cindo knows";
/// Where fish waits for the heat: it lies in salt, in a marinade and to thaw at this, °C.
pub(crate) const FRIDGE_C: f64 = 4.0;
/// Fish kept above this is out of the cold, °C, and fish from the fridge is no warmer.
/// Source: FDA Food Code 3-501.16 (from memory).
pub(crate) const COLD_C: f64 = 5.0;
/// Warmer than this at the start, fish has stood about: the limit and what a fridge's door costs, °C
/// (common practice).
pub(crate) const STOOD_ABOUT_C: f64 = 8.0;

/// What to do with it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Freshness {
    /// As fresh as it gets: fit for little heat.
    UseRaw,
    /// Good: cook it today.
    CookToday,
    /// Past its best: cook it through, today.
    CookThrough,
    /// Not for the kitchen.
    LeaveIt,
}

/// What is on the board.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Piece {
    /// Id of the kind of fish.
    pub species: String,
    /// Id of the cut.
    pub cut: String,
    /// Thickness at the thickest place, mm, 4 to 120.
    #[cfg_attr(feature = "schema", schema(minimum = 4, maximum = 120))]
    pub thickness_mm: f64,
    /// Width across, mm, 5 to 400; the usual one of the cut when left out. Of a whole fish: its depth.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 5, maximum = 400))]
    pub width_mm: Option<f64>,
    /// Length, mm, 20 to 1500.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 20, maximum = 1500))]
    pub length_mm: Option<f64>,
    /// Weight of one piece, g, 5 to 10 000.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 5, maximum = 10_000))]
    pub weight_g: Option<f64>,
    /// Whether the skin is on.
    #[serde(default)]
    pub skin: bool,
    /// Temperature at the start, °C, −40 to 25; below −0.9 °C part of its water is ice.
    #[cfg_attr(feature = "schema", schema(minimum = -40, maximum = 25))]
    pub start_c: f64,
    /// How many pieces, 1 to 60.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 60))]
    pub count: Option<u32>,
    /// Whether it was frozen against parasites.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub frozen_for_parasites: Option<bool>,
    /// Whether the thickness was measured rather than judged by eye.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub thickness_measured: Option<bool>,
    /// Thickness of the thin end, mm, 3 up to the thickness.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 3, maximum = 120))]
    pub tail_mm: Option<f64>,
    /// Whether it is stuffed.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub stuffed: Option<bool>,
    /// Verdict of the look before buying; `cook_through` makes every plan one by the book.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub freshness: Option<Freshness>,
}

impl Piece {
    /// Whether it has to be cooked through whatever is asked for.
    pub(crate) fn must_be_cooked_through(&self) -> bool {
        self.freshness == Some(Freshness::CookThrough)
    }
}

/// Share of its box that a piece fills, by outline: common practice.
const FLAT_FILL: f64 = 0.85;

const OVAL_FILL: f64 = std::f64::consts::FRAC_PI_4;

/// The piece of a request, looked up.
#[derive(Debug, Clone, Copy)]
pub(crate) struct Board<'a> {
    pub(crate) species: &'a Species,
    pub(crate) cut: &'a Cut,
}

/// Size of one piece, as given or as usual.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Dimensions {
    pub(crate) thickness_m: f64,
    pub(crate) width_m: f64,
    pub(crate) length_m: f64,
    pub(crate) weight_kg: f64,
    pub(crate) volume_m3: f64,
}

impl Board<'_> {
    /// Size of one piece: what is not given follows from the cut's usual one.
    pub(crate) fn dimensions(&self, piece: &Piece) -> Dimensions {
        let width_m = piece.width_mm.unwrap_or(self.cut.width_mm) / 1000.0;
        let thickness_m = piece.thickness_mm / 1000.0;
        let fill = if self.cut.section == Profile::Oval { OVAL_FILL } else { FLAT_FILL };
        let weight_kg = piece.weight_g.unwrap_or(self.cut.usual_weight_g) / 1000.0;
        let raw_c = piece.start_c.max(FREEZING_C);
        let volume_m3 = weight_kg / self.species.flesh().properties(raw_c).density_kg_m3;
        let length_m = piece
            .length_mm
            .map_or_else(|| volume_m3 / (thickness_m * width_m * fill), |mm| mm / 1000.0);
        Dimensions { thickness_m, width_m, length_m, weight_kg, volume_m3 }
    }
}

/// Looks up what a piece names and checks its figures.
pub(crate) fn look_up<'a>(
    catalogue: &'a Catalogue,
    piece: &Piece,
    problems: &mut Problems,
) -> Option<Board<'a>> {
    let species =
        problems.named("piece.species", KIND, &piece.species, &catalogue.species, |s| &s.id);
    let cut = problems.named("piece.cut", "a cut", &piece.cut, &catalogue.cuts, |c| &c.id);
    let figures = problems.absorb(check_figures(piece));
    if piece.skin && cut.is_some_and(|c| !c.can_have_skin) {
        problems.add("piece.skin", "this cut has no skin; set it to false");
    }
    if piece.freshness == Some(Freshness::LeaveIt) {
        problems.add(
            "piece.freshness",
            "the look before buying said to leave it: not for the kitchen. Take another piece",
        );
    }
    let board = Board { species: species?, cut: cut? };
    // Of figures out of range no piece can be made, nor its length told.
    if figures.is_some() {
        check_size(&board, piece, problems);
    }
    Some(board)
}

/// Lightest and heaviest piece, g.
const WEIGHT_G: (f64, f64) = (5.0, 10_000.0);
/// Longest piece, mm.
const LONGEST_MM: f64 = 1500.0;
/// Shares of its box that a piece can fill, with room for what a cook's ruler and scales are off.
const FILLS: (f64, f64) = (0.2, 1.5);

/// Weight, thickness, width and length have to be those of one piece.
fn check_size(board: &Board<'_>, piece: &Piece, problems: &mut Problems) {
    let size = board.dimensions(piece);
    let face_m2 = size.thickness_m * size.width_m;
    let density_kg_m3 = size.weight_kg / size.volume_m3;
    let at_most_g =
        |length_m: f64, fill: f64| 1e6 * fill * face_m2 * length_m * density_kg_m3 / 1e3;
    if let (Some(length_mm), Some(weight_g)) = (piece.length_mm, piece.weight_g) {
        let (low, high) = FILLS;
        let allowed = at_most_g(length_mm / 1000.0, low)..=at_most_g(length_mm / 1000.0, high);
        if *allowed.end() < WEIGHT_G.0 {
            problems.add(
                "piece.length_mm",
                format!(
                    "so short, narrow and thin a piece would weigh less than {:.0}{GRAMS}, the least allowed: make it longer, wider or thicker",
                    WEIGHT_G.0
                ),
            );
        } else if !allowed.contains(&weight_g) {
            problems.add(
                "piece.weight_g",
                format!(
                    "a piece of this thickness, width and length does not weigh that; allowed are {:.0} to {:.0}{GRAMS}",
                    allowed.start().ceil().max(WEIGHT_G.0),
                    allowed.end().floor().min(WEIGHT_G.1)
                ),
            );
        }
    } else if size.length_m > LONGEST_MM / 1000.0 {
        let field = match (piece.weight_g, piece.width_mm) {
            (Some(_), _) => "piece.weight_g",
            (None, Some(_)) => "piece.width_mm",
            (None, None) => "piece.thickness_mm",
        };
        problems.add(
            field,
            format!(
                "so thin and narrow a piece of this weight would be {:.1} m long; allowed are {LONGEST_MM:.0}{MM}: make it thicker, wider or lighter",
                size.length_m
            ),
        );
    }
}

/// Coldest that a piece may be, °C.
pub(crate) const COLDEST_C: f64 = -40.0;

fn check_figures(piece: &Piece) -> Result<(), Vec<FieldError>> {
    let mut problems = Problems::new();
    problems.range("piece.thickness_mm", piece.thickness_mm, 4.0, 120.0, "mm");
    for (field, value, low, high, unit) in [
        ("piece.width_mm", piece.width_mm, 5.0, 400.0, "mm"),
        ("piece.length_mm", piece.length_mm, 20.0, 1500.0, "mm"),
        ("piece.weight_g", piece.weight_g, WEIGHT_G.0, WEIGHT_G.1, "g"),
        ("piece.count", piece.count.map(f64::from), 1.0, 60.0, "pieces"),
        ("piece.tail_mm", piece.tail_mm, 3.0, piece.thickness_mm.max(3.0), "mm"),
    ] {
        if let Some(value) = value {
            problems.range(field, value, low, high, unit);
        }
    }
    problems.range("piece.start_c", piece.start_c, COLDEST_C, 25.0, "°C");
    problems.finish()
}
