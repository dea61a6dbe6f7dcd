//! Stepping a piece through phases of heat.

use super::Accuracy;
use super::heater::{Heater, Store};
use super::line::{End, Scratch, Stage};
use crate::face::{Face, FaceFlux};
use crate::grid::Grid;
use crate::material::Flesh;

/// Diagonal coefficient of the two-stage, second-order, L-stable, stiffly accurate Runge–Kutta
/// method: 1 − 1/√2. Source: Alexander (1977), SIAM J. Numer. Anal. 14:1006.
pub(super) const GAMMA: f64 = 1.0 - std::f64::consts::FRAC_1_SQRT_2;
/// Turns a heat error into an equivalent temperature error, J/(m³ K): raw fish, rounded.
pub(super) const TYPICAL_CAPACITY_J_M3K: f64 = 3.8e6;
/// First step after the surroundings change, s: a new surface layer is that young.
pub(super) const FIRST_STEP_S: f64 = 0.05;
/// Steps never shrink below this, s; a front crossing a cell must not stall a run.
pub(super) const SHORTEST_STEP_S: f64 = 0.01;

/// What acts on one face: a fixed surrounding, or one whose medium is the heater's store.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Surround {
    /// Film, radiation and drying.
    pub face: Face,
    /// Whether the medium temperature is the store's at every moment.
    pub on_store: bool,
    /// Whether what radiates at it is at the store's temperature.
    pub radiant_on_store: bool,
    /// A coat that changes as it cooks.
    pub coat: Coat,
}

/// A coat whose resistance goes from wet and foaming to set and porous, as a decaying exponential
/// of the time since the fish met the heat.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Coat {
    /// At the start, m² K/W.
    pub wet_m2k_w: f64,
    /// Once it has set, m² K/W.
    pub set_m2k_w: f64,
    /// Time scale of setting, s; 0 for a coat that does not change.
    pub settle_s: f64,
}

impl Coat {
    fn at_m2k_w(&self, time_s: f64) -> f64 {
        if self.settle_s <= 0.0 {
            return self.set_m2k_w;
        }
        self.set_m2k_w + (self.wet_m2k_w - self.set_m2k_w) * (-time_s / self.settle_s).exp()
    }
}

impl Surround {
    /// A surrounding of its own temperature.
    pub const fn fixed(face: Face) -> Self {
        Self {
            face,
            on_store: false,
            radiant_on_store: false,
            coat: Coat { wet_m2k_w: 0.0, set_m2k_w: 0.0, settle_s: 0.0 },
        }
    }

    /// The face at a moment.
    pub(crate) fn at(&self, store_c: f64, time_s: f64) -> Face {
        Face {
            medium_c: if self.on_store { store_c } else { self.face.medium_c },
            radiant_c: if self.radiant_on_store { Some(store_c) } else { self.face.radiant_c },
            coat_m2k_w: self.face.coat_m2k_w + self.coat.at_m2k_w(time_s),
            ..self.face
        }
    }
}

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

/// Sums of heat and water over a run, per m² of one exposed face.
#[derive(Debug, Clone, Copy, Default, PartialEq)]
pub struct Balance {
    /// Convection and radiation into the piece, before evaporation took its part, J/m².
    pub incoming_j_m2: f64,
    /// Taken by water leaving, from the surface and from boiling cells, J/m².
    pub latent_j_m2: f64,
    /// Water that left, kg/m².
    pub evaporated_kg_m2: f64,
    /// The part of `incoming_j_m2` that the heater's store gave, J/m².
    pub drawn_j_m2: f64,
}

impl Balance {
    /// Books what crosses one face of `area` (m² per m² of outer face) in a two-stage step.
    pub(super) fn book(&mut self, step_s: f64, area: f64, stages: [&FaceFlux; 2], on_store: bool) {
        for (flux, share) in stages.into_iter().zip([1.0 - GAMMA, GAMMA]) {
            let weight = area * share * step_s;
            self.incoming_j_m2 += weight * flux.incoming_w_m2;
            self.latent_j_m2 += weight * flux.drying_w_m2;
            self.evaporated_kg_m2 += weight * flux.drying_kg_m2s;
            if on_store {
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

/// The step to want after one that was taken, s. A step cut short to land says nothing against the
/// length wanted before.
pub(super) fn following_step(wanted_s: f64, taken_s: f64, fit: f64, lands: bool) -> f64 {
    let grown = taken_s * fit.clamp(0.3, 2.0);
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

/// Whether a run goes on.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Sink {
    /// Go on.
    Continue,
    /// Stop here: the observer has what it needs.
    Stop,
}

/// What an observer sees after each step.
#[derive(Debug)]
pub struct View<'a> {
    /// Time since the start of the cook, s.
    pub time_s: f64,
    /// Length of the step that ended, s.
    pub step_s: f64,
    /// Temperatures at cell centres, °C, bottom (or centre) to top.
    pub temperature_c: &'a [f64],
    /// Dried share of each cell's free water, 0 to 1.
    pub dried: &'a [f64],
    /// Surface temperatures, °C: bottom (of a symmetric piece: its centre) and top.
    pub surface_c: [f64; 2],
    /// Temperatures of the outermost surfaces, those of a coat if there is one, °C.
    pub outer_c: [f64; 2],
    /// Temperature of the heater's store, °C.
    pub store_c: f64,
}

/// Watches a run.
pub trait Observer {
    /// Called after every accepted step.
    fn observe(&mut self, view: &View<'_>) -> Sink;

    /// Next time at which a step must end, s; steps never pass it.
    fn next_stop_s(&self) -> f64 {
        f64::INFINITY
    }
}

/// Stands in where a side is insulated; never asked.
const INSULATED: Face = Face::convective(0.0, 0.0);

/// An observer that sees nothing.
impl Observer for () {
    fn observe(&mut self, _view: &View<'_>) -> Sink {
        Sink::Continue
    }
}

/// The state of one run. Cloning it is a snapshot to go on from.
#[derive(Debug, Clone)]
pub struct Simulation<'a> {
    flesh: &'a Flesh,
    grid: &'a Grid,
    accuracy: Accuracy,
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
    balance: Balance,
    /// Booked by the step being tried; joins `balance` when it is accepted.
    pending: Balance,
    pending_surface_c: [Option<[f64; 2]>; 2],
    store: Store,
    total_volume_m: f64,
    start_heat_j_m2: f64,
    count: WorkCount,
    // Scratch, allocated once.
    conductivity: Vec<f64>,
    link: Vec<f64>,
    stage_one: Vec<f64>,
    stage_two: Vec<f64>,
    base: Vec<f64>,
    scratch: Scratch,
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
            time_s: 0.0,
            step_s: FIRST_STEP_S,
            heat: vec![heat; n],
            reserve: vec![flesh.reserve_j_m3; n],
            dried: vec![0.0; n],
            inverse_scale: vec![1.0; n],
            temperature: vec![start_c; n],
            hottest: vec![start_c; n],
            slope: vec![flesh.temperature(heat, flesh.reserve_j_m3, 1.0).1; n],
            surface_c: [start_c; 2],
            outer_c: [start_c; 2],
            balance: Balance::default(),
            pending: Balance::default(),
            pending_surface_c: [None; 2],
            store: Store::default(),
            total_volume_m: grid.total_volume_m(),
            start_heat_j_m2: heat * grid.total_volume_m(),
            count: WorkCount::default(),
            conductivity: vec![0.0; n],
            link: vec![0.0; n - 1],
            stage_one: vec![0.0; n],
            stage_two: vec![0.0; n],
            base: vec![0.0; n],
            scratch: Scratch::new(n, 2),
        }
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

    /// The store of heat as it stands.
    pub fn store(&self) -> &Store {
        &self.store
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

    /// Runs one phase to its end, or until the observer stops it. Returns whether it was stopped.
    pub fn run(&mut self, phase: &Phase, observer: &mut impl Observer) -> Sink {
        let end_s = self.time_s + phase.duration_s;
        self.store.meet(&phase.heater);
        self.step_s = FIRST_STEP_S;
        // Landing within rounding of the end counts as landing.
        while self.time_s < end_s - 1e-9 {
            let stop_s = end_s.min(observer.next_stop_s());
            let (step_s, lands) =
                next_step(self.step_s, self.accuracy.longest_step_s, stop_s - self.time_s);
            let error_k = self.attempt(step_s, phase);
            let fit = 0.9 * (self.accuracy.tolerance_k / error_k.max(1e-12)).sqrt();
            if fit < 0.5 && step_s > SHORTEST_STEP_S {
                self.count.rejected += 1;
                self.step_s = (step_s * fit.max(0.2)).max(SHORTEST_STEP_S);
                continue;
            }
            self.step_s = following_step(self.step_s, step_s, fit, lands);
            self.accept(step_s, &phase.heater);
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
                store_c: self.store.temperature_c(),
            };
            if observer.observe(&view) == Sink::Stop {
                return Sink::Stop;
            }
        }
        Sink::Continue
    }

    /// Tries one step into `stage_two` and the pending flux; returns its error, K.
    fn attempt(&mut self, step_s: f64, phase: &Phase) -> f64 {
        let n = self.heat.len();
        let grid = self.grid;
        let k = &mut self.conductivity[..n];
        let width = &grid.width_m[..n];
        {
            let area = &grid.area[1..n];
            let (temperature, dried) = (&self.temperature[..n], &self.dried[..n]);
            let heat = &self.heat[..n];
            let link = &mut self.link[..n - 1];
            for i in 0..n {
                k[i] = self.flesh.conductivity_at(heat[i], temperature[i], dried[i]);
            }
            // Two half cells in series, with one division.
            for i in 0..n - 1 {
                link[i] =
                    2.0 * area[i] * k[i] * k[i + 1] / (width[i] * k[i + 1] + width[i + 1] * k[i]);
            }
        }
        let store_c = self.store.ahead_c(0.5 * step_s);
        let at_s = self.time_s + 0.5 * step_s;
        let bottom = if grid.is_symmetric() { None } else { phase.bottom };
        let surrounds = [bottom, phase.top];
        let faces = surrounds.map(|s| s.map_or(INSULATED, |s| s.at(store_c, at_s)));
        let mut sides = [0; 2];
        let mut exposed = 0;
        for (side, _) in surrounds.iter().enumerate().filter(|(_, s)| s.is_some()) {
            sides[exposed] = side;
            exposed += 1;
        }
        let end = |side: usize, guess_c: f64| {
            let cell = side * (n - 1);
            End {
                cell,
                face: side,
                area: grid.area[side * n],
                half_cell_w_m2k: 2.0 * k[cell] / width[cell],
                guess_c,
            }
        };
        let ends = sides.map(|side| end(side, self.outer_c[side]));
        let stage = Stage {
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

        let lead = (1.0 - GAMMA) / GAMMA;
        {
            let (heat, one) = (&self.heat[..n], &self.stage_one[..n]);
            let (base, two) = (&mut self.base[..n], &mut self.stage_two[..n]);
            for i in 0..n {
                let gain = one[i] - heat[i];
                base[i] = heat[i] + lead * gain;
                two[i] = base[i] + gain;
            }
        }
        let mut later = ends;
        for (end, flux) in later.iter_mut().zip(&first) {
            end.guess_c = flux.outer_c;
        }
        let stage = Stage { base: &self.base, ends: &later[..exposed], ..stage };
        self.scratch.follow(&self.stage_one, &self.stage_two);
        let two_settled = stage.solve(&mut self.stage_two, &mut self.scratch, true);
        let second = [self.scratch.flux[0], self.scratch.flux[1]];

        self.count.solves += (one_settled.rounds + two_settled.rounds) as u64;
        self.pending = Balance::default();
        self.pending_surface_c = [None; 2];
        for i in 0..exposed {
            let side = sides[i];
            let on_store = surrounds[side].is_some_and(|s| s.on_store);
            self.pending.book(step_s, ends[i].area, [&first[i], &second[i]], on_store);
            self.pending_surface_c[side] = Some([second[i].surface_c, second[i].outer_c]);
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
    fn accept(&mut self, step_s: f64, heater: &Heater) {
        self.store.advance(heater, self.time_s, step_s, self.pending.drawn_j_m2);
        self.time_s += step_s;
        self.count.steps += 1;
        self.balance.add(&self.pending);
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
