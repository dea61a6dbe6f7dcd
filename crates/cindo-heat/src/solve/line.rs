//! One implicit stage along lines of cells: one, or several side by side.
//!
//! Lines side by side are interleaved: the value of cell `i` of line `l` stands at `i * lanes + l`, so that the
//! compiler works on neighbouring lines at once and their chains of divisions overlap. Where a line has no flesh there are
//! idle cells: some volume, and no conductance to them.

use crate::flesh::{Cells, Flesh};
use crate::surround::{Exchange, FaceFlux};

/// Where surroundings touch a line: at its ends, or along it where its outline is slanted.
#[derive(Debug, Clone, Copy)]
pub(super) struct End {
    /// The cell behind the face, as a place among those of all lines.
    pub(super) cell: usize,
    /// Its face, as a place in the stage's list.
    pub(super) face: usize,
    /// Exposed area, in the unit of the volumes over a length.
    pub(super) area: f64,
    /// Conductance of the half cell behind the face and of the coat before it, W/(m² K).
    pub(super) inward_w_m2k: f64,
    /// Outermost surface temperature of the stage before, °C.
    pub(super) guess_c: f64,
}

/// What stays fixed during one stage.
pub(super) struct ImplicitStage<'a> {
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
    pub(super) faces: &'a [Exchange],
}

/// Scratch of lines side by side, allocated once. `temperature` and `slope` belong to the heat content that
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
    /// Scratch for so many lines of `cells` (even if it is one line) and at most `ends` exposed faces.
    pub(super) fn new(lanes: usize, cells: usize, ends: usize) -> Self {
        let zeros = || vec![0.0; cells * lanes];
        Self {
            temperature: zeros(),
            slope: zeros(),
            flux: vec![FaceFlux::default(); ends],
            matrix: Tridiagonal {
                lanes,
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
    #[inline(always)]
    pub(super) fn follow(&mut self, from: &[f64], to: &[f64]) {
        let slopes = self.matrix_slope.iter().zip(from.iter().zip(to));
        for (temperature, (slope, (from, to))) in self.temperature.iter_mut().zip(slopes) {
            *temperature += slope * (to - from);
        }
    }
}

/// Tridiagonal, diagonally dominant matrices, one for each line, and their factors. `lower` of the
/// first cells and `upper` of the last are unused.
#[derive(Debug, Clone)]
struct Tridiagonal {
    lanes: usize,
    lower: Vec<f64>,
    diagonal: Vec<f64>,
    upper: Vec<f64>,
    pivot: Vec<f64>,
}

impl Tridiagonal {
    /// Factorises in place: afterwards `upper` is scaled by the pivots; of one line alone that of the first half, and
    /// `lower` of the second.
    #[inline(always)]
    fn factor(&mut self) {
        if self.lanes == 1 { self.factor_one() } else { self.factor_beside() }
    }

    /// Solves `A x = d` with the factors, leaving `x` in `d`.
    #[inline(always)]
    fn substitute(&self, d: &mut [f64]) {
        if self.lanes == 1 { self.substitute_one(d) } else { self.substitute_beside(d) }
    }

    /// Lines side by side are eliminated from their first cells to their last: their divisions overlap.
    #[inline(always)]
    fn factor_beside(&mut self) {
        let (lanes, n) = (self.lanes, self.diagonal.len());
        for l in 0..lanes {
            self.pivot[l] = 1.0 / self.diagonal[l];
            self.upper[l] *= self.pivot[l];
        }
        for at in (lanes..n).step_by(lanes) {
            let (before, upper) = self.upper[at - lanes..at + lanes].split_at_mut(lanes);
            let (lower, diagonal) = (&self.lower[at..at + lanes], &self.diagonal[at..at + lanes]);
            let pivot = &mut self.pivot[at..at + lanes];
            for l in 0..lanes {
                let inverse = 1.0 / (diagonal[l] - lower[l] * before[l]);
                pivot[l] = inverse;
                upper[l] *= inverse;
            }
        }
    }

    #[inline(always)]
    fn substitute_beside(&self, d: &mut [f64]) {
        let (lanes, n) = (self.lanes, d.len());
        for (d, pivot) in d[..lanes].iter_mut().zip(&self.pivot) {
            *d *= pivot;
        }
        for at in (lanes..n).step_by(lanes) {
            let (before, d) = d[at - lanes..at + lanes].split_at_mut(lanes);
            let (lower, pivot) = (&self.lower[at..at + lanes], &self.pivot[at..at + lanes]);
            for l in 0..lanes {
                d[l] = (d[l] - lower[l] * before[l]) * pivot[l];
            }
        }
        for at in (0..n - lanes).step_by(lanes).rev() {
            let (d, next) = d[at..at + 2 * lanes].split_at_mut(lanes);
            let upper = &self.upper[at..at + lanes];
            for l in 0..lanes {
                d[l] -= upper[l] * next[l];
            }
        }
    }

    /// One line, of even size, is eliminated from both ends to the middle at once, so that two chains of divisions
    /// overlap. Source: van der Vorst (1987), Parallel Computing 5:45 (twisted factorisation).
    #[inline(always)]
    fn factor_one(&mut self) {
        let half = self.diagonal.len() / 2;
        let (lower_near, lower_far) = self.lower.split_at_mut(half);
        let (upper_near, upper_far) = self.upper.split_at_mut(half);
        let (diagonal_near, diagonal_far) = self.diagonal.split_at(half);
        let (pivot_near, pivot_far) = self.pivot.split_at_mut(half);
        let near = lower_near.iter().zip(upper_near).zip(diagonal_near).zip(pivot_near);
        let far = lower_far.iter_mut().zip(upper_far).zip(diagonal_far).zip(pivot_far);
        let (mut up, mut down) = (0.0, 0.0);
        for ((((low_n, up_n), diagonal_n), pivot_n), (((low_f, up_f), diagonal_f), pivot_f)) in
            near.zip(far.rev())
        {
            *pivot_n = 1.0 / (diagonal_n - low_n * up);
            *pivot_f = 1.0 / (diagonal_f - *up_f * down);
            up = *up_n * *pivot_n;
            down = *low_f * *pivot_f;
            *up_n = up;
            *low_f = down;
        }
    }

    #[inline(always)]
    fn substitute_one(&self, d: &mut [f64]) {
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
        left = (left - up * right) / (1.0 - up * down);
        right -= down * left;
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
    /// system. `goes_on` starts with the factors and the surfaces of the solve before, which suit the
    /// second stage of a step. Leaves the fluxes at the ends, as booked, in the scratch.
    #[inline(always)]
    pub(super) fn solve(&self, e: &mut [f64], work: &mut Scratch, goes_on: bool) -> Settled {
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
                let is_known = rounds > 0 || goes_on;
                if is_known && flux.leads_to(cell_c, end.inward_w_m2k, &self.flesh.air) {
                    continue;
                }
                *flux = self.faces[end.face].balance(
                    cell_c,
                    end.inward_w_m2k,
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
                flux.follow(end.inward_w_m2k, *slope, warmed_k);
            }
            let mismatch_k = self.apply(e, work);
            if mismatch_k < NEWTON_TOLERANCE_K || rounds == NEWTON_ROUNDS {
                return Settled { rounds, is_sound: mismatch_k < settled_k };
            }
        }
    }

    /// Builds and factorises the Newton matrix at the slopes in the scratch.
    #[inline(always)]
    fn build_matrix(&self, work: &mut Scratch) {
        let n = self.volume_m.len();
        let lanes = work.matrix.lanes;
        let inner = n - lanes;
        let dt = self.implicit_s;
        work.matrix_slope.copy_from_slice(&work.slope);
        let (volume, link) = (&self.volume_m[..n], &self.link_w_k[..inner]);
        let slope = &work.matrix_slope[..n];
        let matrix = &mut work.matrix;
        let (lower, upper) = (&mut matrix.lower[..n], &mut matrix.upper[..n]);
        let diagonal = &mut matrix.diagonal[..n];
        for i in 0..inner {
            let coupling = -dt * link[i];
            upper[i] = coupling * slope[i + lanes];
            lower[i + lanes] = coupling * slope[i];
        }
        // Columns of conduction add up to nothing: what leaves one cell enters its neighbours.
        lower[..lanes].fill(0.0);
        upper[inner..].fill(0.0);
        for i in lanes..inner {
            diagonal[i] = volume[i] - upper[i - lanes] - lower[i + lanes];
        }
        for i in 0..lanes {
            diagonal[i] = volume[i] - lower[i + lanes];
            diagonal[inner + i] = volume[inner + i] - upper[inner + i - lanes];
        }
        for ((kept, flux), end) in work.matrix_end.iter_mut().zip(&work.flux).zip(self.ends) {
            *kept = flux.slope_w_m2k;
            diagonal[end.cell] -= dt * end.area * flux.slope_w_m2k * slope[end.cell];
        }
        matrix.factor();
    }

    /// What the stage equation still lacks, into `change`.
    #[inline(always)]
    fn residual(&self, e: &[f64], work: &mut Scratch) {
        let n = e.len();
        let lanes = work.matrix.lanes;
        let inner = n - lanes;
        let dt = self.implicit_s;
        let (volume, base, link) = (&self.volume_m[..n], &self.base[..n], &self.link_w_k[..inner]);
        let temperature = &work.temperature[..n];
        let (flow, change) = (&mut work.flow[..n], &mut work.change[..n]);
        for i in 0..inner {
            flow[i] = dt * link[i] * (temperature[i + lanes] - temperature[i]);
        }
        flow[inner..].fill(0.0);
        for i in lanes..n {
            change[i] = volume[i] * (base[i] - e[i]) + flow[i] - flow[i - lanes];
        }
        for i in 0..lanes {
            change[i] = volume[i] * (base[i] - e[i]) + flow[i];
        }
        for (flux, end) in work.flux.iter().zip(self.ends) {
            change[end.cell] += dt * end.area * flux.net_w_m2();
        }
    }

    /// Adds the change and evaluates the new temperatures; returns how far the worst of them is
    /// from its linear prediction, K.
    #[inline(always)]
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
        // Four at once: one after the other they would wait for each other.
        let (t, p) = (temperature.as_chunks::<4>(), predicted.as_chunks::<4>());
        let larger = |off: f64, most: f64| if off > most { off } else { most };
        let mut most = [0.0; 4];
        for (t, p) in t.0.iter().zip(p.0) {
            for i in 0..4 {
                most[i] = larger((t[i] - p[i]).abs(), most[i]);
            }
        }
        let rest = t.1.iter().zip(p.1).map(|(t, p)| (t - p).abs());
        most.into_iter().chain(rest).fold(0.0, |most, off| larger(off, most))
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Systems side by side, of other numbers each, one of them with idle cells, and one alone: put back into their own rows
    /// the solutions give the right-hand sides.
    #[test]
    fn lines_side_by_side_do_not_mix() {
        for (lanes, cells) in [(1, 2), (1, 10), (1, 24), (4, 2), (5, 4), (12, 24), (24, 7)] {
            let n = cells * lanes;
            let number = |i: usize, salt: f64| (salt * (i + 1) as f64).sin();
            let mut matrix = Tridiagonal {
                lanes,
                lower: (0..n).map(|i| if i < lanes { 0.0 } else { number(i, 1.3) }).collect(),
                diagonal: (0..n).map(|i| 3.0 + number(i, 0.7)).collect(),
                upper: (0..n).map(|i| if i < n - lanes { number(i, 2.1) } else { 0.0 }).collect(),
                pivot: vec![0.0; n],
            };
            // The last line ends half way.
            for i in (cells / 2..cells).map(|cell| cell * lanes + lanes - 1) {
                (matrix.lower[i], matrix.upper[i - lanes]) = (0.0, 0.0);
            }
            let rows = matrix.clone();
            let right: Vec<f64> = (0..n).map(|i| number(i, 0.9)).collect();
            let mut x = right.clone();
            matrix.factor();
            matrix.substitute(&mut x);
            for i in 0..n {
                let before = if i < lanes { 0.0 } else { rows.lower[i] * x[i - lanes] };
                let after = x.get(i + lanes).map_or(0.0, |x| rows.upper[i] * x);
                let got = before + rows.diagonal[i] * x[i] + after;
                assert!((got - right[i]).abs() < 1e-12, "{lanes} {i}: {got} {}", right[i]);
            }
        }
    }
}
