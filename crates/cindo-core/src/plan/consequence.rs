//! What a turn or a pull of the cook's own changes against the recommended plan, and gentler ways.

use serde::Serialize;

use super::quality::{Quality, TEARS, judge};
use super::search::Solved;
use crate::say::{CELSIUS, clock, tenth};
use crate::setup::Resolved;

/// The cook's own turn or pull against the recommended plan.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Consequence {
    /// Recommended first turn, s.
    pub recommended_turn_s: Option<f64>,
    /// Recommended pull, s.
    pub recommended_out_s: f64,
    /// Core as eaten against the recommended plan, K.
    pub core_k: f64,
    /// Dry share against the recommended plan, −1 to 1.
    pub dry_share: f64,
    /// Tearing risk against the recommended plan, −1 to 1.
    pub tear_risk: f64,
    /// Whether the core stays inside the band.
    pub stays_in_band: bool,
    /// What it comes to.
    pub sentence: String,
}

/// The recommended plan, as far as a consequence needs it.
pub(crate) struct Recommended {
    pub(crate) turn_s: Option<f64>,
    pub(crate) out_s: f64,
    pub(crate) level_c: f64,
    pub(crate) quality: Quality,
}

impl Recommended {
    pub(crate) fn of(resolved: &Resolved<'_>, solved: &Solved<'_>) -> Self {
        Self {
            turn_s: solved.schedule.turns_s.first().copied(),
            out_s: solved.pull_s,
            level_c: solved.record.ending.level_c,
            quality: judge(&resolved.setup, &solved.schedule, solved.pull_s, &solved.record),
        }
    }
}

/// Compares what is shown with what is recommended.
pub(crate) fn consequence(
    resolved: &Resolved<'_>,
    recommended: &Recommended,
    level_c: f64,
    quality: &Quality,
) -> Consequence {
    let target = &resolved.target;
    let stays = level_c >= target.from_c && target.to_c.is_none_or(|to| level_c < to);
    let core_k = level_c - recommended.level_c;
    let dry = quality.dry_share - recommended.quality.dry_share;
    let tear = quality.tear_risk.unwrap_or(0.0) - recommended.quality.tear_risk.unwrap_or(0.0);
    let name = &target.name;
    let core = if stays {
        format!("Still {name}: the core gets to {level_c:.0}{CELSIUS}")
    } else if core_k < 0.0 {
        format!("Under {name}: the core gets to {level_c:.0}{CELSIUS}")
    } else {
        format!("Past {name}: the core gets to {level_c:.0}{CELSIUS}")
    };
    let mut rest = Vec::new();
    if dry.abs() >= 0.03 {
        let how = if dry > 0.0 { "more" } else { "less" };
        rest.push(format!("{:.0} % {how} of it is dry", dry.abs() * 100.0));
    }
    if quality.tear_risk.is_some_and(|risk| risk >= TEARS) && tear > 0.05 {
        rest.push("turned this early it is likely to tear".to_owned());
    }
    let tail = if rest.is_empty() { String::new() } else { format!("; {}", rest.join(", ")) };
    let turn =
        recommended.turn_s.map_or_else(String::new, |turn_s| format!("turn {}, ", clock(turn_s)));
    Consequence {
        recommended_turn_s: recommended.turn_s.map(tenth),
        recommended_out_s: tenth(recommended.out_s),
        core_k: tenth(core_k),
        dry_share: dry,
        tear_risk: tear,
        stays_in_band: stays,
        sentence: format!("{core}{tail}. Recommended: {turn}out {}.", clock(recommended.out_s)),
    }
}
