//! One implicit stage along one line of cells.

use crate::face::{Face, FaceFlux};
use crate::material::Flesh;

/// An exposed end of a line.
#[derive(Debug, Clone, Copy)]
pub(super) struct End<'a> {
    pub(super) face: &'a Face,
    /// Area of the end per m² of outer face.
    pub(super) area: f64,
    /// Conductance of the half cell behind the face, W/(m² K).
    pub(super) half_cell_w_m2k: f64,
    /// Surface temperature of the stage before, °C.
    pub(super) guess_c: f64,
}

/// What stays fixed during one stage.
pub(super) struct Stage<'a> {
    pub(super) flesh: &'a Flesh,
    pub(super) volume_m: &'a [f64],
    /// Conductance between neighbours, W/(m² K) times area; `n - 1` of them.
    pub(super) link_w_k: &'a [f64],
    pub(super) reserve: &'a [f64],
    pub(super) scale: &'a [f64],
    /// Known part of the stage equation, J/m³.
    pub(super) base: &'a [f64],
    /// Implicit share of the step, s.
    pub(super) implicit_s: f64,
    /// Bottom (or centre) and top; `None` is insulated.
    pub(super) ends: [Option<End<'a>>; 2],
}

/// Scratch of one line, allocated once.
#[derive(Debug, Clone)]
pub(super) struct Scratch {
    temperature: Vec<f64>,
    slope: Vec<f64>,
    upper: Vec<f64>,
    change: Vec<f64>,
}

impl Scratch {
    pub(super) fn new(n: usize) -> Self {
        Self {
            temperature: vec![0.0; n],
            slope: vec![0.0; n],
            upper: vec![0.0; n],
            change: vec![0.0; n],
        }
    }
}

/// Newton stops when temperatures agree with their linear prediction to this, K. Heat is conserved
/// exactly whatever it is: fluxes are booked as the linear solve used them.
const NEWTON_TOLERANCE_K: f64 = 1e-3;
/// A stage that has not settled by then is taken as it stands; the step control sees its error.
const NEWTON_ROUNDS: usize = 12;

impl Stage<'_> {
    /// Solves `V (E − base) = implicit_s · F(T(E))` for the heat content `e` (in: a guess, out: the
    /// solution) by Newton on the tridiagonal system. Returns the fluxes at both ends as booked,
    /// and the number of linear solves.
    pub(super) fn solve(&self, e: &mut [f64], work: &mut Scratch) -> ([FaceFlux; 2], usize) {
        let n = e.len();
        let dt = self.implicit_s;
        let volume = &self.volume_m[..n];
        let link = &self.link_w_k[..n - 1];
        let reserve = &self.reserve[..n];
        let scale = &self.scale[..n];
        let base = &self.base[..n];
        let temperature = &mut work.temperature[..n];
        let slope = &mut work.slope[..n];
        let upper = &mut work.upper[..n];
        let change = &mut work.change[..n];

        for i in 0..n {
            (temperature[i], slope[i]) = self.flesh.temperature(e[i], reserve[i], scale[i]);
        }
        let mut guess = [0.0; 2];
        for (g, end) in guess.iter_mut().zip(&self.ends) {
            *g = end.map_or(0.0, |end| end.guess_c);
        }
        let mut rounds = 0;
        loop {
            rounds += 1;
            let mut flux = [FaceFlux::default(); 2];
            for side in 0..2 {
                if let Some(end) = &self.ends[side] {
                    let cell = temperature[side * (n - 1)];
                    flux[side] =
                        end.face.balance(cell, end.half_cell_w_m2k, self.flesh.boil_c, guess[side]);
                    guess[side] = flux[side].surface_c;
                }
            }
            let end_area = [0, 1].map(|s: usize| self.ends[s].map_or(0.0, |end| end.area));

            // Forward elimination, the coefficients built as it goes.
            let mut below = 0.0; // conductance to the cell below
            let mut heat_from_below = end_area[0] * flux[0].net_w_m2();
            let mut carried_upper = 0.0;
            let mut carried_change = 0.0;
            let mut below_slope = 0.0;
            let mut stiff = -end_area[0] * flux[0].slope_w_m2k;
            for i in 0..n {
                let (above, heat_from_above) = if i + 1 < n {
                    (link[i], link[i] * (temperature[i + 1] - temperature[i]))
                } else {
                    stiff -= end_area[1] * flux[1].slope_w_m2k;
                    (0.0, end_area[1] * flux[1].net_w_m2())
                };
                let rhs =
                    volume[i] * (base[i] - e[i]) + dt * (heat_from_below + heat_from_above);
                let diagonal = volume[i] + dt * (below + above + stiff) * slope[i];
                let lower = -dt * below * below_slope;
                let pivot = 1.0 / (diagonal - lower * carried_upper);
                let up = if i + 1 < n { -dt * above * slope[i + 1] } else { 0.0 };
                carried_upper = up * pivot;
                carried_change = (rhs - lower * carried_change) * pivot;
                upper[i] = carried_upper;
                change[i] = carried_change;
                below = above;
                below_slope = slope[i];
                heat_from_below = -heat_from_above;
                stiff = 0.0;
            }
            let mut next = 0.0;
            let mut first_change_k = 0.0;
            let mut last_change_k = 0.0;
            let mut mismatch: f64 = 0.0;
            for i in (0..n).rev() {
                next = change[i] - upper[i] * next;
                e[i] += next;
                let linear_k = slope[i] * next;
                let predicted = temperature[i] + linear_k;
                (temperature[i], slope[i]) = self.flesh.temperature(e[i], reserve[i], scale[i]);
                mismatch = mismatch.max((temperature[i] - predicted).abs());
                if i + 1 == n {
                    last_change_k = linear_k;
                }
                first_change_k = linear_k;
            }
            flux[0].incoming_w_m2 += flux[0].slope_w_m2k * first_change_k;
            flux[1].incoming_w_m2 += flux[1].slope_w_m2k * last_change_k;
            if mismatch < NEWTON_TOLERANCE_K || rounds == NEWTON_ROUNDS {
                return (flux, rounds);
            }
        }
    }
}
