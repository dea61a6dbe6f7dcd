//! Heats that a piece may be moved to though its method has none of them: rows of `data/heats.toml`.

use serde::{Deserialize, Serialize};

use super::gear::GearKind;
use super::method::Words;

/// One row of `heats.toml`. Temperatures and words: common practice.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct OtherHeat {
    /// Id, `snake_case`: what `move` names.
    pub id: String,
    /// Name.
    pub name: String,
    /// As hot as it usually is, °C.
    pub usual_c: f64,
    /// Coolest and hottest that it can be set to, °C.
    pub range_c: [f64; 2],
    /// Face row below the piece.
    #[serde(skip_serializing)]
    pub below: String,
    /// The same where the piece comes in its own pan.
    #[serde(default, skip_serializing)]
    pub in_pan: Option<String>,
    /// Face row above it.
    #[serde(skip_serializing)]
    pub above: String,
    /// Face row at its sides.
    #[serde(skip_serializing)]
    pub side: String,
    /// The gear whose heat it is.
    pub reservoir: GearKind,
    /// A door stands open so long as it arrives, s.
    #[serde(skip_serializing)]
    pub open_s: f64,
    /// Its step.
    #[serde(skip_serializing)]
    pub step: Words,
}

impl OtherHeat {
    /// Whether it reaches a piece from all sides alike.
    pub(crate) fn is_all_round(&self) -> bool {
        self.below == self.above && self.above == self.side
    }

    /// Rows of faces that it names.
    pub(crate) fn rows(&self) -> impl Iterator<Item = &String> {
        [&self.below, &self.above, &self.side].into_iter().chain(&self.in_pan)
    }
}
