//! Steps before the heat and questions about them, and where they apply.

use serde::{Deserialize, Serialize};

use super::method::Family;
use super::mixture::Made;
use super::side::Place;

/// One side of a question on which cooks differ.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Opinion {
    /// Id, `snake_case`.
    pub id: String,
    /// Name in a sentence.
    pub name: String,
    /// Why, in one line.
    pub why: String,
}

/// A question of preparation on which cooks differ.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Dispute {
    /// Id, `snake_case`.
    pub id: String,
    /// The question.
    pub question: String,
    /// Where it arises.
    pub when: When,
    /// Sides, the usual one first.
    pub options: Vec<Opinion>,
    /// Where another side is the usual one: the first that applies.
    #[serde(default)]
    pub instead: Vec<Instead>,
}

/// Where another side of a question is the usual one: every condition that is named holds.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Instead {
    /// Methods.
    #[serde(default)]
    pub methods: Option<Vec<String>>,
    /// Their variations.
    #[serde(default)]
    pub variants: Option<Vec<String>>,
    /// Id of the side.
    pub take: String,
}

/// What has to pass after the hands of a step.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum Wait {
    /// Until it is thawed.
    Thaw,
    /// While the salt is on.
    Salt,
    /// While it rests after the salt.
    SaltRest,
    /// Until the heat is there.
    Preheat,
    /// Until the coat's mixture has rested.
    Mixture,
    /// While it lies in its marinade.
    Marinade,
    /// Until the stock is ready.
    Stock,
}

/// When salt goes on.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum Salted {
    /// Before the last drying.
    Early,
    /// After it.
    Late,
}

/// Conditions of a step or question: it applies when every one that is named holds.
#[derive(Debug, Clone, Default, PartialEq, Deserialize)]
#[serde(deny_unknown_fields, default)]
#[expect(missing_docs, reason = "named after what they ask")]
pub struct When {
    pub families: Option<Vec<Family>>,
    pub coats: Option<Vec<String>>,
    pub cuts: Option<Vec<String>>,
    pub on_the_bone: Option<bool>,
    pub pin_bones: Option<bool>,
    pub skin: Option<bool>,
    pub stuffed: Option<bool>,
    pub frozen: Option<bool>,
    pub dries: Option<bool>,
    pub salted: Option<Salted>,
    pub rinse: Option<bool>,
    pub salt_rest: Option<bool>,
    pub stock: Option<bool>,
    pub marinade: Option<bool>,
    pub mixture: Option<Made>,
    pub butter: Option<bool>,
    pub sauce: Option<bool>,
    pub chips: Option<bool>,
    pub charcoal: Option<bool>,
    /// A question and its side, such as `scales:off`.
    pub option: Option<String>,
}

/// A step before the heat.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Task {
    /// Id, `snake_case`.
    pub id: String,
    /// What to do, short. Names in braces are filled in by `words`.
    pub title: String,
    /// How.
    pub detail: String,
    /// Why, where it is not plain.
    #[serde(default)]
    pub why: Option<String>,
    /// Hands for all pieces, s.
    pub hands_on_s: f64,
    /// Hands for each piece, s.
    #[serde(default)]
    pub per_piece_s: f64,
    /// What has to pass then, worked out.
    #[serde(default)]
    pub wait: Option<Wait>,
    /// What has to pass then, s.
    #[serde(default)]
    pub wait_s: f64,
    /// Ids of what must be finished first, where it is done at all.
    #[serde(default)]
    pub after: Vec<String>,
    /// How long it may lie before what follows, s.
    pub keeps_s: f64,
    /// Where it is done.
    #[serde(default)]
    pub on: Place,
    /// What it is done to.
    #[serde(default)]
    pub when: When,
}
