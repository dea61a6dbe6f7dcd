//! Trial runs on the solver: heat up to a pull, then the rest.

use crate::setup::Setup;
use crate::timeline::{Programme, Schedule};
use cindo_heat::flesh::Flesh;
use cindo_heat::grid::Grid;
use cindo_heat::solve::{Accuracy, Budget, Observer, Simulation, Sink, View};

/// How long a piece that is left standing is followed for its peak, s.
const LONGEST_STAND_S: f64 = 1800.0;
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
    /// From the pull to the plate, s.
    pub(crate) rest_s: f64,
}

/// How a candidate ended.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Ending {
    pub(crate) core_at_pull_c: f64,
    pub(crate) core_served_c: f64,
    /// The highest that the core gets from the pull to the end of the rest: what it is cooked to.
    pub(crate) level_c: f64,
    /// When it is that warm, s after the pull.
    pub(crate) highest_s: f64,
    /// Where the core is, m.
    pub(crate) core_m: f64,
}

impl Ending {
    /// The core at the pull, when eaten, and at its highest in between, °C.
    pub(crate) fn core_c(&self) -> [f64; 3] {
        [self.core_at_pull_c, self.core_served_c, self.level_c]
    }
}

/// Follows the core through the rest.
struct CoreWatch<'g> {
    grid: &'g Grid,
    core_m: f64,
    highest_c: f64,
    highest_s: f64,
    /// Stops once it has peaked.
    is_to_peak: bool,
}

impl Observer for CoreWatch<'_> {
    fn observe(&mut self, view: &View<'_>) -> Sink {
        let core_c = self.grid.at(view.temperature_c, self.core_m);
        if core_c > self.highest_c {
            (self.highest_c, self.highest_s) = (core_c, view.time_s);
        }
        if self.is_to_peak && core_c < self.highest_c - PAST_PEAK_K {
            return Sink::Stop;
        }
        Sink::Continue
    }
}

/// What happens to a piece that is left standing: the core's peak, °C, and when, s after the pull.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Peak {
    pub(crate) core_c: f64,
    pub(crate) at_s: f64,
}

/// Cooks on in a programme from wherever the simulation stands to `until_s`, turning on the way.
pub(crate) fn heat(
    programme: &Programme<'_>,
    simulation: &mut Simulation<'_>,
    schedule: &Schedule,
    until_s: f64,
    observer: &mut impl Observer,
) -> Sink {
    programme.walk(schedule, (simulation.time_s(), until_s), |stretch| {
        let going = simulation.run(&stretch.phase(), observer) == Sink::Continue;
        going.then(|| simulation.time_s())
    })
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
            rest_s: setup.rest.duration_s,
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
        heat(&self.programme, simulation, schedule, until_s, observer)
    }

    /// Rests a piece taken off now until it is eaten.
    pub(crate) fn rest(&self, simulation: &mut Simulation<'_>, schedule: &Schedule) -> Ending {
        let pull_s = simulation.time_s();
        // The thermal centre is what was heated least. After a turn the side that was down first
        // cools on top, so the coldest place of the moment may be flesh that is long done.
        let core_m = self.grid.coldest(simulation.hottest_c()).0;
        let core_at_pull_c = self.grid.at(simulation.temperature_c(), core_m);
        let mut watch = CoreWatch {
            grid: &self.grid,
            core_m,
            highest_c: core_at_pull_c,
            highest_s: pull_s,
            is_to_peak: false,
        };
        if self.rest_s > 0.0 {
            let rest = self.programme.rested(schedule, pull_s, self.rest_s);
            simulation.run(&rest.phase(), &mut watch);
        }
        Ending {
            core_at_pull_c,
            core_served_c: self.grid.at(simulation.temperature_c(), core_m),
            level_c: watch.highest_c,
            highest_s: watch.highest_s - pull_s,
            core_m,
        }
    }

    /// Leaves a piece that is ready to be eaten standing until its core has peaked.
    pub(crate) fn left_standing(
        &self,
        mut simulation: Simulation<'_>,
        schedule: &Schedule,
        pull_s: f64,
        ending: &Ending,
    ) -> Peak {
        let mut watch = CoreWatch {
            grid: &self.grid,
            core_m: ending.core_m,
            highest_c: ending.level_c,
            highest_s: pull_s + ending.highest_s,
            is_to_peak: true,
        };
        let left_s = pull_s + LONGEST_STAND_S - simulation.time_s();
        if left_s > 0.0 {
            simulation.run(&self.programme.rested(schedule, pull_s, left_s).phase(), &mut watch);
        }
        Peak { core_c: watch.highest_c, at_s: watch.highest_s - pull_s }
    }

    /// Cooks on to `pull_s` and rests.
    pub(crate) fn finish(
        &self,
        mut simulation: Simulation<'_>,
        schedule: &Schedule,
        pull_s: f64,
    ) -> Ending {
        self.heat(&mut simulation, schedule, pull_s, &mut ());
        self.rest(&mut simulation, schedule)
    }

    /// A whole candidate whose turns follow from its pull.
    pub(crate) fn candidate(&self, pull_s: f64) -> Ending {
        self.finish(self.raw(), &self.programme.schedule(pull_s), pull_s)
    }
}
