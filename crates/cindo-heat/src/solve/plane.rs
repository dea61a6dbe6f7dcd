//! Stepping a cross-section: the same implicit line solves, first along every column, then along
//! every row, in an order that alternates from step to step (Strang's symmetric splitting; Strang
//! 1968, SIAM J. Numer. Anal. 5:506), so that the whole is second order and conserves heat exactly.

use std::sync::Arc;

use multiversion::multiversion;

use super::Accuracy;
use super::budget::Budget;
use super::line::{End, ImplicitStage, Scratch};
use super::lines::Lines;
use super::observe::Sink;
use super::step::{
    Balance, FIRST_STEP_OF_SECTION_S_K, GAMMA, drying_and_taking, first_step_s, fit,
    following_step, is_refused, next_step, second_stage, shortened,
};
use crate::cells::{CrossSection, Surface};
use crate::constants::TYPICAL_CAPACITY_J_M3K;
use crate::flesh::{Conducting, Flesh};
use crate::reservoir::{Heater, Reservoir};
use crate::surround::{Exchange, Face, FaceFlux, SurfaceState, Surround};

/// What acts on the pieces of surface during a phase: one face each, at the reservoir's temperature.
pub trait Faces {
    /// What acts on surface `index`.
    fn surround(&self, index: usize) -> Surround;
}

/// A cross-section in the heat. Amounts are per m of length.
#[derive(Debug, Clone)]
pub struct PlaneSimulation<'a> {
    flesh: &'a Flesh,
    section: &'a CrossSection,
    accuracy: Accuracy,
    budget: Option<&'a Budget>,
    /// Cells times linear systems of the step being tried.
    cell_solves: u64,
    lines: [Arc<Lines>; 2],
    /// What it is in.
    heater: Option<Heater>,
    time_s: f64,
    step_s: f64,
    steps: u64,
    heat: Vec<f64>,
    reserve: Vec<f64>,
    dried: Vec<f64>,
    inverse_scale: Vec<f64>,
    temperature: Vec<f64>,
    slope: Vec<f64>,
    hottest: Vec<f64>,
    outer_c: Vec<f64>,
    state: Vec<SurfaceState>,
    balance: Balance,
    reservoir: Reservoir,
    start_heat_j_m: f64,
    /// What acts on each surface during the phase.
    surrounds: Vec<Surround>,
    /// What the air around takes off what leaves it, as [`crate::water::Air::around`].
    around: Vec<f64>,
    /// Area of all of it, m².
    total_m2: f64,
    /// Whether anything has dried.
    has_dried: bool,
    // State before the step being tried, and scratch, allocated once.
    before: Own<Before>,
    faces: Own<Vec<Exchange>>,
    /// What the step being tried dries off each surface, kg/m², and what that takes, J/m².
    pending_surface: Own<Vec<[f64; 2]>>,
    work: Own<Option<Box<Work>>>,
}

#[derive(Debug, Default)]
struct Before {
    heat: Vec<f64>,
    temperature: Vec<f64>,
    slope: Vec<f64>,
    outer_c: Vec<f64>,
}

/// Scratch of one simulation. Copies are made to go back to, and few of them ever go on: what does gets its own.
#[derive(Debug, Default)]
struct Own<T>(T);

impl<T: Default> Clone for Own<T> {
    fn clone(&self) -> Self {
        Self::default()
    }
}

/// The arrays of lines side by side.
#[derive(Debug)]
struct Work {
    heat: Vec<f64>,
    one: Vec<f64>,
    two: Vec<f64>,
    base: Vec<f64>,
    link: Vec<f64>,
    reserve: Vec<f64>,
    inverse_scale: Vec<f64>,
    dried: Vec<f64>,
    resistivity: [Vec<f64>; 2],
    ends: Vec<End>,
    first: Vec<FaceFlux>,
    scratch: [Scratch; 2],
}

/// What a line costs besides its cells, in cells: exchange at its ends, and being set up. Measured with lines one by one;
/// side by side they cost less, so that a budget is over too soon rather than too late.
const LINE_CELLS: usize = 24;

/// Dried crust behind a piece of surface, m, along the way that it faces.
fn crust_m(section: &CrossSection, dried: &[f64], piece: &Surface) -> f64 {
    let (column, row) = (piece.cell / section.rows, piece.cell % section.rows);
    let width = |edges: &[f64], i: usize| edges[i + 1] - edges[i];
    let sum = |cells: &mut dyn Iterator<Item = (usize, f64)>| -> f64 {
        cells
            .map(|(cell, m)| (dried[cell], m))
            .take_while(|(d, _)| *d > 0.0)
            .map(|(d, m)| d * m)
            .sum()
    };
    if piece.sideways > 0.5 {
        let at = |c: usize| (c * section.rows + row, width(&section.x_edge_m, c));
        // Inward is towards the middle of the width.
        let outer = section.x_edge_m[column] + section.x_edge_m[column + 1] > 0.0;
        if outer {
            sum(&mut (0..=column).rev().map(at))
        } else {
            sum(&mut (column..section.columns).map(at))
        }
    } else {
        let at = |r: usize| (column * section.rows + r, width(&section.z_edge_m, r));
        let middle_m = 0.5 * section.z_edge_m[section.rows];
        if piece.height_m < middle_m {
            sum(&mut (row..section.rows).map(at))
        } else {
            sum(&mut (0..=row).rev().map(at))
        }
    }
}

impl Work {
    /// Room for lines of a piece all of whose cells have this reserve, J/m³, as long as nothing of it has dried.
    fn new(lines: &[Arc<Lines>; 2], reserve_j_m3: f64) -> Self {
        let n = lines[0].area_m2.len();
        let ends = lines[0].ends.len().max(lines[1].ends.len());
        let filled = |with: f64| vec![with; n];
        let zeros = || filled(0.0);
        Self {
            heat: zeros(),
            one: zeros(),
            two: zeros(),
            base: zeros(),
            link: zeros(),
            reserve: filled(reserve_j_m3),
            inverse_scale: filled(1.0),
            dried: zeros(),
            resistivity: [zeros(), zeros()],
            ends: Vec::with_capacity(ends),
            first: vec![FaceFlux::default(); ends],
            scratch: [0, 1].map(|way| {
                let Lines { lanes, cells, ends, .. } = &*lines[way];
                Scratch::new(*lanes, *cells, ends.len())
            }),
        }
    }
}

/// One implicit step along all lines, one direction after the other; returns the error, J/m.
#[multiversion(targets("x86_64+avx2"), dispatcher = "direct")]
fn swept(
    plane: &mut PlaneSimulation<'_>,
    order: [usize; 2],
    step_s: f64,
    pending: &mut Balance,
) -> f64 {
    order.into_iter().map(|way| plane.sweep(way, step_s, pending)).sum()
}

impl<'a> PlaneSimulation<'a> {
    /// A piece at one temperature throughout.
    pub fn new(
        flesh: &'a Flesh,
        section: &'a CrossSection,
        accuracy: Accuracy,
        start_c: f64,
    ) -> Self {
        let n = section.area_m2.len();
        let heat = flesh.heat_content_j_m3(start_c);
        let slope = flesh.temperature(heat, flesh.reserve_j_m3, 1.0).1;
        let lines = [false, true].map(|along_x| Arc::new(Lines::of(section, along_x)));
        let surfaces = section.surface.len();
        let total_m2 = section.total_m2();
        Self {
            flesh,
            section,
            accuracy,
            budget: None,
            cell_solves: 0,
            lines,
            heater: None,
            time_s: 0.0,
            step_s: first_step_s(FIRST_STEP_OF_SECTION_S_K, accuracy.tolerance_k),
            steps: 0,
            heat: vec![heat; n],
            reserve: vec![flesh.reserve_j_m3; n],
            dried: vec![0.0; n],
            inverse_scale: vec![1.0; n],
            temperature: vec![start_c; n],
            slope: vec![slope; n],
            hottest: vec![start_c; n],
            outer_c: vec![start_c; surfaces],
            state: vec![SurfaceState::default(); surfaces],
            balance: Balance::default(),
            reservoir: Reservoir::default(),
            start_heat_j_m: heat * total_m2,
            surrounds: vec![Surround::fixed(Face::convective(0.0, start_c)); surfaces],
            around: vec![0.0; surfaces],
            total_m2,
            has_dried: false,
            before: Own::default(),
            faces: Own::default(),
            pending_surface: Own::default(),
            work: Own::default(),
        }
    }

    /// The same run, at the expense of a budget.
    #[must_use]
    pub fn within(mut self, budget: Option<&'a Budget>) -> Self {
        self.budget = budget;
        self
    }

    /// Time since the start, s.
    pub fn time_s(&self) -> f64 {
        self.time_s
    }

    /// Temperature of each cell, °C.
    pub fn temperature_c(&self) -> &[f64] {
        &self.temperature
    }

    /// Hottest that each cell has been, °C.
    pub fn hottest_c(&self) -> &[f64] {
        &self.hottest
    }

    /// Dried share of each cell's free water, 0 to 1.
    pub fn dried(&self) -> &[f64] {
        &self.dried
    }

    /// Heat and water booked so far, per m of length.
    pub fn balance(&self) -> Balance {
        self.balance
    }

    /// Heat that went into warming the flesh, J/m.
    pub fn sensible_j_m(&self) -> f64 {
        let now: f64 = self.heat.iter().zip(&self.section.area_m2).map(|(e, a)| e * a).sum();
        now - self.start_heat_j_m
    }

    /// Runs one phase, calling `seen` after every step with its length, until that has seen enough or
    /// the budget is over.
    /// Returns whether it was stopped.
    pub fn run(
        &mut self,
        duration_s: f64,
        faces: &impl Faces,
        heater: &Heater,
        mut seen: impl FnMut(&Self, f64) -> Sink,
    ) -> Sink {
        let end_s = self.time_s + duration_s;
        self.reservoir.meet(heater);
        // In the same surroundings it goes on as it went.
        let mut is_new = self.heater.replace(*heater) != Some(*heater);
        for (i, surround) in self.surrounds.iter_mut().enumerate() {
            let met = faces.surround(i);
            is_new |= *surround != met;
            *surround = met;
            self.around[i] = self.flesh.air.around(met.face.vapour_pa);
            let state = &mut self.state[i];
            state.crust_m = crust_m(self.section, &self.dried, &self.section.surface[i]);
            state.meet(surround.backing.as_ref());
        }
        if is_new {
            self.step_s = first_step_s(FIRST_STEP_OF_SECTION_S_K, self.accuracy.tolerance_k);
        }
        while self.time_s < end_s - 1e-9 {
            let (step_s, lands) =
                next_step(self.step_s, self.accuracy.longest_step_s, end_s - self.time_s);
            let reservoir_c = self.reservoir.ahead_c(0.5 * step_s);
            let (at_s, ahead_s) = (self.time_s + 0.5 * step_s, 0.5 * step_s);
            let met = self.surrounds.iter().zip(&self.state).zip(&self.around);
            self.faces.0.clear();
            self.faces.0.extend(met.map(|((surround, state), around)| {
                Exchange::new(&surround.at(reservoir_c, at_s, ahead_s, state), *around)
            }));
            self.pending_surface.0.clear();
            self.pending_surface.0.resize(self.surrounds.len(), [0.0; 2]);
            self.keep();
            self.cell_solves = 0;
            let mut pending = Balance::default();
            // Columns first on even steps, rows first on odd ones.
            let order = if self.steps.is_multiple_of(2) { [0, 1] } else { [1, 0] };
            let error = swept(self, order, step_s, &mut pending);
            if self.budget.is_some_and(|budget| !budget.spend(self.cell_solves)) {
                self.restore();
                return Sink::Stop;
            }
            let error_k = error / (self.total_m2 * TYPICAL_CAPACITY_J_M3K);
            let fit = fit(self.accuracy.tolerance_k, error_k);
            if error_k.is_nan() && !is_refused(step_s, fit) {
                // Nothing that follows could be a number again: it ends where it still is one.
                self.restore();
                return Sink::Stop;
            }
            if is_refused(step_s, fit) {
                self.restore();
                self.step_s = shortened(step_s, fit);
                continue;
            }
            self.step_s = following_step(self.step_s, step_s, fit, lands);
            self.reservoir.advance(heater, self.time_s, step_s, pending.drawn_j_m2);
            self.time_s = if lands { end_s } else { self.time_s + step_s };
            self.steps += 1;
            self.accept(&pending, step_s);
            if seen(self, step_s) == Sink::Stop {
                return Sink::Stop;
            }
        }
        Sink::Continue
    }

    fn keep(&mut self) {
        let Before { heat, temperature, slope, outer_c } = &mut self.before.0;
        heat.clone_from(&self.heat);
        temperature.clone_from(&self.temperature);
        slope.clone_from(&self.slope);
        outer_c.clone_from(&self.outer_c);
    }

    fn restore(&mut self) {
        let Before { heat, temperature, slope, outer_c } = &self.before.0;
        self.heat.clone_from(heat);
        self.temperature.clone_from(temperature);
        self.slope.clone_from(slope);
        self.outer_c.clone_from(outer_c);
    }

    /// One implicit step along every line of a direction; returns the error, J/m.
    #[inline(always)]
    fn sweep(&mut self, way: usize, step_s: f64, pending: &mut Balance) -> f64 {
        let lines = Arc::clone(&self.lines[way]);
        let n = lines.area_m2.len();
        let ways = &self.lines;
        let reserve = self.flesh.reserve_j_m3;
        let work = self.work.0.get_or_insert_with(|| Box::new(Work::new(ways, reserve)));
        let scratch = &mut work.scratch[way];
        lines.gather(&mut work.heat, &self.heat);
        if self.has_dried {
            lines.gather(&mut work.reserve, &self.reserve);
            lines.gather(&mut work.inverse_scale, &self.inverse_scale);
            lines.gather(&mut work.dried, &self.dried);
        }
        lines.gather(&mut scratch.temperature, &self.temperature);
        lines.gather(&mut scratch.slope, &self.slope);
        let [low, high] = &mut work.resistivity;
        let (low, high) = (&mut low[..n], &mut high[..n]);
        {
            let cells = Conducting {
                heat: &work.heat,
                temperature_c: &scratch.temperature,
                dried: &work.dried,
                from_lower: &lines.from_lower,
            };
            self.flesh.half_resistivities_mk_w(&cells, low, high);
            let (open, half, link) = (&lines.open_m[..n], &lines.half_m[..n], &mut work.link[..n]);
            let lanes = lines.lanes;
            for i in 0..n - lanes {
                link[i] = open[i] / (half[i] * high[i] + half[i + lanes] * low[i + lanes]);
            }
        }
        work.ends.clear();
        work.ends.extend(lines.ends.iter().map(|end| {
            // Whatever is dry of the cell lies on this side.
            let half_cell_w_m2k = 1.0 / (low[end.cell].max(high[end.cell]) * end.depth_m);
            End {
                cell: end.cell,
                face: end.surface,
                area: end.length_m,
                inward_w_m2k: self.faces.0[end.surface].inward_w_m2k(half_cell_w_m2k),
                guess_c: self.outer_c[end.surface],
            }
        }));
        let exposed = work.ends.len();
        let mut stage = ImplicitStage {
            flesh: self.flesh,
            volume_m: &lines.area_m2,
            link_w_k: &work.link,
            reserve: &work.reserve,
            inverse_scale: &work.inverse_scale,
            base: &work.heat,
            implicit_s: GAMMA * step_s,
            ends: &work.ends,
            faces: &self.faces.0,
        };
        work.one.copy_from_slice(&work.heat);
        let one_settled = stage.solve(&mut work.one, scratch, false);
        work.first[..exposed].copy_from_slice(&scratch.flux[..exposed]);
        second_stage(&work.heat, &work.one, &mut work.base, &mut work.two);
        stage.base = &work.base;
        scratch.follow(&work.one, &work.two);
        let two_settled = stage.solve(&mut work.two, scratch, true);
        let sound = one_settled.is_sound && two_settled.is_sound;
        let cells = lines.inside + LINE_CELLS * lines.lanes;
        self.cell_solves += ((one_settled.rounds + two_settled.rounds) * cells) as u64;
        let mut error = if sound { 0.0 } else { f64::INFINITY };
        let firsts = work.one.iter().zip(&work.heat).map(|(one, heat)| one - heat);
        let seconds = work.two.iter().zip(&work.base).map(|(two, base)| two - base);
        for ((area_m2, first), second) in lines.area_m2.iter().zip(firsts).zip(seconds) {
            error += area_m2 * (second - first).abs();
        }
        for ((end, flux), second) in lines.ends.iter().zip(&work.first).zip(&scratch.flux) {
            let on_reservoir = self.surrounds[end.surface].on_reservoir;
            pending.book(step_s, end.length_m, [flux, second], on_reservoir);
            self.outer_c[end.surface] = second.outer_c;
            // Each way of the sweep books its share of a slanted surface.
            for (sum, rate) in self.pending_surface.0[end.surface]
                .iter_mut()
                .zip(drying_and_taking([flux, second]))
            {
                *sum += end.share * step_s * rate;
            }
        }
        lines.scatter(&mut self.heat, &work.two);
        lines.scatter(&mut self.temperature, &scratch.temperature);
        lines.scatter(&mut self.slope, &scratch.slope);
        error
    }

    /// Boiled water leaves for good, as in one column.
    fn accept(&mut self, pending: &Balance, step_s: f64) {
        self.balance.add(pending);
        for ((state, surround), [dried, taken]) in
            self.state.iter_mut().zip(&self.surrounds).zip(&self.pending_surface.0)
        {
            state.advance(surround.backing.as_ref(), step_s, *dried, *taken);
        }
        for (hottest, &now) in self.hottest.iter_mut().zip(&self.temperature) {
            *hottest = if now > *hottest { now } else { *hottest };
        }
        let mut boiled_j_m = 0.0;
        let cells = self.heat.iter_mut().zip(&mut self.reserve).zip(&self.section.area_m2);
        for (i, ((heat, reserve), &area)) in cells.enumerate() {
            // Outside nothing is ever warmed.
            let boiled = heat.min(*reserve);
            if boiled > 0.0 {
                *reserve -= boiled;
                *heat -= boiled;
                boiled_j_m += boiled * area;
                self.has_dried = true;
                self.dried[i] = 1.0 - *reserve / self.flesh.reserve_j_m3;
                self.inverse_scale[i] = Flesh::inverse_scale(self.dried[i]);
            }
        }
        self.balance.latent_j_m2 += boiled_j_m;
        self.balance.evaporated_kg_m2 += boiled_j_m / self.flesh.latent_j_kg;
    }
}

#[cfg(test)]
mod tests;
