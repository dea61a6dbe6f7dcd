//! Signs to look for at the counter.

use serde::{Deserialize, Serialize};

/// What is looked at.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Form {
    /// A whole fish.
    Whole,
    /// Fillets or steaks.
    Cut,
    /// Frozen fish.
    Frozen,
}

/// One way that a sign can look.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct SignOption {
    /// Id, `snake_case`.
    pub id: String,
    /// What it looks, smells or feels like.
    pub text: String,
    /// How much it speaks for the fish.
    pub points: f64,
    /// It alone means leaving it.
    #[serde(default)]
    pub stop: bool,
    /// What to say against the fish.
    #[serde(default)]
    pub fault: Option<String>,
}

/// One thing to look at.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Sign {
    /// Id, `snake_case`.
    pub id: String,
    /// Of what.
    pub forms: Vec<Form>,
    /// What to do.
    pub question: String,
    /// Where cooks disagree about it.
    #[serde(default)]
    pub note: Option<String>,
    /// How it can look, best first.
    pub options: Vec<SignOption>,
}
