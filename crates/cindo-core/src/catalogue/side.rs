//! Sides and sauces: what is weighed for a serving, timed steps, and what waiting does to them.

use serde::{Deserialize, Serialize};

/// Where a step is done.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Place {
    /// In the sink.
    Sink,
    /// On the board that raw fish has for itself.
    RawBoard,
    /// On another board or in a bowl.
    Board,
    /// On a burner.
    Burner,
    /// In hot oil.
    Fryer,
    /// Nowhere that anybody else wants.
    #[default]
    None,
}

impl Place {
    /// Before the heat: on a board or in the sink.
    #[must_use]
    pub fn is_bench(self) -> bool {
        matches!(self, Self::Sink | Self::RawBoard | Self::Board)
    }
}

/// An ingredient of a side.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct SidePart {
    /// Id of the ingredient.
    pub ingredient: String,
    /// For a serving, g.
    pub grams: f64,
}

/// A step of a side.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct SideStep {
    /// Id within the side.
    pub id: String,
    /// What to do, short.
    pub title: String,
    /// How.
    pub detail: String,
    /// What to look, listen or feel for.
    #[serde(default)]
    pub cue: String,
    /// Where.
    pub on: Place,
    /// Hands at its beginning, s.
    pub hands_s: f64,
    /// Hands for each serving, s.
    #[serde(default)]
    pub per_serving_s: f64,
    /// What passes by itself after that, s.
    #[serde(default)]
    pub wait_s: f64,
    /// Water and what is in it that come to the boil first, g a serving.
    #[serde(default)]
    pub heats_g: f64,
    /// Water that boils away, g a serving.
    #[serde(default)]
    pub boils_off_g: f64,
    /// What goes into hot oil, g a serving.
    #[serde(default)]
    pub fries_g: f64,
    /// Temperature of the oil, °C.
    #[serde(default)]
    pub oil_c: Option<f64>,
    /// Hands when it is done, s.
    #[serde(default)]
    pub end_s: f64,
    /// How long it may lie before what follows, s.
    pub keeps_s: f64,
}

/// How a side joins a fish in its vessel.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Joins {
    /// Ids of the methods whose vessel it joins.
    pub methods: Vec<String>,
    /// So long before the fish is out, s.
    pub before_end_s: f64,
    /// How warm it is then, °C.
    pub start_c: f64,
    /// What to do, short.
    pub title: String,
}

/// A side or sauce.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Side {
    /// Id, `snake_case`.
    pub id: String,
    /// Name for cooks.
    pub name: String,
    /// What a serving is made of.
    pub parts: Vec<SidePart>,
    /// Steps in order.
    pub steps: Vec<SideStep>,
    /// How long until it is clearly worse, s.
    pub holds_s: f64,
    /// How it is held until then.
    pub held: String,
    /// What waiting does to it.
    pub waiting: String,
    /// How it joins a fish, where it can.
    #[serde(default)]
    pub joins: Option<Joins>,
    /// What to mind.
    #[serde(default)]
    pub cautions: Vec<String>,
}
