//! Pans, pots, ovens, fryers and grills.

use std::fmt;

use serde::{Deserialize, Serialize};

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
        })
    }
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
    /// Heat capacity without what is in it, J/K; none when nothing can cool it noticeably.
    #[serde(default)]
    pub capacity_j_k: Option<f64>,
    /// Loss to the room when hot, W/K.
    #[serde(default)]
    pub loss_w_k: f64,
    /// Most that its burner or element puts into it, W.
    #[serde(default)]
    pub power_w: f64,
    /// Where the figures come from.
    pub source: String,
}

impl Gear {
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
