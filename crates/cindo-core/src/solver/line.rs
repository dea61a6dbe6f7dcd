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
    pub(super) inverse_scale: &'a [f64],
    /// Known part of the stage equation, J/m³.
    pub(super) base: &'a [f64],
    /// Implicit share of the step, s.
    pub(super) implicit_s: f64,
    /// Bottom (or centre) and top; `None` is insulated.
    pub(super) ends: [Option<End<'a>>; 2],
}

/// Scratch of one line, allocated once. `temperature` and `slope` belong to the heat content that
/// the last solve left behind.
#[derive(Debug, Clone)]
pub(super) struct Scratch {
    pub(super) temperature: Vec<f64>,
    pub(super) slope: Vec<f64>,
    lower: Vec<f64>,
    diagonal: Vec<f64>,
    upper: Vec<f64>,
    change: Vec<f64>,
}

impl Scratch {
    pub(super) fn new(n: usize) -> Self {
        let zeros = || vec![0.0; n];
        Self {
            temperature: zeros(),
            slope: zeros(),
            lower: zeros(),
            diagonal: zeros(),
            upper: zeros(),
            change: zeros(),
        }
    }
}

/// Solves `A x = d` for a tridiagonal, diagonally dominant `A`, leaving `x` in `d`.
///
/// Shapes: all slices have the same even length n; `lower[0]` and `upper[n - 1]` are unused. The
/// elimination runs from both ends to the middle at once, so that two chains of divisions overlap.
/// Source: van der Vorst (1987), Parallel Computing 5:45 (twisted factorisation).
fn solve_tridiagonal(lower: &mut [f64], diagonal: &mut [f64], upper: &mut [f64], d: &mut [f64]) {
    let n = d.len();
    let (lower, diagonal, upper) = (&mut lower[..n], &mut diagonal[..n], &mut upper[..n]);
    let half = n / 2;
    let (mut up, mut up_d) = (0.0, 0.0);
    let (mut down, mut down_d) = (0.0, 0.0);
    for i in 0..half {
        let j = n - 1 - i;
        let low = if i == 0 { 0.0 } else { lower[i] };
        let high = if i == 0 { 0.0 } else { upper[j] };
        let pivot = 1.0 / (diagonal[i] - low * up);
        let mirrored = 1.0 / (diagonal[j] - high * down);
        up = upper[i] * pivot;
        up_d = (d[i] - low * up_d) * pivot;
        down = lower[j] * mirrored;
        down_d = (d[j] - high * down_d) * mirrored;
        upper[i] = up;
        d[i] = up_d;
        lower[j] = down;
        d[j] = down_d;
    }
    // The two chains meet: x[half-1] + up x[half] = up_d and x[half] + down x[half-1] = down_d.
    let mut left = (up_d - up * down_d) / (1.0 - up * down);
    let mut right = down_d - down * left;
    d[half - 1] = left;
    d[half] = right;
    for i in (0..half - 1).rev() {
        let j = n - 1 - i;
        left = d[i] - upper[i] * left;
        right = d[j] - lower[j] * right;
        d[i] = left;
        d[j] = right;
    }
}

/// Newton stops when temperatures agree with their linear prediction to this, K. Heat is conserved
/// exactly whatever it is: fluxes are booked as the linear solve used them.
const NEWTON_TOLERANCE_K: f64 = 1e-3;
/// A stage that has not settled by then is taken as it stands; the step control sees its error.
const NEWTON_ROUNDS: usize = 12;

impl Stage<'_> {
    /// Evaluates temperature and slope of a heat content into the scratch.
    pub(super) fn evaluate(&self, e: &[f64], work: &mut Scratch) {
        let n = e.len();
        let (reserve, inverse_scale) = (&self.reserve[..n], &self.inverse_scale[..n]);
        let (temperature, slope) = (&mut work.temperature[..n], &mut work.slope[..n]);
        for i in 0..n {
            (temperature[i], slope[i]) = self.flesh.temperature(e[i], reserve[i], inverse_scale[i]);
        }
    }

    /// Solves `V (E − base) = implicit_s · F(T(E))` for the heat content `e` (in: a guess whose
    /// temperatures are in the scratch; out: the solution, likewise) by Newton on the tridiagonal
    /// system. Returns the fluxes at both ends as booked, and the number of linear solves.
    pub(super) fn solve(&self, e: &mut [f64], work: &mut Scratch) -> ([FaceFlux; 2], usize) {
        let mut guess_c = self.ends.map(|end| end.map_or(0.0, |end| end.guess_c));
        let mut rounds = 0;
        loop {
            rounds += 1;
            let mut flux = self.fluxes(&work.temperature, guess_c);
            guess_c = flux.map(|f| f.surface_c);
            self.assemble(e, work, &flux);
            solve_tridiagonal(
                &mut work.lower,
                &mut work.diagonal,
                &mut work.upper,
                &mut work.change,
            );

            let last = e.len() - 1;
            flux[0].incoming_w_m2 += flux[0].slope_w_m2k * work.slope[0] * work.change[0];
            flux[1].incoming_w_m2 += flux[1].slope_w_m2k * work.slope[last] * work.change[last];
            if self.apply(e, work) < NEWTON_TOLERANCE_K || rounds == NEWTON_ROUNDS {
                return (flux, rounds);
            }
        }
    }

    fn fluxes(&self, temperature: &[f64], guess_c: [f64; 2]) -> [FaceFlux; 2] {
        [0, 1].map(|side: usize| {
            self.ends[side].as_ref().map_or_else(FaceFlux::default, |end| {
                let cell_c = temperature[side * (temperature.len() - 1)];
                end.face.balance(cell_c, end.half_cell_w_m2k, self.flesh.boil_c, guess_c[side])
            })
        })
    }

    /// Builds the Newton system for the change of heat content.
    fn assemble(&self, e: &[f64], work: &mut Scratch, flux: &[FaceFlux; 2]) {
        let n = e.len();
        let dt = self.implicit_s;
        let (volume, base, link) = (&self.volume_m[..n], &self.base[..n], &self.link_w_k[..n - 1]);
        let (temperature, slope) = (&work.temperature[..n], &work.slope[..n]);
        let (lower, upper) = (&mut work.lower[..n], &mut work.upper[..n]);
        let (diagonal, change) = (&mut work.diagonal[..n], &mut work.change[..n]);
        for i in 0..n {
            diagonal[i] = volume[i];
            change[i] = volume[i] * (base[i] - e[i]);
        }
        for i in 0..n - 1 {
            let coupling = dt * link[i];
            let heat = coupling * (temperature[i + 1] - temperature[i]);
            change[i] += heat;
            change[i + 1] -= heat;
            diagonal[i] += coupling * slope[i];
            diagonal[i + 1] += coupling * slope[i + 1];
            upper[i] = -coupling * slope[i + 1];
            lower[i + 1] = -coupling * slope[i];
        }
        for (side, cell) in [(0, 0), (1, n - 1)] {
            if let Some(end) = &self.ends[side] {
                change[cell] += dt * end.area * flux[side].net_w_m2();
                diagonal[cell] -= dt * end.area * flux[side].slope_w_m2k * slope[cell];
            }
        }
    }

    /// Adds the change and evaluates the new temperatures; returns how far the worst of them is
    /// from its linear prediction, K.
    fn apply(&self, e: &mut [f64], work: &mut Scratch) -> f64 {
        let n = e.len();
        let (reserve, inverse_scale) = (&self.reserve[..n], &self.inverse_scale[..n]);
        let (temperature, slope) = (&mut work.temperature[..n], &mut work.slope[..n]);
        let (change, predicted) = (&work.change[..n], &mut work.upper[..n]);
        for i in 0..n {
            e[i] += change[i];
            predicted[i] = temperature[i] + slope[i] * change[i];
        }
        for i in 0..n {
            (temperature[i], slope[i]) = self.flesh.temperature(e[i], reserve[i], inverse_scale[i]);
        }
        let mut mismatch = 0.0;
        for i in 0..n {
            let off = (temperature[i] - predicted[i]).abs();
            mismatch = if off > mismatch { off } else { mismatch };
        }
        mismatch
    }
}
