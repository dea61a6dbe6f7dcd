//! Stepping one column of a piece through phases of heat.

use multiversion::multiversion;

use super::Accuracy;
use super::budget::Budget;
use super::line::{End, ImplicitStage, Scratch};
use super::observe::{Observer, Sink, View};
use super::step::{
    Balance, FIRST_STEP_S_K, GAMMA, WorkCount, dried_m, drying_and_taking, first_step_s, fit,
    following_step, is_refused, next_step, second_stage, shortened,
};
use crate::constants::TYPICAL_CAPACITY_J_M3K;
use crate::flesh::{Conducting, Flesh};
use crate::grid::Grid;
use crate::reservoir::{Heater, Reservoir};
use crate::surround::{Exchange, Face, SurfaceState, Surround};

/// A stretch of time with unchanged surroundings.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Phase {
    /// How long, s.
    pub duration_s: f64,
    /// Acts on the bottom; ignored for symmetric pieces, `None` is insulated.
    pub bottom: Option<Surround>,
    /// Acts on the top, or all round a symmetric piece; `None` is insulated.
    pub top: Option<Surround>,
    /// Where the heat comes from.
    pub heater: Heater,
}

/// Stands in where a side is insulated; never asked.
const INSULATED: Face = Face::convective(0.0, 0.0);

/// The state of one run. Cloning it is a snapshot to go on from.
#[derive(Debug, Clone)]
pub struct Simulation<'a> {
    flesh: &'a Flesh,
    grid: &'a Grid,
    accuracy: Accuracy,
    budget: Option<&'a Budget>,
    time_s: f64,
    step_s: f64,
    heat: Vec<f64>,
    reserve: Vec<f64>,
    dried: Vec<f64>,
    inverse_scale: Vec<f64>,
    temperature: Vec<f64>,
    /// Hottest that each cell has been.
    hottest: Vec<f64>,
    slope: Vec<f64>,
    surface_c: [f64; 2],
    outer_c: [f64; 2],
    touching_c: [Option<f64>; 2],
    state: [SurfaceState; 2],
    /// What the air around takes off what leaves a face, as [`crate::water::Air::around`].
    around: [f64; 2],
    balance: Balance,
    /// Booked by the step being tried; joins `balance` when it is accepted.
    pending: Balance,
    pending_surface_c: [Option<[f64; 2]>; 2],
    /// What the step being tried dries off each face, kg/m², and what that takes, J/m².
    pending_surface: [[f64; 2]; 2],
    reservoir: Reservoir,
    total_volume_m: f64,
    start_heat_j_m2: f64,
    count: WorkCount,
    // Scratch, allocated once.
    resistivity: [Vec<f64>; 2],
    link: Vec<f64>,
    stage_one: Vec<f64>,
    stage_two: Vec<f64>,
    base: Vec<f64>,
    scratch: Scratch,
}

/// Tries one step; returns its error, K.
#[multiversion(targets("x86_64+avx2"), dispatcher = "direct")]
fn attempted(column: &mut Simulation<'_>, step_s: f64, phase: &Phase) -> f64 {
    column.attempt(step_s, phase)
}

impl<'a> Simulation<'a> {
    /// A piece at one temperature throughout.
    pub fn new(flesh: &'a Flesh, grid: &'a Grid, accuracy: Accuracy, start_c: f64) -> Self {
        let n = grid.cells();
        let heat = flesh.heat_content_j_m3(start_c);
        Self {
            flesh,
            grid,
            accuracy,
            budget: None,
            time_s: 0.0,
            step_s: first_step_s(FIRST_STEP_S_K, accuracy.tolerance_k),
            heat: vec![heat; n],
            reserve: vec![flesh.reserve_j_m3; n],
            dried: vec![0.0; n],
            inverse_scale: vec![1.0; n],
            temperature: vec![start_c; n],
            hottest: vec![start_c; n],
            slope: vec![flesh.temperature(heat, flesh.reserve_j_m3, 1.0).1; n],
            surface_c: [start_c; 2],
            outer_c: [start_c; 2],
            touching_c: [None; 2],
            state: [SurfaceState::default(); 2],
            around: [0.0; 2],
            balance: Balance::default(),
            pending: Balance::default(),
            pending_surface_c: [None; 2],
            pending_surface: [[0.0; 2]; 2],
            reservoir: Reservoir::default(),
            total_volume_m: grid.total_volume_m(),
            start_heat_j_m2: heat * grid.total_volume_m(),
            count: WorkCount::default(),
            resistivity: [vec![0.0; n], vec![0.0; n]],
            link: vec![0.0; n - 1],
            stage_one: vec![0.0; n],
            stage_two: vec![0.0; n],
            base: vec![0.0; n],
            scratch: Scratch::new(1, n, 2),
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

    /// Temperatures at cell centres, °C.
    pub fn temperature_c(&self) -> &[f64] {
        &self.temperature
    }

    /// Hottest that each cell has been, °C.
    pub fn hottest_c(&self) -> &[f64] {
        &self.hottest
    }

    /// Dried share of each cell, 0 to 1.
    pub fn dried(&self) -> &[f64] {
        &self.dried
    }

    /// Surface temperatures, °C: bottom and top.
    pub fn surface_c(&self) -> [f64; 2] {
        self.surface_c
    }

    /// The reservoir of heat as it stands.
    pub fn reservoir(&self) -> &Reservoir {
        &self.reservoir
    }

    /// Heat and water booked so far.
    pub fn balance(&self) -> Balance {
        self.balance
    }

    /// Work done so far.
    pub fn count(&self) -> WorkCount {
        self.count
    }

    /// Heat that went into warming the flesh since the start, J/m².
    pub fn sensible_j_m2(&self) -> f64 {
        let now: f64 = self.heat.iter().zip(&self.grid.volume_m).map(|(e, v)| e * v).sum();
        now - self.start_heat_j_m2
    }

    /// Mean temperature over the volume, °C.
    pub fn mean_c(&self) -> f64 {
        let sum: f64 = self.temperature.iter().zip(&self.grid.volume_m).map(|(t, v)| t * v).sum();
        sum / self.grid.total_volume_m()
    }

    /// Dried crust at the bottom and at the top, m.
    fn crust_m(&self) -> [f64; 2] {
        let cells = || self.dried.iter().zip(&self.grid.width_m);
        [dried_m(cells()), dried_m(cells().rev())]
    }

    /// Runs one phase to its end, or until the observer stops it or the budget is over. Returns whether
    /// it was stopped.
    pub fn run(&mut self, phase: &Phase, observer: &mut impl Observer) -> Sink {
        let end_s = self.time_s + phase.duration_s;
        self.reservoir.meet(&phase.heater);
        let crust_m = self.crust_m();
        let surrounds = [phase.bottom, phase.top];
        for ((state, crust_m), surround) in self.state.iter_mut().zip(crust_m).zip(&surrounds) {
            state.crust_m = crust_m;
            state.meet(surround.as_ref().and_then(|s| s.backing.as_ref()));
        }
        self.around = surrounds.map(|s| s.map_or(0.0, |s| self.flesh.air.around(s.face.vapour_pa)));
        self.step_s = first_step_s(FIRST_STEP_S_K, self.accuracy.tolerance_k);
        // Landing within rounding of the end counts as landing.
        while self.time_s < end_s - 1e-9 {
            let stop_s = end_s.min(observer.next_stop_s());
            let (step_s, lands) =
                next_step(self.step_s, self.accuracy.longest_step_s, stop_s - self.time_s);
            let solves_before = self.count.solves;
            let error_k = attempted(self, step_s, phase);
            let cell_solves = (self.count.solves - solves_before) * self.heat.len() as u64;
            if self.budget.is_some_and(|budget| !budget.spend(cell_solves)) {
                return Sink::Stop;
            }
            let fit = fit(self.accuracy.tolerance_k, error_k);
            if error_k.is_nan() && !is_refused(step_s, fit) {
                // Nothing that follows could be a number again: it ends where it still is one.
                return Sink::Stop;
            }
            if is_refused(step_s, fit) {
                self.count.rejected += 1;
                self.step_s = shortened(step_s, fit);
                continue;
            }
            self.step_s = following_step(self.step_s, step_s, fit, lands);
            self.accept(step_s, phase);
            if lands {
                self.time_s = stop_s;
            }
            let view = View {
                time_s: self.time_s,
                step_s,
                temperature_c: &self.temperature,
                dried: &self.dried,
                surface_c: self.surface_c,
                outer_c: self.outer_c,
                touching_c: [0, 1].map(|side| self.touching_c[side].unwrap_or(self.outer_c[side])),
                reservoir_c: self.reservoir.temperature_c(),
            };
            if observer.observe(&view) == Sink::Stop {
                return Sink::Stop;
            }
        }
        Sink::Continue
    }

    /// How cells conduct to their neighbours, as they are now.
    #[inline(always)]
    fn link_cells(&mut self) {
        let grid = self.grid;
        let n = self.heat.len();
        let [low, high] = &mut self.resistivity;
        let (low, high) = (&mut low[..n], &mut high[..n]);
        let cells = Conducting {
            heat: &self.heat,
            temperature_c: &self.temperature,
            dried: &self.dried,
            from_lower: &grid.from_lower,
        };
        self.flesh.half_resistivities_mk_w(&cells, low, high);
        // Two half cells in series.
        let (area, width, link) = (&grid.area[1..n], &grid.width_m[..n], &mut self.link[..n - 1]);
        for i in 0..n - 1 {
            link[i] = 2.0 * area[i] / (width[i] * high[i] + width[i + 1] * low[i + 1]);
        }
    }

    /// Tries one step into `stage_two` and the pending flux; returns its error, K.
    #[inline(always)]
    fn attempt(&mut self, step_s: f64, phase: &Phase) -> f64 {
        let n = self.heat.len();
        let grid = self.grid;
        self.link_cells();
        let reservoir_c = self.reservoir.ahead_c(0.5 * step_s);
        let at_s = self.time_s + 0.5 * step_s;
        let bottom = if grid.is_symmetric() { None } else { phase.bottom };
        let surrounds = [bottom, phase.top];
        let faces = [0, 1].map(|side: usize| {
            surrounds[side]
                .map_or(INSULATED, |s| s.at(reservoir_c, at_s, 0.5 * step_s, &self.state[side]))
        });
        self.touching_c = faces.map(|face| (face.h > 0.0).then_some(face.medium_c));
        let faces = [0, 1].map(|side: usize| Exchange::new(&faces[side], self.around[side]));
        let mut sides = [0; 2];
        let mut exposed = 0;
        for (side, _) in surrounds.iter().enumerate().filter(|(_, s)| s.is_some()) {
            sides[exposed] = side;
            exposed += 1;
        }
        let half_cell_w_m2k = [0, 1].map(|side: usize| {
            let cell = side * (n - 1);
            2.0 / (grid.width_m[cell] * self.resistivity[side][cell])
        });
        let end = |side: usize, guess_c: f64| End {
            cell: side * (n - 1),
            face: side,
            area: grid.area[side * n],
            inward_w_m2k: faces[side].inward_w_m2k(half_cell_w_m2k[side]),
            guess_c,
        };
        let ends = sides.map(|side| end(side, self.outer_c[side]));
        let stage = ImplicitStage {
            flesh: self.flesh,
            volume_m: &self.grid.volume_m,
            link_w_k: &self.link,
            reserve: &self.reserve,
            inverse_scale: &self.inverse_scale,
            base: &self.heat,
            implicit_s: GAMMA * step_s,
            ends: &ends[..exposed],
            faces: &faces,
        };
        self.stage_one.copy_from_slice(&self.heat);
        self.scratch.temperature.copy_from_slice(&self.temperature);
        self.scratch.slope.copy_from_slice(&self.slope);
        let one_settled = stage.solve(&mut self.stage_one, &mut self.scratch, false);
        let first = [self.scratch.flux[0], self.scratch.flux[1]];

        second_stage(&self.heat, &self.stage_one, &mut self.base, &mut self.stage_two);
        let stage = ImplicitStage { base: &self.base, ..stage };
        self.scratch.follow(&self.stage_one, &self.stage_two);
        let two_settled = stage.solve(&mut self.stage_two, &mut self.scratch, true);
        let second = [self.scratch.flux[0], self.scratch.flux[1]];

        self.count.solves += (one_settled.rounds + two_settled.rounds) as u64;
        self.pending = Balance::default();
        self.pending_surface_c = [None; 2];
        self.pending_surface = [[0.0; 2]; 2];
        for i in 0..exposed {
            let side = sides[i];
            let on_reservoir = surrounds[side].is_some_and(|s| s.on_reservoir);
            self.pending.book(step_s, ends[i].area, [&first[i], &second[i]], on_reservoir);
            self.pending_surface[side] =
                drying_and_taking([&first[i], &second[i]]).map(|rate| step_s * rate);
            self.pending_surface_c[side] =
                Some([second[i].surface_c(half_cell_w_m2k[side]), second[i].outer_c]);
        }
        let (heat, one) = (&self.heat[..n], &self.stage_one[..n]);
        let (base, two) = (&self.base[..n], &self.stage_two[..n]);
        let volume = &grid.volume_m[..n];
        let mut error = 0.0;
        for i in 0..n {
            error += volume[i] * ((two[i] - base[i]) - (one[i] - heat[i])).abs();
        }
        if !(one_settled.is_sound && two_settled.is_sound) {
            return f64::INFINITY;
        }
        error / (self.total_volume_m * TYPICAL_CAPACITY_J_M3K)
    }

    /// Makes the tried step the state: boiled water leaves for good.
    fn accept(&mut self, step_s: f64, phase: &Phase) {
        self.reservoir.advance(&phase.heater, self.time_s, step_s, self.pending.drawn_j_m2);
        self.time_s += step_s;
        self.count.steps += 1;
        self.balance.add(&self.pending);
        let surrounds = [phase.bottom, phase.top];
        for ((state, [dried, taken]), surround) in
            self.state.iter_mut().zip(self.pending_surface).zip(&surrounds)
        {
            let backing = surround.as_ref().and_then(|s| s.backing.as_ref());
            state.advance(backing, step_s, dried, taken);
        }
        std::mem::swap(&mut self.heat, &mut self.stage_two);
        let mut boiled_j_m2 = 0.0;
        for i in 0..self.heat.len() {
            let boiled = self.heat[i].min(self.reserve[i]);
            if boiled > 0.0 {
                self.reserve[i] -= boiled;
                self.heat[i] -= boiled;
                boiled_j_m2 += boiled * self.grid.volume_m[i];
                self.dried[i] = 1.0 - self.reserve[i] / self.flesh.reserve_j_m3;
                self.inverse_scale[i] = Flesh::inverse_scale(self.dried[i]);
            }
        }
        // Boiling moves heat content and reserve together, so temperatures stay as solved.
        self.temperature.copy_from_slice(&self.scratch.temperature);
        for (hottest, &now) in self.hottest.iter_mut().zip(&self.temperature) {
            *hottest = if now > *hottest { now } else { *hottest };
        }
        self.slope.copy_from_slice(&self.scratch.slope);
        self.balance.latent_j_m2 += boiled_j_m2;
        self.balance.evaporated_kg_m2 += boiled_j_m2 / self.flesh.latent_j_kg;
        let last = self.heat.len() - 1;
        // An insulated end has no surface balance of its own: it is as warm as the cell behind it.
        for (side, cell) in [(0, 0), (1, last)] {
            [self.surface_c[side], self.outer_c[side]] =
                self.pending_surface_c[side].unwrap_or([self.temperature[cell]; 2]);
        }
    }
}
