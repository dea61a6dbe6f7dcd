//! Steps and questions as the data has them, and where they apply.

use serde::{Deserialize, Serialize};

use super::Scene;
use crate::amounts::Made;
use crate::catalogue::Family;

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
    pub when: When,
}

/// Salt that is on for longer than this goes on before the last drying, min.
const LATE_SALT_MIN: f64 = 6.0;

impl When {
    pub(super) fn holds(&self, scene: &Scene<'_>) -> bool {
        let setting = &scene.resolved.setting;
        let piece = &scene.request.plan.piece;
        let is = |asked: Option<bool>, now: bool| asked.is_none_or(|a| a == now);
        let lists = |asked: &Option<Vec<String>>, id: &str| {
            asked.as_ref().is_none_or(|list| list.iter().any(|x| x == id))
        };
        let salted = scene.salt.map(|s| {
            let early = s.rinse || s.minutes > LATE_SALT_MIN;
            if early { Salted::Early } else { Salted::Late }
        });
        self.families.as_ref().is_none_or(|f| f.contains(&setting.method.family))
            && lists(&self.coats, &setting.coating.id)
            && lists(&self.cuts, &setting.cut.id)
            && is(self.on_the_bone, setting.cut.on_the_bone)
            && is(self.skin, piece.skin)
            && is(self.stuffed, piece.stuffed.unwrap_or(false))
            && is(self.frozen, scene.thaw.is_some())
            && is(self.dries, !matches!(setting.method.family, Family::Wet | Family::Steam))
            && self.salted.is_none_or(|s| salted == Some(s))
            && is(self.rinse, scene.salt.is_some_and(|s| s.rinse))
            && is(self.salt_rest, scene.salt.is_some_and(|s| s.rest_min > 0.0))
            && is(self.stock, scene.stock.is_some())
            && is(self.marinade, scene.mixture.is_some_and(|m| m.lies_in))
            && self.mixture.is_none_or(|m| scene.made() == Some(m))
            && is(self.butter, scene.takes("skin_fat:butter") || scene.request.sauce == Some(true))
            && is(self.sauce, scene.request.sauce.unwrap_or(false))
            && is(self.chips, scene.request.chips.unwrap_or(0) > 0)
            && self.option.as_ref().is_none_or(|option| scene.takes(option))
    }
}
