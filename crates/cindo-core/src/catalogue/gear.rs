//! Pans, pots, ovens, fryers and grills.

use serde::{Deserialize, Serialize};
use std::fmt;

/// What a piece of gear can serve as.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
#[expect(missing_docs, reason = "named after what they are")]
pub enum GearKind {
    Pan,
    Nonstick,
    LiddedPan,
    Pot,
    Steamer,
    Oven,
    Broiler,
    Dish,
    Fryer,
    Grill,
    GrillLid,
    Basket,
    Spit,
    Thermometer,
}

impl fmt::Display for GearKind {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(match self {
            Self::Pan => "a pan",
            Self::Nonstick => "a non-stick pan",
            Self::LiddedPan => "a wide pan with a lid",
            Self::Pot => "a pot",
            Self::Steamer => "a steamer",
            Self::Oven => "an oven",
            Self::Broiler => "a broiler",
            Self::Dish => "an oven dish",
            Self::Fryer => "a fryer or deep pot",
            Self::Grill => "a grill",
            Self::GrillLid => "a grill with a lid",
            Self::Basket => "a grill basket",
            Self::Spit => "a spit",
            Self::Thermometer => "a thermometer",
        })
    }
}

/// What it is made of.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
#[expect(missing_docs, reason = "named after what they are")]
pub enum Material {
    CastIron,
    Steel,
    Aluminium,
    Ceramic,
}

impl Material {
    /// Specific heat near 150 °C, J/(kg K). Source: engineering tables, rounded (from memory; for
    /// instance Incropera et al., tables A.1 and A.2).
    pub fn specific_heat_j_kgk(self) -> f64 {
        match self {
            Self::CastIron => 460.0,
            Self::Steel => 500.0,
            Self::Aluminium => 900.0,
            Self::Ceramic => 850.0,
        }
    }
}

/// Who minds the heat.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Control {
    /// A hand at a knob or a vent.
    Knob,
    /// A thermostat.
    Thermostat,
}

/// One piece of equipment with its heat.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Gear {
    /// Id, `snake_case`.
    pub id: String,
    /// Name for cooks.
    pub name: String,
    /// What it can serve as.
    pub kinds: Vec<GearKind>,
    /// Inside length and width at the bottom, mm; the same twice when round.
    pub inside_mm: [f64; 2],
    /// Whether it is round.
    #[serde(default)]
    pub round: bool,
    /// Inside height, mm.
    pub height_mm: f64,
    /// What it is made of.
    pub material: Material,
    /// Mass that takes part in minutes, kg.
    pub mass_kg: f64,
    /// Heat capacity of water that belongs to it, J/K.
    #[serde(default)]
    pub water_j_k: f64,
    /// Who minds its heat; none where it has no heat of its own.
    #[serde(default)]
    pub control: Option<Control>,
    /// Whether it stands on a burner.
    #[serde(default)]
    pub on_burner: bool,
    /// Loss to the room when hot, W/K.
    #[serde(default)]
    pub loss_w_k: f64,
    /// Most that its burner or element puts into it, W.
    #[serde(default)]
    pub power_w: f64,
    /// Whether it burns charcoal.
    #[serde(default)]
    pub charcoal: bool,
    /// Where the figures come from.
    pub source: String,
}

impl Gear {
    /// Heat capacity without what is in it, J/K; none where it has no heat of its own.
    pub fn capacity_j_k(&self) -> Option<f64> {
        self.control?;
        Some(self.mass_kg * self.material.specific_heat_j_kgk() + self.water_j_k)
    }

    /// Area of the bottom, m².
    pub fn area_m2(&self) -> f64 {
        let box_m2 = self.inside_mm[0] * self.inside_mm[1] * 1e-6;
        if self.round { box_m2 * std::f64::consts::FRAC_PI_4 } else { box_m2 }
    }

    /// Volume, litres.
    pub fn volume_l(&self) -> f64 {
        self.area_m2() * self.height_mm
    }
}
