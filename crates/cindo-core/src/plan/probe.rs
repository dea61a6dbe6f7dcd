//! A look at the whole cross-section: what one column cannot know (sides, ovals, corners), and every
//! claim of safety.

use super::trial::Ending;
use crate::caution::{Verdict, Watch};
use crate::setup::{Limit, Setup};
use crate::side_view::Plane;
use crate::timeline::{Programme, Schedule};
use cindo_heat::dose::Dose;
use cindo_heat::solve::{Accuracy, PlaneSimulation, Sink};

/// The whole cross-section of a piece on a coarse grid.
#[derive(Debug)]
pub(crate) struct Probe<'s, 'a> {
    setup: &'s Setup<'a>,
    plane: Plane,
    programme: Programme<'a>,
    /// Its rest on the coldest support, for what must be safe wherever it is put.
    coldest: Programme<'a>,
    limit: Limit,
    /// Whether every cell is followed for what it holds.
    is_held: bool,
}

/// What it shows of one candidate.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Seen {
    pub(crate) core_at_pull_c: f64,
    pub(crate) core_served_c: f64,
    pub(crate) level_c: f64,
    /// Worst place of the section, rested on the coldest support.
    pub(crate) verdict: Verdict,
    /// What the worst place holds; only where a hold is asked for.
    pub(crate) held: Held,
}

/// The level that the worst place holds for as long as the limit asks, °C.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub(crate) struct Held {
    /// In the heat alone.
    pub(crate) in_heat_c: f64,
    /// With the rest on the coldest support.
    pub(crate) with_rest_c: f64,
}

/// What must be held is held this much over the limit in the heat, so that neither rounding nor a
/// coarse grid falls under it, and this much over it where the rest has to do it, K.
const BOOK_MARGIN_K: f64 = 0.6;
pub(super) const BOOK_REST_MARGIN_K: f64 = 1.0;
/// And so much more at most, K.
const BOOK_OVER_K: f64 = 0.5;

impl Held {
    /// What it is sure to hold, °C.
    pub(crate) fn surely_c(self) -> f64 {
        (self.in_heat_c - BOOK_MARGIN_K).max(self.with_rest_c - BOOK_REST_MARGIN_K)
    }

    /// What a search for the earliest pull that is sure to hold a limit aims at, °C, and how near to it it has
    /// to come, K.
    pub(crate) fn aim(limit: Limit) -> (f64, f64) {
        let half_k = 0.5 * BOOK_OVER_K;
        (limit.core_c + half_k, half_k)
    }
}

/// Temperatures of every cell over time.
struct Trace {
    cells: usize,
    time_s: Vec<f64>,
    temperature_c: Vec<f64>,
}

/// Thicker than this a coarse grid does, m.
const THICK_M: f64 = 0.06;
/// Moments at which a hold may begin are tried so far apart, s.
const HOLD_GRID_S: f64 = 1.0;

impl Trace {
    fn add(&mut self, simulation: &PlaneSimulation<'_>) {
        self.time_s.push(simulation.time_s());
        self.temperature_c.extend_from_slice(simulation.temperature_c());
    }

    /// Highest level that a cell stays at or above for `hold_s` on end up to sample `last`, °C.
    ///
    /// Each place warms to one peak and cools, so that the best stretch has the peak in it; a second peak
    /// and what is cut off between samples only make it less, never more.
    fn held_c(&self, cell: usize, hold_s: f64, last: usize) -> f64 {
        let at = |i: usize| self.temperature_c[i * self.cells + cell];
        let end_s = self.time_s[last] - hold_s;
        if end_s < 0.0 {
            return f64::MIN;
        }
        let peak = (0..=last).rev().max_by(|a, b| at(*a).total_cmp(&at(*b))).unwrap_or(last);
        let value = |time_s: f64| {
            let i = self.time_s[..=last].partition_point(|t| *t <= time_s).clamp(1, last);
            let (from_s, to_s) = (self.time_s[i - 1], self.time_s[i]);
            let share = ((time_s - from_s) / (to_s - from_s)).clamp(0.0, 1.0);
            at(i - 1) + share * (at(i) - at(i - 1))
        };
        let first_s = (self.time_s[peak] - hold_s).clamp(0.0, end_s);
        let last_s = self.time_s[peak].min(end_s);
        let steps = ((last_s - first_s) / HOLD_GRID_S).ceil().max(1.0);
        let step_s = (last_s - first_s) / steps;
        let mut best = f64::MIN;
        let mut i = 0.0;
        while i <= steps {
            let start_s = first_s + i * step_s;
            best = best.max(value(start_s).min(value(start_s + hold_s)));
            i += 1.0;
        }
        best
    }
}

impl<'s, 'a> Probe<'s, 'a> {
    pub(crate) fn new(setup: &'s Setup<'a>, limit: Limit, is_held: bool) -> Self {
        let accuracy = if setup.thickness_m > THICK_M { Accuracy::THICK } else { Accuracy::SIDE };
        let mut cold = setup.clone();
        if let Some(on) = setup.bench.catalogue.resting.supports.first() {
            cold.rest.on = on;
        }
        Self {
            setup,
            plane: Plane::new(setup, accuracy),
            is_held,
            programme: Programme::of(setup),
            coldest: Programme::of(&cold),
            limit,
        }
    }

    /// The same on a way of its own to the plate.
    pub(crate) fn living(self, programme: Programme<'a>) -> Self {
        let coldest = Programme { rest: self.coldest.rest, ..programme.clone() };
        Self { programme, coldest, ..self }
    }

    /// How high the side is opaque at the first turn, or at the pull where nothing is turned, 0 to 1.
    pub(crate) fn side_opaque(setup: &Setup<'_>, schedule: &Schedule, pull_s: f64) -> f64 {
        let plane = Plane::new(setup, Accuracy::OUTSIDE);
        let programme = Programme::of(setup);
        let at_s = schedule.turns_s.first().copied().unwrap_or(pull_s);
        let mut dose = Dose::new(plane.section.area_m2.len(), setup.species.set_shift_k);
        let mut simulation = plane.raw(setup);
        plane.heat(&mut simulation, setup, &programme, schedule, at_s, |now, step_s| {
            dose.add(now.temperature_c(), step_s);
            Sink::Continue
        });
        plane.side_opaque(&dose, false)
    }

    /// Looks at a candidate.
    pub(crate) fn look(&self, schedule: &Schedule, pull_s: f64) -> Seen {
        let Self { setup, plane, is_held, .. } = self;
        let is_held = *is_held;
        let cells = plane.section.area_m2.len();
        let mut watch = PlaneWatch::new(plane, setup.start_c, self.limit);
        let mut simulation = plane.raw(setup);
        let mut trace = Trace { cells, time_s: Vec::new(), temperature_c: Vec::new() };
        if is_held {
            trace.add(&simulation);
        }
        plane.heat(&mut simulation, setup, &self.programme, schedule, pull_s, |now, step_s| {
            watch.add(now, step_s);
            if is_held {
                trace.add(now);
            }
            Sink::Continue
        });
        let pulled = trace.time_s.len();
        let core = plane.core(simulation.hottest_c());
        let core_at_pull_c = core.at(simulation.temperature_c());
        let mut level_c = core_at_pull_c;
        let is_coldest = self.programme.rest == self.coldest.rest;
        let cold = (!is_coldest).then(|| simulation.clone());
        let at = (schedule, pull_s);
        let rest_s = setup.rest.duration_s;
        let mut safe = |now: &PlaneSimulation<'_>, step_s: f64| {
            watch.add(now, step_s);
            if is_held {
                trace.add(now);
            }
        };
        plane.rest(&mut simulation, setup, &self.programme, at, rest_s, |now, step_s| {
            if is_coldest {
                safe(now, step_s);
            }
            level_c = level_c.max(core.at(now.temperature_c()));
            Sink::Continue
        });
        if let Some(mut cold) = cold {
            plane.rest(&mut cold, setup, &self.coldest, at, rest_s, |now, step_s| {
                safe(now, step_s);
                Sink::Continue
            });
        }
        let held = if is_held { self.held(&trace, pulled) } else { Held::default() };
        Seen {
            core_at_pull_c,
            core_served_c: core.at(simulation.temperature_c()),
            level_c,
            verdict: watch.verdict(),
            held,
        }
    }

    /// What the worst place holds, of a trace with so many samples up to the pull.
    fn held(&self, trace: &Trace, pulled: usize) -> Held {
        let worst = |samples: usize| {
            let cells = (0..trace.cells).filter(|cell| self.plane.section.is_inside(*cell));
            cells
                .map(|cell| trace.held_c(cell, self.limit.hold_s, samples - 1))
                .fold(f64::INFINITY, f64::min)
        };
        Held { in_heat_c: worst(pulled), with_rest_c: worst(trace.time_s.len()) }
    }
}

/// Safety of every cell inside a section.
struct PlaneWatch {
    inside: Vec<usize>,
    now_c: Vec<f64>,
    watch: Watch,
}

impl PlaneWatch {
    fn new(plane: &Plane, start_c: f64, limit: Limit) -> Self {
        let cells = 0..plane.section.area_m2.len();
        let inside: Vec<usize> = cells.filter(|cell| plane.section.is_inside(*cell)).collect();
        Self {
            now_c: vec![start_c; inside.len()],
            watch: Watch::new(inside.len(), start_c, limit),
            inside,
        }
    }

    fn add(&mut self, now: &PlaneSimulation<'_>, step_s: f64) {
        for (kept, cell) in self.now_c.iter_mut().zip(&self.inside) {
            *kept = now.temperature_c()[*cell];
        }
        self.watch.add(&self.now_c, step_s);
    }

    fn verdict(&self) -> Verdict {
        self.watch.verdict()
    }
}

impl Seen {
    /// A column's ending as the whole section has it.
    pub(crate) fn ending(&self, column: Ending) -> Ending {
        Ending {
            core_at_pull_c: self.core_at_pull_c,
            core_served_c: self.core_served_c,
            level_c: self.level_c,
            ..column
        }
    }
}
