//! Kinds of fish and their cuts.

use serde::{Deserialize, Serialize};

use cindo_heat::composition::Composition;
use cindo_heat::grid::Shape;
use cindo_heat::outline::Outline;

/// How fish behaves in the heat.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Group {
    /// Lean and parting into flakes: cod, hake.
    LeanFlaky,
    /// Oily, forgiving: salmon, mackerel.
    Oily,
    /// Dense and meaty: tuna, swordfish, monkfish.
    Dense,
    /// Thin and delicate: plaice, sole.
    DelicateFlat,
}

/// Where a fish comes from, as far as parasites care.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Origin {
    /// Caught at sea.
    WildSea,
    /// Caught in rivers and lakes.
    WildFresh,
    /// Farmed on pellets.
    FarmedPellet,
    /// A listed tuna kind.
    Tuna,
}

/// A cut that a kind usually comes in.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct UsualCut {
    /// Id of the cut.
    pub cut: String,
    /// Usual thickness, mm.
    pub thickness_mm: f64,
}

/// One kind of fish.
#[expect(clippy::struct_excessive_bools, reason = "independent facts, each with its own rule")]
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Species {
    /// Id, `snake_case`.
    pub id: String,
    /// Name for cooks.
    pub name: String,
    /// How it behaves in the heat.
    pub group: Group,
    /// Id of its build, for yields.
    pub body: String,
    /// Number of the row in the USDA database, release SR24.
    pub usda_row: u32,
    /// Name of that row.
    pub usda_name: String,
    /// Where a nearest row stands in, or the row has a known oddity.
    #[serde(default)]
    pub usda_note: Option<String>,
    /// Raw flesh, g per 100 g, as in that row.
    pub composition: Composition,
    /// Where it comes from.
    pub origin: Origin,
    /// Makes histamine when kept warm.
    #[serde(default)]
    pub histamine: bool,
    /// Too much mercury for guests at risk.
    #[serde(default)]
    pub mercury: bool,
    /// Large ones can carry ciguatera toxin.
    #[serde(default)]
    pub ciguatera: bool,
    /// Lives in fresh water.
    #[serde(default)]
    pub freshwater: bool,
    /// How much higher than usual its flesh sets, K.
    #[serde(default)]
    pub set_shift_k: f64,
    /// What to know about its bones.
    pub bones: String,
    /// Whether a fillet of it has pin bones to pull.
    #[serde(default = "usually", skip_serializing)]
    pub pin_bones: bool,
    /// Doneness bands that make sense, in rising order.
    pub doneness: Vec<String>,
    /// The band that a cook would take.
    pub usual_doneness: String,
    /// Cuts it usually comes in.
    pub cuts: Vec<UsualCut>,
}

impl Species {
    /// Composition as mass fractions adding up to 1.
    pub fn flesh(&self) -> Composition {
        self.composition.scaled()
    }
}

/// How the heat goes through a cut's cross-section.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Profile {
    /// From below and above.
    Flat,
    /// All round, where the medium reaches all round.
    Oval,
}

/// A way of cutting fish.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Cut {
    /// Id, `snake_case`.
    pub id: String,
    /// Name in a sentence.
    pub name: String,
    /// Shape across.
    pub section: Profile,
    /// Usual width, mm.
    pub width_mm: f64,
    /// Whether skin can be left on.
    pub can_have_skin: bool,
    /// Whether it is cooked on its bones.
    #[serde(default)]
    pub on_the_bone: bool,
    /// Outline of the cross-section, for the cut face.
    pub outline: Outline,
    /// Minced, so that what was outside is inside.
    #[serde(default)]
    pub minced: bool,
    /// Usual weight, g.
    pub usual_weight_g: f64,
}

impl Cut {
    /// How the solver sees a piece that is reached from all round.
    ///
    /// The exponent p = E − 1 of an oval is (t/w)² when solid; an open cavity lets the heat in and
    /// counts half of t/w, the limit of slow heat (Cleland & Earle; ASHRAE Handbook - Refrigeration,
    /// "Cooling and Freezing Times of Foods", from memory).
    pub(crate) fn all_round(&self, thickness_m: f64, width_m: f64, stuffed: bool) -> Shape {
        let slender = (thickness_m / width_m).min(1.0);
        let exponent = match self.section {
            Profile::Flat => 0.0,
            Profile::Oval if self.outline.is_lopsided() && !stuffed => {
                0.5 * (slender + slender * slender)
            }
            Profile::Oval => slender * slender,
        };
        Shape::Radial { exponent }
    }

    /// Whether it is a whole fish of a size to share.
    pub fn is_whole(&self) -> bool {
        self.on_the_bone && self.id.starts_with("whole")
    }
}

fn usually() -> bool {
    true
}
