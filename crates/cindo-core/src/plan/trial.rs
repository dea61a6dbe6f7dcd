//! Trial runs on the solver: heat up to a pull, then the rest.

use crate::setup::Setup;
use crate::timeline::{Programme, Schedule};
use cindo_heat::flesh::Flesh;
use cindo_heat::grid::Grid;
use cindo_heat::solve::{Accuracy, Budget, Observer, Simulation, Sink, View};

/// Longest rest, s.
pub(super) const LONGEST_REST_S: f64 = 1200.0;
/// The core has peaked once it is this far below its peak, K.
const PAST_PEAK_K: f64 = 0.02;

/// One piece in its programme at one resolution.
#[derive(Debug)]
pub(crate) struct Trial<'a> {
    pub(crate) flesh: Flesh,
    pub(crate) grid: Grid,
    pub(crate) programme: Programme<'a>,
    pub(crate) accuracy: Accuracy,
    budget: Option<&'a Budget>,
    start_c: f64,
}

/// How a candidate ended.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Ending {
    pub(crate) core_at_pull_c: f64,
    pub(crate) peak_c: f64,
    pub(crate) rest_s: f64,
    /// Where the core is, m.
    pub(crate) core_m: f64,
    /// What is compared with the target: the peak, or the level held long enough.
    pub(crate) level_c: f64,
}

/// Follows the core through the rest until it has peaked.
struct RestWatch<'g> {
    grid: &'g Grid,
    core_m: f64,
    pull_s: f64,
    hold_s: f64,
    peak_c: f64,
    peak_s: f64,
    trace: Vec<(f64, f64)>,
}

impl Observer for RestWatch<'_> {
    fn observe(&mut self, view: &View<'_>) -> Sink {
        let core_c = self.grid.at(view.temperature_c, self.core_m);
        if self.hold_s > 0.0 {
            self.trace.push((view.time_s, core_c));
        }
        if core_c > self.peak_c {
            self.peak_c = core_c;
            self.peak_s = view.time_s;
        }
        let held = view.time_s - self.peak_s > self.hold_s;
        if core_c < self.peak_c - PAST_PEAK_K && held { Sink::Stop } else { Sink::Continue }
    }
}

impl RestWatch<'_> {
    /// Highest level that the traced core stays at or above for `hold_s` on end.
    fn held_level_c(&self) -> f64 {
        let at = |time_s: f64| {
            let i = self.trace.partition_point(|p| p.0 <= time_s).clamp(1, self.trace.len() - 1);
            let (a, b) = (self.trace[i - 1], self.trace[i]);
            a.1 + (b.1 - a.1) * ((time_s - a.0) / (b.0 - a.0)).clamp(0.0, 1.0)
        };
        // The core rises to one peak and falls, so the window that starts and ends at the same
        // level is best; a second's grid finds it well within a tenth of a Kelvin.
        let first_s = self.trace[0].0;
        let last_s = self.trace[self.trace.len() - 1].0;
        let mut best = f64::MIN;
        let mut from = first_s;
        while from + self.hold_s <= last_s + 1e-9 {
            best = best.max(at(from).min(at(from + self.hold_s)));
            from += 1.0;
        }
        best
    }
}

impl<'a> Trial<'a> {
    pub(crate) fn new(setup: &Setup<'a>, accuracy: Accuracy) -> Self {
        let programme = Programme::of(setup);
        Self {
            flesh: Flesh::down_to(&setup.species.flesh(), setup.boil_c, setup.start_c),
            grid: Grid::new(programme.shape, setup.thickness_m, accuracy.cells),
            programme,
            accuracy,
            budget: setup.bench.budget,
            start_c: setup.start_c,
        }
    }

    /// The raw piece as it meets the heat.
    pub(crate) fn raw(&self) -> Simulation<'_> {
        Simulation::new(&self.flesh, &self.grid, self.accuracy, self.start_c).within(self.budget)
    }

    /// Cooks on from wherever the simulation stands to `until_s`, turning on the way.
    pub(crate) fn heat(
        &self,
        simulation: &mut Simulation<'_>,
        schedule: &Schedule,
        until_s: f64,
        observer: &mut impl Observer,
    ) -> Sink {
        self.programme.walk(schedule, (simulation.time_s(), until_s), |stretch| {
            let going = simulation.run(&stretch.phase(), observer) == Sink::Continue;
            going.then(|| simulation.time_s())
        })
    }

    /// Rests a piece taken off now, until its core has peaked.
    ///
    /// `before` holds the temperatures of `hold_s` ago, for targets that must be held.
    pub(super) fn rest(
        &self,
        simulation: &mut Simulation<'_>,
        schedule: &Schedule,
        hold_s: f64,
        before: Option<&[f64]>,
    ) -> Ending {
        let pull_s = simulation.time_s();
        // The thermal centre is what was heated least. After a turn the side that was down first
        // cools on top, so the coldest place of the moment may be flesh that is long done.
        let core_m = self.grid.coldest(simulation.hottest_c()).0;
        let core_at_pull_c = self.grid.at(simulation.temperature_c(), core_m);
        let mut watch = RestWatch {
            grid: &self.grid,
            core_m,
            pull_s,
            hold_s,
            peak_c: core_at_pull_c,
            peak_s: pull_s,
            trace: Vec::new(),
        };
        if let Some(before) = before {
            watch.trace.reserve(256);
            watch.trace.push((pull_s - hold_s, self.grid.at(before, core_m)));
            watch.trace.push((pull_s, core_at_pull_c));
        }
        let rest = self.programme.rested(schedule, pull_s, LONGEST_REST_S);
        simulation.run(&rest.phase(), &mut watch);
        Ending {
            core_at_pull_c,
            peak_c: watch.peak_c,
            rest_s: watch.peak_s - watch.pull_s,
            core_m,
            level_c: if before.is_some() { watch.held_level_c() } else { watch.peak_c },
        }
    }

    /// Cooks on to `pull_s` and rests.
    pub(super) fn finish(
        &self,
        mut simulation: Simulation<'_>,
        schedule: &Schedule,
        pull_s: f64,
        hold_s: f64,
    ) -> Ending {
        if hold_s <= 0.0 {
            self.heat(&mut simulation, schedule, pull_s, &mut ());
            return self.rest(&mut simulation, schedule, 0.0, None);
        }
        self.heat(&mut simulation, schedule, pull_s - hold_s, &mut ());
        let before = simulation.temperature_c().to_vec();
        self.heat(&mut simulation, schedule, pull_s, &mut ());
        self.rest(&mut simulation, schedule, hold_s, Some(&before))
    }

    /// A whole candidate whose turns follow from its pull.
    pub(crate) fn candidate(&self, pull_s: f64, hold_s: f64) -> Ending {
        self.finish(self.raw(), &self.programme.schedule(pull_s), pull_s, hold_s)
    }
}
