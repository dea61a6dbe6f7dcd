//! What the core is to reach.

use crate::catalogue::{Band, Catalogue};
use crate::safety::Limit;

/// The target of a plan.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct Target {
    pub(crate) name: String,
    pub(crate) look: String,
    pub(crate) from_c: f64,
    pub(crate) to_c: Option<f64>,
    /// What the core's peak (or the level it holds) is to reach.
    pub(crate) aim_c: f64,
    pub(crate) hold_s: f64,
    pub(crate) usual: bool,
}

/// Half width of the band round a numeric target, K.
const NUMERIC_BAND_K: f64 = 2.5;

impl Target {
    pub(crate) fn of_band(band: &Band, usual: bool, limit: Limit) -> Self {
        // By the book means the limit that governs this piece.
        let (from_c, hold_s) =
            if band.hold_s > 0.0 { (limit.core_c, limit.hold_s) } else { (band.from_c, 0.0) };
        Self {
            name: band.name.clone(),
            look: band.look.clone(),
            from_c,
            to_c: band.to_c,
            aim_c: band.to_c.map_or(from_c, |to| 0.5 * (from_c + to)),
            hold_s,
            usual,
        }
    }

    pub(crate) fn of_number(catalogue: &Catalogue, core_c: f64, usual: &[String]) -> Self {
        let near =
            catalogue.bands.iter().rev().find(|b| core_c >= b.from_c).or(catalogue.bands.first());
        Self {
            name: format!("{core_c:.0} °C"),
            look: near.map_or_else(String::new, |b| b.look.clone()),
            from_c: core_c - NUMERIC_BAND_K,
            to_c: Some(core_c + NUMERIC_BAND_K),
            aim_c: core_c,
            hold_s: 0.0,
            usual: usual
                .iter()
                .filter_map(|id| catalogue.band(id))
                .any(|b| core_c >= b.from_c - NUMERIC_BAND_K),
        }
    }
}
