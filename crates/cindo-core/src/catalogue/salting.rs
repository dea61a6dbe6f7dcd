//! Ways of salting.

use serde::{Deserialize, Serialize};

/// How the salt gets at the fish.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum SaltKind {
    /// Strewn on.
    Dry,
    /// In a brine of given strength.
    Brine,
    /// In a brine that holds just what the fish is to have in the end.
    Equilibrium,
}

/// A way of salting.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Salting {
    /// Id, `snake_case`.
    pub id: String,
    /// Name in a sentence.
    pub name: String,
    /// How the salt gets at the fish.
    pub kind: SaltKind,
    /// Salt strewn on, or aimed at, as a share of the fish's weight (with the brine's water).
    #[serde(default)]
    pub salt_share: f64,
    /// Salt as a share of the brine's weight.
    #[serde(default)]
    pub brine_share: f64,
    /// Water of the brine as a share of the fish's weight.
    #[serde(default)]
    pub water_share: f64,
    /// Usual time, min.
    pub usual_min: f64,
    /// Allowed times, min.
    pub range_min: [f64; 2],
    /// Whether it is rinsed off afterwards.
    #[serde(default)]
    pub rinse: bool,
    /// Whether it lies uncovered in the fridge and dries.
    #[serde(default)]
    pub uncovered: bool,
    /// Only for whole fish.
    #[serde(default)]
    pub whole_only: bool,
    /// Why a cook does it.
    pub why: String,
}
