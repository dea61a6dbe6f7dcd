//! What one column and a plane share of taking steps: the scheme, its lengths and its books.

use crate::bounded::Bounded;
use crate::surround::FaceFlux;

/// Diagonal coefficient of the two-stage, second-order, L-stable, stiffly accurate Runge–Kutta
/// method: 1 − 1/√2. Source: Alexander (1977), SIAM J. Numer. Anal. 14:1006.
pub(super) const GAMMA: f64 = 1.0 - std::f64::consts::FRAC_1_SQRT_2;
/// First step after the surroundings change, s for each K of error allowed: a new surface layer is that young.
pub(super) const FIRST_STEP_S_K: f64 = 2.5;
/// The same for a whole section, whose error is that of all of it, of which a surface is little.
pub(super) const FIRST_STEP_OF_SECTION_S_K: f64 = 14.0;
/// And at least so long, s.
const YOUNGEST_S: f64 = 0.05;
/// Steps never shrink below this, s; a front crossing a cell must not stall a run.
const SHORTEST_STEP_S: f64 = 0.01;
/// More than the rounding of [`next_step`] over the shortest step, as a share.
const FLOOR_TOLERANCE: f64 = 1e-6;

/// Sums of heat and water over a run, per m² of one exposed face.
#[derive(Debug, Clone, Copy, Default, PartialEq)]
pub struct Balance {
    /// Convection and radiation into the piece, before evaporation took its part, J/m².
    pub incoming_j_m2: f64,
    /// Taken by water leaving, from the surface and from boiling cells, J/m².
    pub latent_j_m2: f64,
    /// Water that left, kg/m².
    pub evaporated_kg_m2: f64,
    /// The part of `incoming_j_m2` that the heater's reservoir gave, J/m².
    pub drawn_j_m2: f64,
}

impl Balance {
    /// Books what crosses one face of `area` (m² per m² of outer face) in a two-stage step.
    pub(super) fn book(
        &mut self,
        step_s: f64,
        area: f64,
        stages: [&FaceFlux; 2],
        on_reservoir: bool,
    ) {
        for (flux, share) in stages.into_iter().zip([1.0 - GAMMA, GAMMA]) {
            let weight = area * share * step_s;
            self.incoming_j_m2 += weight * flux.incoming_w_m2;
            self.latent_j_m2 += weight * flux.drying_w_m2;
            self.evaporated_kg_m2 += weight * flux.drying_kg_m2s;
            if on_reservoir {
                self.drawn_j_m2 += weight * flux.incoming_w_m2;
            }
        }
    }

    pub(super) fn add(&mut self, other: &Self) {
        self.incoming_j_m2 += other.incoming_j_m2;
        self.latent_j_m2 += other.latent_j_m2;
        self.evaporated_kg_m2 += other.evaporated_kg_m2;
        self.drawn_j_m2 += other.drawn_j_m2;
    }
}

/// What dries off a face and what it takes over a two-stage step, kg/(m² s) and W/m².
pub(super) fn drying_and_taking([first, second]: [&FaceFlux; 2]) -> [f64; 2] {
    let mean = |a: f64, b: f64| (1.0 - GAMMA) * a + GAMMA * b;
    [
        mean(first.drying_kg_m2s, second.drying_kg_m2s),
        mean(first.incoming_w_m2, second.incoming_w_m2),
    ]
}

/// Thickness dried by boiling, m, counted inward from a face over cells' dried shares and widths.
pub(super) fn dried_m<'a>(inward: impl Iterator<Item = (&'a f64, &'a f64)>) -> f64 {
    inward.take_while(|(dried, _)| **dried > 0.0).map(|(dried, width)| dried * width).sum()
}

/// Between the two stages of a step: the base of the second and a guess at its end, from where the step began and what the
/// first came to, J/m³, cell by cell.
pub(super) fn second_stage(began: &[f64], first: &[f64], base: &mut [f64], guess: &mut [f64]) {
    let lead = (1.0 - GAMMA) / GAMMA;
    let n = began.len();
    let (first, base, guess) = (&first[..n], &mut base[..n], &mut guess[..n]);
    for i in 0..n {
        let gain = first[i] - began[i];
        base[i] = began[i] + lead * gain;
        guess[i] = base[i] + gain;
    }
}

/// First step after the surroundings change, s, at so many for each K of error allowed.
pub(super) fn first_step_s(s_k: f64, tolerance_k: f64) -> f64 {
    (s_k * tolerance_k).max(YOUNGEST_S)
}

/// The step to try next (s), and whether it lands on the stop.
pub(super) fn next_step(wanted_s: f64, longest_s: f64, left_s: f64) -> (f64, bool) {
    let step_s = wanted_s.min(longest_s);
    if step_s > left_s - 1e-9 {
        (left_s, true)
    } else if step_s > 0.5 * left_s {
        (0.5 * left_s, false)
    } else {
        (step_s, false)
    }
}

/// How well a step of this error fits the tolerance: 1 just so, less when it was too long. An error
/// that is no number is the worst there is.
pub(super) fn fit(tolerance_k: f64, error_k: f64) -> f64 {
    if error_k.is_nan() { 0.0 } else { 0.9 * (tolerance_k / error_k.max(1e-12)).sqrt() }
}

/// Whether a step has to be tried again, shorter. One at the floor is taken whatever its error, or it
/// would be tried for ever; landing cuts and doubles steps by rounding, hence the tolerance.
pub(super) fn is_refused(step_s: f64, fit: f64) -> bool {
    fit < 0.5 && step_s > SHORTEST_STEP_S * (1.0 + FLOOR_TOLERANCE)
}

/// The step to try after one that was refused, s.
pub(super) fn shortened(step_s: f64, fit: f64) -> f64 {
    (step_s * fit.max(0.2)).max(SHORTEST_STEP_S)
}

/// The step to want after one that was taken, s. A step cut short to land says nothing against the
/// length wanted before.
pub(super) fn following_step(wanted_s: f64, taken_s: f64, fit: f64, lands: bool) -> f64 {
    let grown = taken_s * fit.bounded(0.3, 2.0);
    let next = if lands { grown.max(wanted_s * fit.min(1.0)) } else { grown };
    next.max(SHORTEST_STEP_S)
}

/// How much a run worked; equal inputs give equal counts.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq)]
pub struct WorkCount {
    /// Time steps taken.
    pub steps: u64,
    /// Steps thrown away because their error was too large.
    pub rejected: u64,
    /// Tridiagonal solves.
    pub solves: u64,
}

#[cfg(test)]
mod tests {
    use super::*;

    /// A remainder a hair longer than the shortest step is landed on in one step: it must be taken.
    #[test]
    fn a_step_at_the_floor_is_taken_whatever_its_error() {
        for left_s in [SHORTEST_STEP_S, SHORTEST_STEP_S + 5e-10, SHORTEST_STEP_S + 9.9e-10] {
            let (step_s, lands) = next_step(SHORTEST_STEP_S, 60.0, left_s);
            assert!(lands && !is_refused(step_s, 0.0), "{left_s} s left");
        }
        assert!(is_refused(1.5 * SHORTEST_STEP_S, 0.1));
        assert!(!is_refused(1.5 * SHORTEST_STEP_S, 0.6), "near enough");
    }

    #[test]
    fn an_error_that_is_no_number_is_the_worst() {
        assert!(is_refused(1.0, fit(0.02, f64::NAN)) && is_refused(1.0, fit(0.02, f64::INFINITY)));
        assert!(fit(0.02, 0.0) > 100.0 && (fit(0.02, 0.02) - 0.9).abs() < 1e-12);
    }
}
