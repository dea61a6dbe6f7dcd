//! One implicit stage along one line of cells.

use crate::flesh::{Cells, Flesh};
use crate::surround::{Face, FaceFlux};

/// Where surroundings touch a line: at its ends, or along it where its outline is slanted.
#[derive(Debug, Clone, Copy)]
pub(super) struct End {
    /// The cell behind the face.
    pub(super) cell: usize,
    /// Its face, as a place in the stage's list.
    pub(super) face: usize,
    /// Exposed area, in the unit of the volumes over a length.
    pub(super) area: f64,
    /// Conductance of the half cell behind the face, W/(m² K).
    pub(super) half_cell_w_m2k: f64,
    /// Outermost surface temperature of the stage before, °C.
    pub(super) guess_c: f64,
}

/// What stays fixed during one stage.
pub(super) struct ImplicitStage<'a> {
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
    /// Everything that is exposed; the rest is insulated.
    pub(super) ends: &'a [End],
    /// The faces that the ends point to.
    pub(super) faces: &'a [Face],
}

/// Scratch of one line, allocated once. `temperature` and `slope` belong to the heat content that
/// the last solve left behind, `flux` is what crossed its ends, as booked.
#[derive(Debug, Clone)]
pub(super) struct Scratch {
    pub(super) temperature: Vec<f64>,
    pub(super) slope: Vec<f64>,
    pub(super) flux: Vec<FaceFlux>,
    matrix: Tridiagonal,
    /// Slopes that the matrix was built with.
    matrix_slope: Vec<f64>,
    /// Flux slopes at the ends that the matrix was built with, W/(m² K).
    matrix_end: Vec<f64>,
    flow: Vec<f64>,
    change: Vec<f64>,
    predicted: Vec<f64>,
}

impl Scratch {
    /// Scratch for `n` cells (even) and at most `ends` exposed faces.
    pub(super) fn new(n: usize, ends: usize) -> Self {
        let zeros = || vec![0.0; n];
        Self {
            temperature: zeros(),
            slope: zeros(),
            flux: vec![FaceFlux::default(); ends],
            matrix: Tridiagonal {
                lower: zeros(),
                diagonal: zeros(),
                upper: zeros(),
                pivot: zeros(),
            },
            matrix_slope: zeros(),
            matrix_end: vec![0.0; ends],
            flow: zeros(),
            change: zeros(),
            predicted: zeros(),
        }
    }

    /// Continues the line from one stage to the next along the slopes of the first: temperatures
    /// follow heat content linearly, and what that neglects shows as mismatch after the solve.
    pub(super) fn follow(&mut self, from: &[f64], to: &[f64]) {
        let slopes = self.matrix_slope.iter().zip(from.iter().zip(to));
        for (temperature, (slope, (from, to))) in self.temperature.iter_mut().zip(slopes) {
            *temperature += slope * (to - from);
        }
    }
}

/// A tridiagonal, diagonally dominant matrix of even size n and its factors. `lower[0]` and
/// `upper[n - 1]` are unused.
///
/// The elimination runs from both ends to the middle at once, so that two chains of divisions
/// overlap. Source: van der Vorst (1987), Parallel Computing 5:45 (twisted factorisation).
#[derive(Debug, Clone)]
struct Tridiagonal {
    lower: Vec<f64>,
    diagonal: Vec<f64>,
    upper: Vec<f64>,
    pivot: Vec<f64>,
}

impl Tridiagonal {
    /// Factorises in place: afterwards `upper` of the first half and `lower` of the second are
    /// scaled by their pivots.
    fn factor(&mut self) {
        let n = self.diagonal.len();
        self.lower[0] = 0.0;
        self.upper[n - 1] = 0.0;
        let (lower_near, lower_far) = self.lower.split_at_mut(n / 2);
        let (upper_near, upper_far) = self.upper.split_at_mut(n / 2);
        let (diagonal_near, diagonal_far) = self.diagonal.split_at(n / 2);
        let (pivot_near, pivot_far) = self.pivot.split_at_mut(n / 2);
        let near = lower_near.iter().zip(upper_near).zip(diagonal_near).zip(pivot_near);
        let far = lower_far.iter_mut().zip(upper_far).zip(diagonal_far).zip(pivot_far);
        let (mut up, mut down) = (0.0, 0.0);
        for ((((low_n, up_n), diagonal_n), pivot_n), (((low_f, up_f), diagonal_f), pivot_f)) in
            near.zip(far.rev())
        {
            let left = 1.0 / (diagonal_n - low_n * up);
            let right = 1.0 / (diagonal_f - *up_f * down);
            up = *up_n * left;
            down = *low_f * right;
            *up_n = up;
            *low_f = down;
            *pivot_n = left;
            *pivot_f = right;
        }
    }

    /// Solves `A x = d` with the factors, leaving `x` in `d`.
    fn substitute(&self, d: &mut [f64]) {
        let half = d.len() / 2;
        let (lower_near, lower_far) = self.lower.split_at(half);
        let (upper_near, upper_far) = self.upper.split_at(half);
        let (pivot_near, pivot_far) = self.pivot.split_at(half);
        let (d_near, d_far) = d.split_at_mut(half);
        let (mut left, mut right) = (0.0, 0.0);
        let near = d_near.iter_mut().zip(lower_near).zip(pivot_near);
        let far = d_far.iter_mut().zip(upper_far).zip(pivot_far);
        for (((d_n, low), pivot_n), ((d_f, up), pivot_f)) in near.zip(far.rev()) {
            left = (*d_n - low * left) * pivot_n;
            right = (*d_f - up * right) * pivot_f;
            *d_n = left;
            *d_f = right;
        }
        // The two chains meet: x[m-1] + up x[m] = left and x[m] + down x[m-1] = right.
        let (up, down) = (upper_near[half - 1], lower_far[0]);
        let low = (left - up * right) / (1.0 - up * down);
        (left, right) = (low, right - down * low);
        d_near[half - 1] = left;
        d_far[0] = right;
        let near = d_near[..half - 1].iter_mut().zip(&upper_near[..half - 1]);
        let far = d_far[1..].iter_mut().zip(&lower_far[1..]);
        for ((d_n, up), (d_f, down)) in near.rev().zip(far) {
            left = *d_n - up * left;
            right = *d_f - down * right;
            *d_n = left;
            *d_f = right;
        }
    }
}

/// Newton stops when temperatures agree with their linear prediction to this, K. Heat is conserved
/// exactly whatever it is: fluxes are booked as the linear solve used them.
const NEWTON_TOLERANCE_K: f64 = 2e-2;
/// A stage that has not settled by then has not: its step is too long and is tried shorter.
const NEWTON_ROUNDS: usize = 12;
/// Settled well enough to take a stage that used all its rounds, K. Where ice melts, Newton may swing
/// across the kink at the freezing point: a shorter step gets over it.
const SETTLED_K: f64 = 0.5;
const SETTLED_WITH_ICE_K: f64 = 0.05;

/// How a stage's iteration ended.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Settled {
    /// Linear solves.
    pub(super) rounds: usize,
    /// Whether the fluxes can be trusted.
    pub(super) is_sound: bool,
}

impl ImplicitStage<'_> {
    /// Solves `V (E − base) = implicit_s · F(T(E))` for the heat content `e` (in: a guess whose
    /// temperatures are in the scratch; out: the solution, likewise) by Newton on the tridiagonal
    /// system. `keep_matrix` starts with the factors of the solve before, which suit the second
    /// stage of a step. Leaves the fluxes at the ends, as booked, in the scratch.
    pub(super) fn solve(&self, e: &mut [f64], work: &mut Scratch, keep_matrix: bool) -> Settled {
        for (flux, end) in work.flux.iter_mut().zip(self.ends) {
            flux.outer_c = end.guess_c;
        }
        let mut rounds = 0;
        let settled_k = if self.flesh.freezes() { SETTLED_WITH_ICE_K } else { SETTLED_K };
        loop {
            for (flux, end) in work.flux.iter_mut().zip(self.ends) {
                let cell_c = work.temperature[end.cell];
                *flux = self.faces[end.face].balance(
                    cell_c,
                    end.half_cell_w_m2k,
                    &self.flesh.air,
                    flux.outer_c,
                );
            }
            if rounds > 0 || !keep_matrix {
                self.build_matrix(work);
            }
            rounds += 1;
            self.residual(e, work);
            work.matrix.substitute(&mut work.change);
            for ((flux, end), slope) in work.flux.iter_mut().zip(self.ends).zip(&work.matrix_end) {
                let warmed_k = work.matrix_slope[end.cell] * work.change[end.cell];
                let slopes = (end.half_cell_w_m2k, *slope);
                self.faces[end.face].follow(flux, slopes, warmed_k);
            }
            let mismatch_k = self.apply(e, work);
            if mismatch_k < NEWTON_TOLERANCE_K || rounds == NEWTON_ROUNDS {
                return Settled { rounds, is_sound: mismatch_k < settled_k };
            }
        }
    }

    /// Builds and factorises the Newton matrix at the slopes in the scratch.
    fn build_matrix(&self, work: &mut Scratch) {
        let n = self.volume_m.len();
        let dt = self.implicit_s;
        work.matrix_slope.copy_from_slice(&work.slope);
        let (volume, link) = (&self.volume_m[..n], &self.link_w_k[..n - 1]);
        let slope = &work.matrix_slope[..n];
        let matrix = &mut work.matrix;
        let (lower, upper) = (&mut matrix.lower[..n], &mut matrix.upper[..n]);
        let diagonal = &mut matrix.diagonal[..n];
        for i in 0..n - 1 {
            let coupling = -dt * link[i];
            upper[i] = coupling * slope[i + 1];
            lower[i + 1] = coupling * slope[i];
        }
        // Columns of conduction add up to nothing: what leaves one cell enters its neighbours.
        lower[0] = 0.0;
        upper[n - 1] = 0.0;
        for i in 1..n - 1 {
            diagonal[i] = volume[i] - upper[i - 1] - lower[i + 1];
        }
        diagonal[0] = volume[0] - lower[1];
        diagonal[n - 1] = volume[n - 1] - upper[n - 2];
        for ((kept, flux), end) in work.matrix_end.iter_mut().zip(&work.flux).zip(self.ends) {
            *kept = flux.slope_w_m2k;
            diagonal[end.cell] -= dt * end.area * flux.slope_w_m2k * slope[end.cell];
        }
        matrix.factor();
    }

    /// What the stage equation still lacks, into `change`.
    fn residual(&self, e: &[f64], work: &mut Scratch) {
        let n = e.len();
        let dt = self.implicit_s;
        let (volume, base, link) = (&self.volume_m[..n], &self.base[..n], &self.link_w_k[..n - 1]);
        let temperature = &work.temperature[..n];
        let (flow, change) = (&mut work.flow[..n], &mut work.change[..n]);
        for i in 0..n - 1 {
            flow[i] = dt * link[i] * (temperature[i + 1] - temperature[i]);
        }
        flow[n - 1] = 0.0;
        for i in 1..n {
            change[i] = volume[i] * (base[i] - e[i]) + flow[i] - flow[i - 1];
        }
        change[0] = volume[0] * (base[0] - e[0]) + flow[0];
        for (flux, end) in work.flux.iter().zip(self.ends) {
            change[end.cell] += dt * end.area * flux.net_w_m2();
        }
    }

    /// Adds the change and evaluates the new temperatures; returns how far the worst of them is
    /// from its linear prediction, K.
    fn apply(&self, e: &mut [f64], work: &mut Scratch) -> f64 {
        let n = e.len();
        let (temperature, slope) = (&mut work.temperature[..n], &mut work.slope[..n]);
        let (change, predicted) = (&work.change[..n], &mut work.predicted[..n]);
        let matrix_slope = &work.matrix_slope[..n];
        for i in 0..n {
            e[i] += change[i];
            predicted[i] = temperature[i] + matrix_slope[i] * change[i];
        }
        let cells = Cells { heat: e, reserve: self.reserve, inverse_scale: self.inverse_scale };
        self.flesh.temperatures(&cells, temperature, slope);
        let mut mismatch = 0.0;
        for i in 0..n {
            let off = (temperature[i] - predicted[i]).abs();
            mismatch = if off > mismatch { off } else { mismatch };
        }
        mismatch
    }
}
