//! Checks of gear that a cook can make in a few minutes: what to do, and which figures are wanted.

use serde::{Deserialize, Serialize};

use super::gear::{Control, Gear, GearKind};

/// What a figure of a check is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum AskedFor {
    /// A temperature, °C.
    Temperature,
    /// A time, s.
    Time,
    /// A volume, l.
    Volume,
    /// A mass, g.
    Mass,
    /// The id of a fat.
    Oil,
}

/// A figure that a check wants.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct CheckAsk {
    /// Field of what was made, with dots where it lies deeper.
    pub field: String,
    /// What it is called.
    pub label: String,
    /// What it is.
    pub is: AskedFor,
    /// What usually comes out; nothing of a fat.
    pub usual: f64,
}

/// A check that the kitchen leads through.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct CheckRow {
    /// Kind of what was made.
    pub id: String,
    /// Short name.
    pub title: String,
    /// How long it takes, min.
    pub minutes: f64,
    /// Who minds the heat of the gear; any when left out.
    #[serde(default)]
    pub control: Option<Control>,
    /// What the gear can serve as; anything when empty.
    #[serde(default)]
    pub kinds: Vec<GearKind>,
    /// What to do, in order.
    pub steps: Vec<String>,
    /// Figures that are wanted.
    pub asks: Vec<CheckAsk>,
}

impl CheckRow {
    /// Whether it can be made of this gear.
    pub fn suits(&self, gear: &Gear) -> bool {
        let is_minded = self.control.is_none() || self.control == gear.control;
        is_minded
            && (self.kinds.is_empty() || self.kinds.iter().any(|kind| gear.kinds.contains(kind)))
    }
}
