//! What can be on the fish.

use serde::{Deserialize, Serialize};

use super::method::{Family, Method};
use cindo_heat::dose::brown_rate;
use cindo_heat::surround::Coat;

/// A coat between fish and heat.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Coating {
    /// Id, `snake_case`.
    pub id: String,
    /// Name in a sentence, such as "floured".
    pub name: String,
    /// Thickness, mm.
    pub thickness_mm: f64,
    /// Thermal conductivity as it goes in, W/(m K).
    pub wet_w_mk: f64,
    /// Thermal conductivity once it has set, W/(m K).
    pub set_w_mk: f64,
    /// Time scale of setting, s; 0 when it does not change.
    #[serde(default)]
    pub settle_s: f64,
    /// Heat it takes while it sets, MJ/m².
    #[serde(default)]
    pub heat_mj_m2: f64,
    /// Share of a free wet surface that it leaves, 0 to 1.
    pub wet: f64,
    /// Water after whose loss half of that is left, kg/m²; none where nothing dries.
    #[serde(default)]
    pub dries_kg_m2: Option<f64>,
    /// Factor on browning.
    pub browning: f64,
    /// How far its loose tips stand out, as a share of the way from its outer face to the temperature of
    /// what touches it, 0 to 1: they brown first.
    #[serde(default)]
    pub tips: f64,
    /// Factor on the risk of sticking and tearing.
    pub sticking: f64,
    /// Stays on while the piece rests and keeps heat and steam in.
    #[serde(default)]
    pub wraps: bool,
    /// Id of the way of salting that goes with it, where that is not the method's.
    #[serde(default, skip_serializing)]
    pub salting: Option<String>,
    /// How it is opened where it does not stay on.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub opens: Option<String>,
    /// Why it has these figures; common practice or modelling choice unless it says otherwise.
    pub reason: String,
}

impl Coating {
    /// As the solver sees it.
    pub fn coat(&self) -> Coat {
        let thickness_m = self.thickness_mm / 1000.0;
        Coat {
            wet_m2k_w: thickness_m / self.wet_w_mk,
            set_m2k_w: thickness_m / self.set_w_mk,
            settle_s: self.settle_s,
        }
    }

    /// Seconds of browning at the reference a second, for a face at `outer_c` that something at
    /// `touching_c` touches.
    pub fn brown_rate(&self, outer_c: f64, touching_c: f64) -> f64 {
        let tip_c = outer_c + self.tips * (touching_c - outer_c).max(0.0);
        self.browning * brown_rate(tip_c)
    }

    /// Why it does not suit a method.
    pub fn misfit(&self, method: &Method) -> &'static str {
        match method.family {
            _ if self.wraps => "it shuts the heat of this method out",
            Family::Fry => "it would come off and burn in the oil",
            Family::Wet | Family::Steam => "it would wash off",
            Family::Grill => "it would stick to the bars",
            Family::Oven | Family::Pan if self.thickness_mm >= 1.0 => {
                "it needs oil all round, or heat from above, to set"
            }
            Family::Oven | Family::Pan => "it would burn or run off",
        }
    }
}
