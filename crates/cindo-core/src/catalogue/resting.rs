//! Off the heat: supports, drying faces and usual rests, from `resting.toml`.

use serde::{Deserialize, Serialize};

use super::face_row::Wetness;
use super::fish::Cut;
use super::method::{Family, Method};

/// What a piece lies on while it rests.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Support {
    /// Id, `snake_case`.
    pub id: String,
    /// Name in a sentence, after "on".
    pub name: String,
    /// Where it is eaten from, after "eaten".
    pub phrase: String,
    /// The pan that it cooked in, with its own heat and no power.
    #[serde(default)]
    pub in_pan: bool,
    /// The crust or parcel that it cooked in.
    #[serde(default)]
    pub wrapped: bool,
    /// Face row below it; as in the heat where it stays in its pan.
    #[serde(default, skip_serializing)]
    pub below: Option<String>,
    /// Face row above it; room air for its size when left out.
    #[serde(default, skip_serializing)]
    pub above: Option<String>,
    /// Usual temperature of the oven that it is, °C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub oven_c: Option<f64>,
    /// Heat of its own.
    #[serde(default, skip_serializing)]
    pub store: Option<SupportStore>,
    /// How it is done.
    #[serde(skip_serializing)]
    pub detail: String,
    /// Why these figures.
    #[serde(skip_serializing)]
    pub reason: String,
}

/// The heat of a support, per m² of what lies on it.
#[derive(Debug, Clone, Copy, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct SupportStore {
    /// How warm it is, °C.
    pub start_c: f64,
    /// This share of the way from there to the oven's temperature.
    #[serde(default)]
    pub of_oven: f64,
    /// Heat capacity, kJ/(m² K).
    pub capacity_kj_m2k: f64,
    /// Loss to the room, W/(m² K).
    pub loss_w_m2k: f64,
}

impl Support {
    /// Whether a piece is put there from whatever it was cooked in.
    pub fn stands_free(&self) -> bool {
        !self.in_pan && !self.wrapped
    }
}

/// How a face dries while it rests.
#[derive(Debug, Clone, Copy, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
struct SurfaceRow {
    wet: f64,
    dries_kg_m2: f64,
    #[serde(default)]
    film_kg_m2: f64,
    #[serde(default)]
    crust_mm: f64,
    #[serde(rename = "reason")]
    _reason: serde::de::IgnoredAny,
}

impl SurfaceRow {
    fn wetness(self) -> Wetness {
        Wetness {
            wet: self.wet,
            dries_kg_m2: Some(self.dries_kg_m2),
            film_kg_m2: self.film_kg_m2,
            crust_m: self.crust_mm / 1000.0,
        }
    }
}

#[derive(Debug, Clone, Copy, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
struct Surfaces {
    poached: SurfaceRow,
    bare: SurfaceRow,
    moist_skin: SurfaceRow,
    seared: SurfaceRow,
    crisp: SurfaceRow,
}

/// How a face of flesh comes off the heat.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum RestSurface {
    /// Out of liquid or steam.
    Poached,
    /// Flesh that nothing hot touched.
    Bare,
    /// The skin of a whole fish.
    MoistSkin,
    /// Flesh that lay on hot metal.
    Seared,
    /// Crisp skin, butter, batter.
    Crisp,
}

/// A rule for the usual rest: it holds when every condition that it names does.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct UsualRest {
    #[serde(default)]
    methods: Option<Vec<String>>,
    #[serde(default)]
    families: Option<Vec<Family>>,
    #[serde(default)]
    up_to_mm: Option<f64>,
    #[serde(default)]
    from_mm: Option<f64>,
    #[serde(default)]
    aim_below_c: Option<f64>,
    #[serde(default)]
    whole: Option<bool>,
    /// How long, s.
    pub rest_s: f64,
    /// Id of the support.
    pub on: String,
}

/// Everything that `resting.toml` holds.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Resting {
    /// What a piece can lie on, the coldest first.
    #[serde(rename = "support")]
    pub supports: Vec<Support>,
    surface: Surfaces,
    /// Usual rests; the first that fits.
    pub usual: Vec<UsualRest>,
}

impl Resting {
    /// How a face dries.
    pub fn wetness(&self, surface: RestSurface) -> Wetness {
        let row = match surface {
            RestSurface::Poached => self.surface.poached,
            RestSurface::Bare => self.surface.bare,
            RestSurface::MoistSkin => self.surface.moist_skin,
            RestSurface::Seared => self.surface.seared,
            RestSurface::Crisp => self.surface.crisp,
        };
        row.wetness()
    }

    /// The support with this id.
    pub fn support(&self, id: &str) -> Option<&Support> {
        self.supports.iter().find(|s| s.id == id)
    }

    /// The usual rest of a piece that is cooked to `aim_c`.
    pub fn usual(
        &self,
        method: &Method,
        cut: &Cut,
        thickness_mm: f64,
        aim_c: f64,
    ) -> Option<&UsualRest> {
        self.usual.iter().find(|rule| {
            rule.methods.as_ref().is_none_or(|ids| ids.contains(&method.id))
                && rule.families.as_ref().is_none_or(|f| f.contains(&method.family))
                && rule.up_to_mm.is_none_or(|mm| thickness_mm <= mm)
                && rule.from_mm.is_none_or(|mm| thickness_mm >= mm)
                && rule.aim_below_c.is_none_or(|c| aim_c < c)
                && rule.whole.is_none_or(|whole| whole == cut.is_whole())
        })
    }
}
