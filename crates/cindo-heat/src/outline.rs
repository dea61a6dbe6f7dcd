//! Outlines of cross-sections, as shares of thickness and half width.

use serde::{Deserialize, Serialize};

/// Cavity of a whole fish: half height and half length as shares of those of the section, and where
/// its middle is. Read off common drawings of round fish; modelling choice.
pub(crate) const CAVITY: (f64, f64, f64) = (0.34, 0.42, 0.42);

/// Outline of a cross-section.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Outline {
    /// Flat below, rounded towards the edge above: a fillet on its skin.
    Tapered,
    /// A block with rounded edges: a loin.
    Rounded,
    /// Straight sides: a steak, a cake.
    Straight,
    /// An ellipse: a chunk.
    Oval,
    /// An ellipse with backbone and cavity: a whole round fish on its side.
    OvalWithCavity,
}

impl Outline {
    /// Lower and upper edge at `across` (0 middle, 1 edge), as shares of the thickness.
    pub fn edges(self, across: f64) -> (f64, f64) {
        let u = across.abs().min(1.0);
        match self {
            Self::Straight => (0.0, 1.0),
            Self::Rounded => {
                let round = 1.0 - (1.0 - u.powi(10)).max(0.0).sqrt();
                (0.12 * round, 1.0 - 0.3 * round)
            }
            // Nearly full height up to two thirds, then down to a fifth at the edge.
            Self::Tapered => (0.0, 1.0 - 0.8 * u.powi(5)),
            Self::Oval | Self::OvalWithCavity => {
                let half = 0.5 * (1.0 - u * u).max(0.0).sqrt();
                (0.5 - half, 0.5 + half)
            }
        }
    }

    /// Width of the slab through whose sides its middle is heated as through those of this outline, as a
    /// share of its own: thin edges let heat in sooner. Fitted to many columns (modelling choice).
    pub fn side_width_share(self) -> f64 {
        match self {
            Self::Tapered => 0.84,
            Self::Rounded | Self::Straight | Self::Oval | Self::OvalWithCavity => 1.0,
        }
    }

    /// Whether left and right differ, so that the whole width is needed.
    pub fn is_lopsided(self) -> bool {
        self == Self::OvalWithCavity
    }

    /// Lower and upper edge of the cavity, where there is one.
    pub fn hole(self, across: f64) -> Option<(f64, f64)> {
        if self != Self::OvalWithCavity {
            return None;
        }
        let (height, length, middle) = CAVITY;
        let u = (across - middle) / length;
        let half = 0.5 * height * (1.0 - u * u).max(0.0).sqrt();
        (half > 0.0).then_some((0.5 - half, 0.5 + half))
    }

    /// From where to where the cavity reaches across, where there is one.
    pub fn hole_span(self) -> Option<(f64, f64)> {
        let (_, length, middle) = CAVITY;
        (self == Self::OvalWithCavity).then_some((middle - length, middle + length))
    }
}
