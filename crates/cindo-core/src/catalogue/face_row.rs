//! What can touch a face of the piece: rows of `faces.toml`.

use serde::Deserialize;

use cindo_heat::surround::{Face, Skin, Surround};

/// A temperature in a face row.
#[derive(Debug, Clone, Copy, PartialEq, Deserialize)]
#[serde(rename_all = "snake_case", deny_unknown_fields)]
enum MediumRow {
    Reservoir,
    Celsius(f64),
    BelowBoilingK(f64),
}

/// Wetness in a face row.
#[derive(Debug, Clone, Copy, PartialEq, Deserialize)]
#[serde(untagged)]
enum WetRow {
    Share(f64),
    Surface(SurfaceWord),
}

#[derive(Debug, Clone, Copy, PartialEq, Deserialize)]
#[serde(rename_all = "snake_case")]
enum SurfaceWord {
    Surface,
}

/// One row of `faces.toml`.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct FaceRow {
    h_w_m2k: [f64; 2],
    medium: MediumRow,
    #[serde(default)]
    emissivity: f64,
    #[serde(default)]
    radiant: Option<MediumRow>,
    #[serde(default = "dry")]
    wet: WetRow,
    #[serde(default = "default_vapour_pa")]
    vapour_pa: f64,
    #[serde(default)]
    near_heat: Option<NearHeat>,
    /// The row that takes its place once the lid is off; none where there is no lid.
    #[serde(default)]
    pub uncovered: Option<String>,
    /// Why these figures.
    pub reason: String,
}

fn dry() -> WetRow {
    WetRow::Share(0.0)
}

fn default_vapour_pa() -> f64 {
    1000.0
}

/// How wet a surface is, and how it dries.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Wetness {
    /// Share of a free wet surface at first, 0 to 1.
    pub wet: f64,
    /// Water after whose loss half of that is left, kg/m²; none where it does not dry.
    pub dries_kg_m2: Option<f64>,
    /// Water lying on it, kg/m².
    pub film_kg_m2: f64,
    /// Crust that halves its wetness, m; 0 where a crust does not matter.
    pub crust_m: f64,
}

/// What a face row needs to know about the moment.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct FaceContext {
    /// Boiling point here, °C.
    pub boil_c: f64,
    /// How wet this piece's surface is and how it dries.
    pub surface: Wetness,
    /// Factor on every film coefficient, 1 as tabulated.
    pub film_factor: f64,
}

impl FaceRow {
    /// The row as a surrounding of the solver, without a coat.
    pub fn surround(&self, context: &FaceContext) -> Surround {
        let fixed = |row: MediumRow| match row {
            MediumRow::Reservoir => None,
            MediumRow::Celsius(c) => Some(c),
            MediumRow::BelowBoilingK(k) => Some(context.boil_c - k),
        };
        let medium_c = fixed(self.medium);
        let wetness = match self.wet {
            WetRow::Share(wet) => Wetness { wet, ..Wetness::default() },
            WetRow::Surface(SurfaceWord::Surface) => context.surface,
        };
        let face = Face {
            h: 0.5 * (self.h_w_m2k[0] + self.h_w_m2k[1]) * context.film_factor,
            medium_c: medium_c.unwrap_or_default(),
            emissivity: self.emissivity,
            radiant_c: self.radiant.and_then(fixed),
            wet: wetness.wet,
            dries_kg_m2: wetness.dries_kg_m2,
            vapour_pa: self.vapour_pa,
            coat_m2k_w: 0.0,
        };
        Surround {
            on_reservoir: medium_c.is_none(),
            radiant_on_reservoir: self.radiant == Some(MediumRow::Reservoir),
            skin: Skin { film_kg_m2: wetness.film_kg_m2, crust_m: wetness.crust_m },
            ..Surround::fixed(face)
        }
    }

    /// Extra film close to the heat, W/(m² K), and the height over which it falls to 1/e, m.
    pub fn near_heat(&self) -> Option<(f64, f64)> {
        self.near_heat.map(|near| (near.h_w_m2k, near.decay_mm / 1000.0))
    }
}

/// Extra film close to the heat, falling with height.
#[derive(Debug, Clone, Copy, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
struct NearHeat {
    h_w_m2k: f64,
    decay_mm: f64,
}
