//! What a cook notices at the stove.

use serde::{Deserialize, Serialize};

/// One way that a cue can turn out.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct CueValue {
    /// Id, `snake_case`.
    pub id: String,
    /// What it is like.
    pub name: String,
    /// About how warm the core is then, °C; none where it says nothing about the core.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub core_c: Option<f64>,
    /// How far that may be off, K (one standard deviation).
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub spread_k: Option<f64>,
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
    /// How it can turn out, rawest first.
    pub values: Vec<CueValue>,
}
