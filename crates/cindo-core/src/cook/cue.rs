//! Cues as observations: the stage that a cook finds, of a quantity that the simulation has.
//!
//! Cumulative link model with a normal link (`McCullagh`, J. R. Stat. Soc. B 42 (1980) 109-142): a cook finds a stage
//! above threshold `t` with probability Φ((q - t) / s). The logarithm of a stage's probability is concave in q
//! (Pratt, J. Am. Stat. Assoc. 76 (1981) 103-106), so that a later stage always pulls q higher.

use crate::catalogue::{Catalogue, Cue, Family, Observes};
use crate::setup::Setup;
use cindo_heat::bounded::Bounded;
use cindo_heat::dose::BROWN_DECADE_K;

/// Whether a piece in its heat can show a cue.
pub(super) fn can_show(setup: &Setup<'_>, cue: &Cue) -> bool {
    let coating = setup.coating;
    let is_bare = coating.thickness_mm <= 0.0 && !coating.wraps;
    let family = setup.method.family;
    let is_from_below =
        matches!(family, Family::Pan | Family::Grill | Family::Fry) && !setup.method.all_round;
    let is_shown = match cue.observes {
        Observes::Core => !coating.wraps,
        Observes::Outer => is_bare && family != Family::Fry,
        Observes::Side => is_bare && is_from_below,
        Observes::Release => is_bare && is_from_below && family != Family::Fry,
        Observes::Colour => !coating.wraps && is_from_below,
    };
    is_shown && (setup.cut.on_the_bone || !cue.bone)
}

/// A stage of a cue: its quantity lies between two thresholds.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Stage {
    /// The quantity.
    pub(super) observes: Observes,
    /// The thresholds below and above it; none at the ends of the scale.
    thresholds: [Option<f64>; 2],
    /// How far a cook's eye and hand may be off, in the unit of [`quantity`] (one standard deviation).
    pub(super) scatter: f64,
}

/// What a stage says of its quantity.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Likelihood {
    /// Logarithm of the probability.
    pub(super) log: f64,
    /// Its slope with the quantity.
    pub(super) score: f64,
    /// Its negative second derivative.
    pub(super) information: f64,
}

/// No excess over a threshold counts as more than this, in scatters: beyond it a normal tail is no number any more.
const FURTHEST: f64 = 30.0;
/// No face is paler than this, in multiples of golden.
const PALEST: f64 = 1e-12;

/// A quantity as it is observed: of browning how much hotter the face was than what makes it golden, K.
pub(super) fn quantity(observes: Observes, value: f64) -> f64 {
    match observes {
        Observes::Colour => BROWN_DECADE_K * value.max(PALEST).log10(),
        _ => value,
    }
}

impl Stage {
    /// The stage that the catalogue has for a value of a cue; none for one that it does not know.
    pub(super) fn of(catalogue: &Catalogue, cue: &str, value: &str) -> Option<Self> {
        let cue = catalogue.cues.iter().find(|row| row.id == cue)?;
        let place = cue.values.iter().position(|row| row.id == value)?;
        let below = place.checked_sub(1).and_then(|i| cue.values[i].up_to);
        let thresholds =
            [below, cue.values[place].up_to].map(|t| t.map(|t| quantity(cue.observes, t)));
        Some(Self { observes: cue.observes, thresholds, scatter: cue.scatter })
    }

    /// What it says of its quantity, which is so much, found with so much scatter in all.
    pub(super) fn likelihood(&self, quantity: f64, scatter: f64) -> Likelihood {
        let [low, high] = self.thresholds.map(|threshold| {
            threshold.map(|t| ((quantity - t) / scatter).bounded(-FURTHEST, FURTHEST))
        });
        // The smaller tails are subtracted, so that little is lost.
        let inside = match (low, high) {
            (None, None) => 1.0,
            (Some(low), None) => upper_tail(-low),
            (None, Some(high)) => upper_tail(high),
            (Some(low), Some(high)) if high > 0.0 => upper_tail(high) - upper_tail(low),
            (Some(low), Some(high)) => upper_tail(-low) - upper_tail(-high),
        };
        let inside = inside.max(f64::MIN_POSITIVE);
        // Density at a threshold, and what it bends.
        let at =
            |z: Option<f64>| z.map_or([0.0; 2], |z| [density(z) / inside, z * density(z) / inside]);
        let [low, high] = [at(low), at(high)];
        let score = (low[0] - high[0]) / scatter;
        let information = score * score + (low[1] - high[1]) / (scatter * scatter);
        Likelihood { log: inside.ln(), score, information }
    }

    /// Whether a quantity has come to the stage, or past it.
    pub(super) fn has_begun(&self, quantity: f64) -> bool {
        self.thresholds[0].is_none_or(|low| quantity >= low)
    }
}

/// Φ(-z).
fn upper_tail(z: f64) -> f64 {
    0.5 * libm::erfc(z * std::f64::consts::FRAC_1_SQRT_2)
}

/// Density of the standard normal distribution.
fn density(z: f64) -> f64 {
    (-0.5 * z * z).exp() / (2.0 * std::f64::consts::PI).sqrt()
}

#[cfg(test)]
mod tests {
    use super::*;

    fn stage(thresholds: [Option<f64>; 2]) -> Stage {
        Stage { observes: Observes::Core, thresholds, scatter: 3.0 }
    }

    /// Values of the normal distribution: tables of mathematical functions (Abramowitz and Stegun 1964, table 26.1).
    #[test]
    fn probabilities_match_the_normal_table() {
        let of = |thresholds, core_c| stage(thresholds).likelihood(core_c, 3.0).log.exp();
        assert!((of([Some(40.0), None], 43.0) - 0.841_344_746).abs() < 1e-9);
        assert!((of([None, Some(40.0)], 46.0) - 0.022_750_132).abs() < 1e-9);
        assert!((of([Some(40.0), Some(46.0)], 43.0) - 0.682_689_492).abs() < 1e-9);
    }

    #[test]
    fn score_and_information_match_differences() {
        for thresholds in [[Some(40.0), Some(47.0)], [None, Some(40.0)], [Some(47.0), None]] {
            let at = |core_c: f64| stage(thresholds).likelihood(core_c, 3.0);
            for core_c in [5.0, 30.0, 39.0, 43.0, 46.0, 55.0, 80.0] {
                let step = 1e-4;
                let (low, here, high) = (at(core_c - step), at(core_c), at(core_c + step));
                let message = format!("{thresholds:?} {core_c}: {low:?} {here:?} {high:?}");
                let slope = (high.log - low.log) / (2.0 * step);
                assert!((here.score - slope).abs() < 1e-4 * (1.0 + slope.abs()), "{message}");
                let curve = -(high.score - low.score) / (2.0 * step);
                assert!((here.information - curve).abs() < 1e-3, "{message}");
            }
        }
    }
}
