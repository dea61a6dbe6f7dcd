//! Cautions, and the name of the rule that shows each.

use serde::{Deserialize, Serialize};

/// When a caution applies.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
#[expect(missing_docs, reason = "named after the cautions in data/cautions.toml")]
pub enum Rule {
    MercuryAtRisk,
    CiguateraAtRisk,
    FreshwaterUndercooked,
    CookThrough,
    Parasites,
    ParasitesExemptFarmed,
    ParasitesExemptTuna,
    BelowBook,
    NotListeria,
    BandUnusual,
    Histamine,
    Tempered,
    Scorch,
    ThinOilFilm,
    DeepOil,
    SteamBurn,
    Fire,
    Bones,
    Stuffed,
    Minced,
    SugarFlares,
    SmokePoint,
    Overfull,
    Spatter,
    ParcelSteam,
    CharcoalIndoors,
    AtRisk,
    Always,
}

/// One caution and the rule that shows it.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Caution {
    /// Its rule.
    pub when: Rule,
    /// What to say.
    pub text: String,
    /// The same in a word or two, where it matters for safety.
    #[serde(default)]
    pub chip: Option<String>,
    /// What it is about, where others are about the same.
    #[serde(default)]
    pub topic: Option<String>,
    /// Where it comes from, if not common practice.
    #[serde(default)]
    pub source: Option<String>,
}
