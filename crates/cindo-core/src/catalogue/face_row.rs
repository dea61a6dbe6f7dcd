//! What can touch a face of the piece: rows of `faces.toml`.

use serde::Deserialize;

use cindo_heat::surround::{Face, Surround};

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
    /// Why these figures.
    pub reason: String,
}

fn dry() -> WetRow {
    WetRow::Share(0.0)
}

fn default_vapour_pa() -> f64 {
    1000.0
}

/// What a face row needs to know about the moment.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct FaceContext {
    /// Boiling point here, °C.
    pub boil_c: f64,
    /// Wet share of this piece's surface.
    pub surface_wet: f64,
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
        let face = Face {
            h: 0.5 * (self.h_w_m2k[0] + self.h_w_m2k[1]) * context.film_factor,
            medium_c: medium_c.unwrap_or_default(),
            emissivity: self.emissivity,
            radiant_c: self.radiant.and_then(fixed),
            wet: match self.wet {
                WetRow::Share(share) => share,
                WetRow::Surface(SurfaceWord::Surface) => context.surface_wet,
            },
            vapour_pa: self.vapour_pa,
            coat_m2k_w: 0.0,
        };
        Surround {
            on_reservoir: medium_c.is_none(),
            radiant_on_reservoir: self.radiant == Some(MediumRow::Reservoir),
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
