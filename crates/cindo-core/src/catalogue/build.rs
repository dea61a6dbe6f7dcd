//! Builds of fish: what is left of a whole one.

use serde::{Deserialize, Serialize};

/// Build of a fish: what is left of it, as shares of its whole weight.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Build {
    /// Id, `snake_case`.
    pub id: String,
    /// Name in a sentence.
    pub name: String,
    /// Gutted, head on.
    pub gutted: f64,
    /// Gutted, without its head.
    pub headed: f64,
    /// Fillets with their skin.
    pub filleted: f64,
    /// Fillets without skin and pin bones.
    pub skinned: f64,
    /// Steaks through the bone.
    pub steaks: f64,
    /// The head.
    pub head: f64,
    /// Backbone and fins.
    pub frame: f64,
    /// Trimmings of the fillets.
    pub trim: f64,
    /// Whether its belly is worth cutting apart.
    pub belly: bool,
}

/// A state of preparation in which fish is bought or served.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum State {
    /// As it was caught.
    Whole,
    /// Gutted, head on.
    Gutted,
    /// Gutted, without its head.
    Headed,
    /// Fillets with their skin.
    Filleted,
    /// Fillets without skin and pin bones.
    Skinned,
    /// Steaks through the bone.
    Steaks,
}

impl Build {
    /// Share of the whole weight that is left in a state.
    pub fn share(&self, state: State) -> f64 {
        match state {
            State::Whole => 1.0,
            State::Gutted => self.gutted,
            State::Headed => self.headed,
            State::Filleted => self.filleted,
            State::Skinned => self.skinned,
            State::Steaks => self.steaks,
        }
    }
}
