//! When something goes wrong at the stove.

use serde::{Deserialize, Serialize};

/// What a remedy does to the heat.
#[derive(Debug, Clone, Copy, PartialEq, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum Remedied {
    /// Nothing.
    None,
    /// Waits until it lets go.
    Wait,
    /// Sets the heat by so much higher (lower), K.
    HeatK(f64),
    /// Puts the lid on.
    Lid,
    /// Spoons fat over it.
    Baste,
    /// Puts the lid on; when it is out already, it goes back in under one.
    LidOrBack,
    /// Takes it out.
    Out,
    /// Takes it out when it is right, into a warm oven.
    Hold,
}

/// One kind of trouble and the one thing to do.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct RescueRow {
    /// Id, `snake_case`.
    pub id: String,
    /// Name for cooks.
    pub name: String,
    /// What it does to the heat.
    #[serde(skip_serializing)]
    #[cfg_attr(feature = "schema", schema(ignore))]
    pub remedy: Remedied,
    /// What to do, short.
    #[serde(skip_serializing)]
    pub title: String,
    /// How.
    #[serde(skip_serializing)]
    pub detail: String,
}
