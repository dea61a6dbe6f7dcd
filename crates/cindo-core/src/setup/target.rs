//! What the core is to reach.

use crate::catalogue::{Band, Catalogue, Cut};
use crate::say::CELSIUS;

/// Public-health minimum for intact fish: 63 °C for 15 s. Source: FDA Food Code 3-401.11.
pub const BOOK_C: f64 = 63.0;

/// Time on end at [`BOOK_C`], s.
pub const BOOK_HOLD_S: f64 = 15.0;

/// What by-the-book cooking means for a piece.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Limit {
    /// Temperature to reach everywhere, °C.
    pub core_c: f64,
    /// Time on end, s.
    pub hold_s: f64,
}

impl Limit {
    /// Intact fish.
    pub const INTACT: Self = Self { core_c: BOOK_C, hold_s: BOOK_HOLD_S };
    /// Minced fish. Source: FDA Food Code 3-401.11(A)(2): 68 °C for 17 s.
    pub const MINCED: Self = Self { core_c: 68.0, hold_s: 17.0 };
    /// Stuffed fish. Source: FDA Food Code 3-401.11(A)(3): 74 °C, at once.
    pub const STUFFED: Self = Self { core_c: 74.0, hold_s: 1.0 };

    /// The limit that governs a piece.
    pub fn of(cut: &Cut, stuffed: bool) -> Self {
        match (stuffed, cut.minced) {
            (true, _) => Self::STUFFED,
            (false, true) => Self::MINCED,
            (false, false) => Self::INTACT,
        }
    }
}

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
        let (from_c, aim_c, hold_s) = if band.hold_s > 0.0 {
            (limit.core_c, limit.core_c, limit.hold_s)
        } else {
            (band.from_c, band.aim_c, 0.0)
        };
        Self {
            name: band.name.clone(),
            look: band.look.clone(),
            from_c,
            to_c: band.to_c,
            aim_c,
            hold_s,
            usual,
        }
    }

    pub(crate) fn of_number(catalogue: &Catalogue, core_c: f64, usual: &[String]) -> Self {
        let near =
            catalogue.bands.iter().rev().find(|b| core_c >= b.from_c).or(catalogue.bands.first());
        Self {
            name: format!("{core_c:.0}{CELSIUS}"),
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
