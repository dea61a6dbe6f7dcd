//! What a cook notices at the stove.

use serde::{Deserialize, Serialize};

/// A quantity that the simulation has and a cook can notice. Each is a temperature, or is measured so that it never
/// stands still while the fish cooks.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Observes {
    /// The core, °C.
    Core,
    /// The flesh just under the face that shows, °C.
    Outer,
    /// How high the side is opaque, share of the thickness.
    Side,
    /// The crust that lets the first face go, in multiples of what it takes.
    Release,
    /// Browning of the face that met the heat first, in multiples of golden; scatter in K of its surface.
    Colour,
}

/// One stage of a cue.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct CueValue {
    /// Id, `snake_case`.
    pub id: String,
    /// What it is like.
    pub name: String,
    /// Where the next stage begins, in the unit of what the cue observes; none for the last stage.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub up_to: Option<f64>,
}

/// Something to see, feel or hear.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Cue {
    /// Id, `snake_case`.
    pub id: String,
    /// Name for cooks.
    pub name: String,
    /// What it observes.
    pub observes: Observes,
    /// How far a cook's eye and hand may be off (one standard deviation).
    pub scatter: f64,
    /// Whether only flesh on the bone can show it.
    #[serde(default)]
    pub bone: bool,
    /// Its stages, rawest first.
    pub values: Vec<CueValue>,
}
