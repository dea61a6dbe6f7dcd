//! One implicit stage along lines of cells: one, or several side by side.
//!
//! Lines side by side are interleaved: the value of cell `i` of line `l` stands at `i * LANES + l`, so that the
//! compiler works on neighbouring lines at once and their chains of divisions overlap. A shorter line ends in idle
//! cells: some volume, and no conductance to them.

use crate::flesh::{Cells, Flesh};
use crate::surround::{Face, FaceFlux};

/// Where surroundings touch a line: at its ends, or along it where its outline is slanted.
#[derive(Debug, Clone, Copy)]
pub(super) struct End {
    /// The cell behind the face, as a place among those of all lines.
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

/// What stays fixed during one stage of `LANES` lines.
pub(super) struct ImplicitStage<'a, const LANES: usize> {
    pub(super) flesh: &'a Flesh,
    pub(super) volume_m: &'a [f64],
    /// Conductance to the next cell of the line, W/(m² K) times area; none past the last.
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

/// Scratch of `LANES` lines, allocated once. `temperature` and `slope` belong to the heat content that
/// the last solve left behind, `flux` is what crossed its ends, as booked.
#[derive(Debug, Clone)]
pub(super) struct Scratch<const LANES: usize> {
    pub(super) temperature: Vec<f64>,
    pub(super) slope: Vec<f64>,
    pub(super) flux: Vec<FaceFlux>,
    matrix: Tridiagonal<LANES>,
    /// Slopes that the matrix was built with.
    matrix_slope: Vec<f64>,
    /// Flux slopes at the ends that the matrix was built with, W/(m² K).
    matrix_end: Vec<f64>,
    flow: Vec<f64>,
    change: Vec<f64>,
    predicted: Vec<f64>,
}

impl<const LANES: usize> Scratch<LANES> {
    /// Scratch for lines of `cells` (even) and at most `ends` exposed faces.
    pub(super) fn new(cells: usize, ends: usize) -> Self {
        let zeros = || vec![0.0; cells * LANES];
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

/// Tridiagonal, diagonally dominant matrices of even size, one for each line, and their factors. `lower` of the
/// first cells and `upper` of the last are unused.
///
/// The elimination runs from both ends to the middle at once, so that two chains of divisions
/// overlap. Source: van der Vorst (1987), Parallel Computing 5:45 (twisted factorisation).
#[derive(Debug, Clone)]
struct Tridiagonal<const LANES: usize> {
    lower: Vec<f64>,
    diagonal: Vec<f64>,
    upper: Vec<f64>,
    pivot: Vec<f64>,
}

/// The cells of all lines up to their middles, and those past them.
fn halves<const LANES: usize>(all: &[f64]) -> (&[[f64; LANES]], &[[f64; LANES]]) {
    let cells = all.as_chunks().0;
    cells.split_at(cells.len() / 2)
}

/// [`halves`], to be written.
fn halves_mut<const LANES: usize>(all: &mut [f64]) -> (&mut [[f64; LANES]], &mut [[f64; LANES]]) {
    let cells = all.as_chunks_mut().0;
    cells.split_at_mut(cells.len() / 2)
}

impl<const LANES: usize> Tridiagonal<LANES> {
    /// Factorises in place: afterwards `upper` of the first half and `lower` of the second are
    /// scaled by their pivots.
    fn factor(&mut self) {
        let (lower_near, lower_far) = halves_mut::<LANES>(&mut self.lower);
        let (upper_near, upper_far) = halves_mut::<LANES>(&mut self.upper);
        let (diagonal_near, diagonal_far) = halves::<LANES>(&self.diagonal);
        let (pivot_near, pivot_far) = halves_mut::<LANES>(&mut self.pivot);
        let near = lower_near.iter().zip(upper_near).zip(diagonal_near).zip(pivot_near);
        let far = lower_far.iter_mut().zip(upper_far).zip(diagonal_far).zip(pivot_far);
        let (mut up, mut down) = ([0.0; LANES], [0.0; LANES]);
        for ((((low_n, up_n), diagonal_n), pivot_n), (((low_f, up_f), diagonal_f), pivot_f)) in
            near.zip(far.rev())
        {
            for l in 0..LANES {
                let left = 1.0 / (diagonal_n[l] - low_n[l] * up[l]);
                let right = 1.0 / (diagonal_f[l] - up_f[l] * down[l]);
                up[l] = up_n[l] * left;
                down[l] = low_f[l] * right;
                pivot_n[l] = left;
                pivot_f[l] = right;
            }
            *up_n = up;
            *low_f = down;
        }
    }

    /// Solves `A x = d` with the factors, leaving `x` in `d`.
    fn substitute(&self, d: &mut [f64]) {
        let (lower_near, lower_far) = halves::<LANES>(&self.lower);
        let (upper_near, upper_far) = halves::<LANES>(&self.upper);
        let (pivot_near, pivot_far) = halves::<LANES>(&self.pivot);
        let (d_near, d_far) = halves_mut::<LANES>(d);
        let half = d_near.len();
        let (mut left, mut right) = ([0.0; LANES], [0.0; LANES]);
        let near = d_near.iter_mut().zip(lower_near).zip(pivot_near);
        let far = d_far.iter_mut().zip(upper_far).zip(pivot_far);
        for (((d_n, low), pivot_n), ((d_f, up), pivot_f)) in near.zip(far.rev()) {
            for l in 0..LANES {
                left[l] = (d_n[l] - low[l] * left[l]) * pivot_n[l];
                right[l] = (d_f[l] - up[l] * right[l]) * pivot_f[l];
            }
            *d_n = left;
            *d_f = right;
        }
        // The two chains meet: x[m-1] + up x[m] = left and x[m] + down x[m-1] = right.
        let (up, down) = (upper_near[half - 1], lower_far[0]);
        for l in 0..LANES {
            left[l] = (left[l] - up[l] * right[l]) / (1.0 - up[l] * down[l]);
            right[l] -= down[l] * left[l];
        }
        d_near[half - 1] = left;
        d_far[0] = right;
        let near = d_near[..half - 1].iter_mut().zip(&upper_near[..half - 1]);
        let far = d_far[1..].iter_mut().zip(&lower_far[1..]);
        for ((d_n, up), (d_f, down)) in near.rev().zip(far) {
            for l in 0..LANES {
                left[l] = d_n[l] - up[l] * left[l];
                right[l] = d_f[l] - down[l] * right[l];
            }
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

impl<const LANES: usize> ImplicitStage<'_, LANES> {
    /// Solves `V (E − base) = implicit_s · F(T(E))` for the heat content `e` (in: a guess whose
    /// temperatures are in the scratch; out: the solution, likewise) by Newton on the tridiagonal
    /// system. `goes_on` starts with the factors and the surfaces of the solve before, which suit the
    /// second stage of a step. Leaves the fluxes at the ends, as booked, in the scratch.
    pub(super) fn solve(&self, e: &mut [f64], work: &mut Scratch<LANES>, goes_on: bool) -> Settled {
        if !goes_on {
            for (flux, end) in work.flux.iter_mut().zip(self.ends) {
                flux.outer_c = end.guess_c;
            }
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
            if rounds > 0 || !goes_on {
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
    fn build_matrix(&self, work: &mut Scratch<LANES>) {
        let n = self.volume_m.len();
        let inner = n - LANES;
        let dt = self.implicit_s;
        work.matrix_slope.copy_from_slice(&work.slope);
        let (volume, link) = (&self.volume_m[..n], &self.link_w_k[..inner]);
        let slope = &work.matrix_slope[..n];
        let matrix = &mut work.matrix;
        let (lower, upper) = (&mut matrix.lower[..n], &mut matrix.upper[..n]);
        let diagonal = &mut matrix.diagonal[..n];
        for i in 0..inner {
            let coupling = -dt * link[i];
            upper[i] = coupling * slope[i + LANES];
            lower[i + LANES] = coupling * slope[i];
        }
        // Columns of conduction add up to nothing: what leaves one cell enters its neighbours.
        lower[..LANES].fill(0.0);
        upper[inner..].fill(0.0);
        for i in LANES..inner {
            diagonal[i] = volume[i] - upper[i - LANES] - lower[i + LANES];
        }
        for i in 0..LANES {
            diagonal[i] = volume[i] - lower[i + LANES];
            diagonal[inner + i] = volume[inner + i] - upper[inner + i - LANES];
        }
        for ((kept, flux), end) in work.matrix_end.iter_mut().zip(&work.flux).zip(self.ends) {
            *kept = flux.slope_w_m2k;
            diagonal[end.cell] -= dt * end.area * flux.slope_w_m2k * slope[end.cell];
        }
        matrix.factor();
    }

    /// What the stage equation still lacks, into `change`.
    fn residual(&self, e: &[f64], work: &mut Scratch<LANES>) {
        let n = e.len();
        let inner = n - LANES;
        let dt = self.implicit_s;
        let (volume, base, link) = (&self.volume_m[..n], &self.base[..n], &self.link_w_k[..inner]);
        let temperature = &work.temperature[..n];
        let (flow, change) = (&mut work.flow[..n], &mut work.change[..n]);
        for i in 0..inner {
            flow[i] = dt * link[i] * (temperature[i + LANES] - temperature[i]);
        }
        flow[inner..].fill(0.0);
        for i in LANES..n {
            change[i] = volume[i] * (base[i] - e[i]) + flow[i] - flow[i - LANES];
        }
        for i in 0..LANES {
            change[i] = volume[i] * (base[i] - e[i]) + flow[i];
        }
        for (flux, end) in work.flux.iter().zip(self.ends) {
            change[end.cell] += dt * end.area * flux.net_w_m2();
        }
    }

    /// Adds the change and evaluates the new temperatures; returns how far the worst of them is
    /// from its linear prediction, K.
    fn apply(&self, e: &mut [f64], work: &mut Scratch<LANES>) -> f64 {
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

#[cfg(test)]
mod tests {
    use super::*;

    /// Four systems at once, of other numbers each, one of them a short line with idle cells: put back into their own
    /// rows the solutions give the right-hand sides.
    #[test]
    fn lines_side_by_side_do_not_mix() {
        const LANES: usize = 4;
        for cells in [2, 4, 10, 24] {
            let n = cells * LANES;
            let number = |i: usize, salt: f64| (salt * (i + 1) as f64).sin();
            let mut matrix = Tridiagonal::<LANES> {
                lower: (0..n).map(|i| if i < LANES { 0.0 } else { number(i, 1.3) }).collect(),
                diagonal: (0..n).map(|i| 3.0 + number(i, 0.7)).collect(),
                upper: (0..n).map(|i| if i < n - LANES { number(i, 2.1) } else { 0.0 }).collect(),
                pivot: vec![0.0; n],
            };
            // The last line ends half way.
            for i in (cells / 2..cells).map(|cell| cell * LANES + LANES - 1) {
                (matrix.lower[i], matrix.upper[i - LANES]) = (0.0, 0.0);
            }
            let rows = matrix.clone();
            let right: Vec<f64> = (0..n).map(|i| number(i, 0.9)).collect();
            let mut x = right.clone();
            matrix.factor();
            matrix.substitute(&mut x);
            for i in 0..n {
                let before = if i < LANES { 0.0 } else { rows.lower[i] * x[i - LANES] };
                let after = x.get(i + LANES).map_or(0.0, |x| rows.upper[i] * x);
                let got = before + rows.diagonal[i] * x[i] + after;
                assert!((got - right[i]).abs() < 1e-12, "{cells} cells, {i}: {got} {}", right[i]);
            }
        }
    }
}
