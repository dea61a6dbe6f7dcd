//! What is weighed out: ingredients, and formulas of our own.

use serde::{Deserialize, Serialize};

/// What a mixture can be made of.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Ingredient {
    /// Id, `snake_case`.
    pub id: String,
    /// Name for cooks.
    pub name: String,
    /// Weight of a level millilitre, g.
    pub g_ml: f64,
    /// Weight of one, g, where it is counted.
    #[serde(default)]
    pub piece_g: Option<f64>,
    /// Allergens in it.
    #[serde(default)]
    pub allergens: Vec<String>,
    /// Acid, g/g.
    #[serde(default)]
    pub acid_share: f64,
    /// Salt, g/g.
    #[serde(default)]
    pub salt_share: f64,
    /// Sugar, g/g.
    #[serde(default)]
    pub sugar_share: f64,
}

/// How much of a mixture is wanted.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Use {
    /// Over all faces of the piece.
    Coat,
    /// Over its upper face.
    Topping,
    /// All round, and a layer underneath.
    SaltCrust,
    /// To fill the vessel as the method asks.
    Stock,
    /// By guests.
    Sauce,
}

impl Use {
    /// Whether it goes on the fish itself.
    pub(crate) fn goes_on_fish(self) -> bool {
        matches!(self, Self::Coat | Self::Topping | Self::SaltCrust)
    }
}

/// When a mixture is made.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Made {
    /// Well before the heat.
    Early,
    /// When the heat is ready.
    Late,
    /// As it is put on.
    #[default]
    AsUsed,
}

/// One part of a mixture.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct MixturePart {
    /// Id of the ingredient.
    pub ingredient: String,
    /// Parts by weight; those of a mixture add up to 100.
    pub parts: f64,
}

/// A formula of our own.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Mixture {
    /// Id, `snake_case`.
    pub id: String,
    /// Name for cooks.
    pub name: String,
    /// How much of it is wanted.
    #[serde(rename = "use")]
    pub purpose: Use,
    /// Ids of the coats (of a stock: the methods) that it is for.
    pub serves: Vec<String>,
    /// When it is made.
    #[serde(default)]
    pub made: Made,
    /// It brings its own salt.
    #[serde(default)]
    pub seasons: bool,
    /// The fish lies in it for a while: a marinade.
    #[serde(default)]
    pub lies_in: bool,
    /// Density, g/ml.
    pub g_ml: f64,
    /// What stays in the bowl or drips, as a share of what is on the fish.
    pub spare: f64,
    /// At least so much of it, g per g of fish: what is mixed to dip in, or pressed on as cooks do.
    #[serde(default)]
    pub per_fish: f64,
    /// At least so much of it in all, g: enough to cover the bottom of a plate.
    #[serde(default)]
    pub least_g: f64,
    /// How long it may stand, s.
    pub stands_s: f64,
    /// How long it has to stand or simmer, s.
    pub rest_s: f64,
    /// Parts by weight.
    pub parts: Vec<MixturePart>,
    /// How it is made.
    pub how: String,
    /// Why these parts.
    pub reason: String,
}
