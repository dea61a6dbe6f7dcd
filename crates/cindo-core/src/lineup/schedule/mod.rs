//! When every activity of every dish begins: a job shop with alternative modes, capacities, changes of setting
//! between oven heats, generalised time lags and a cost for every tick that something waits.
//!
//! Knows nothing of fish. Each dish alone is placed exactly (`insert`), many in an order are timed exactly
//! (`order`, `timing`), and orders are found by large neighbourhood search (`search`). The optimum of generated
//! kitchens by a general-purpose constraint solver is kept with the tests.

mod bits;
mod insert;
mod order;
mod price;
mod search;
mod timetable;
mod timing;

pub(super) use search::{Effort, solve};

/// A moment or a length of time in ticks of [`TICK_S`].
pub(super) type Tick = i32;
/// A tick, s: as fine as a cook can use it.
pub(super) const TICK_S: f64 = 5.0;

/// What is to be scheduled.
#[derive(Debug, Clone, PartialEq)]
#[cfg_attr(test, derive(serde::Deserialize))]
pub(super) struct Instance {
    /// What activities need.
    pub(super) resources: Vec<Resource>,
    /// Dishes.
    pub(super) jobs: Vec<Job>,
    /// Nothing begins before that, unless it is fixed.
    pub(super) earliest: Tick,
    /// Nothing ends after that.
    pub(super) latest: Tick,
}

/// Something that is there so many times.
#[derive(Debug, Clone, PartialEq)]
#[cfg_attr(test, derive(serde::Deserialize))]
pub(super) struct Resource {
    /// How many times.
    pub(super) capacity: u32,
    /// Ticks from one setting to another, by from and to; empty where it has none. Demands of different settings
    /// keep that far apart.
    pub(super) changes: Vec<Vec<Tick>>,
}

/// A dish: one way of several, all activities one after the other, and a moment to be served.
#[derive(Debug, Clone, PartialEq)]
#[cfg_attr(test, derive(serde::Deserialize))]
pub(super) struct Job {
    /// When it is to be served.
    pub(super) due: Tick,
    /// Cost of each tick that it is served late.
    pub(super) late_cost: i64,
    /// Nothing of it begins before that, where it is later than for all.
    #[cfg_attr(test, serde(default))]
    pub(super) earliest: Option<Tick>,
    /// Ways to make it.
    pub(super) modes: Vec<Mode>,
}

/// One way to make a dish.
#[derive(Debug, Clone, PartialEq)]
#[cfg_attr(test, derive(serde::Deserialize))]
pub(super) struct Mode {
    /// What taking it costs.
    pub(super) cost: i64,
    /// In order; at least one.
    pub(super) activities: Vec<Activity>,
}

/// What takes a while, and what it needs meanwhile.
#[derive(Debug, Clone, PartialEq)]
#[cfg_attr(test, derive(serde::Deserialize))]
pub(super) struct Activity {
    /// How long.
    pub(super) length: Tick,
    /// What it needs.
    pub(super) demands: Vec<Demand>,
    /// From its end to the beginning of the next, or until it is served.
    pub(super) lag: Lag,
    /// When it begins, where that is no longer open.
    pub(super) fixed: Option<Tick>,
    /// It does not begin before that otherwise, where it is later than for its dish.
    #[cfg_attr(test, serde(default))]
    pub(super) earliest: Option<Tick>,
}

/// How long it may and should wait.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
#[cfg_attr(test, derive(serde::Deserialize))]
pub(super) struct Lag {
    /// At least.
    pub(super) least: Tick,
    /// At most.
    pub(super) most: Tick,
    /// Cost of each tick.
    pub(super) cost: i64,
}

/// A need for a resource, from and to as ticks after the activity's beginning; it may reach past either end.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
#[cfg_attr(test, derive(serde::Deserialize))]
pub(super) struct Demand {
    /// Place of the resource.
    pub(super) resource: usize,
    /// From then.
    pub(super) from: Tick,
    /// Until then, later.
    pub(super) to: Tick,
    /// How many of it.
    pub(super) amount: u32,
    /// Which setting, where it has some.
    pub(super) setting: Option<usize>,
}

/// Where a dish ended up.
#[derive(Debug, Clone, PartialEq, Eq)]
pub(super) struct Placement {
    /// Place of its mode.
    pub(super) mode: usize,
    /// Beginning of each activity.
    pub(super) starts: Vec<Tick>,
    /// How late it is served.
    pub(super) late: Tick,
    /// What that costs.
    pub(super) cost: i64,
    /// Whether something waits longer than it may, which only stands while better is looked for.
    is_broken: bool,
}

impl Instance {
    /// Activities of the longest mode.
    fn longest_mode(&self) -> usize {
        self.jobs.iter().flat_map(|j| &j.modes).map(|m| m.activities.len()).max().unwrap_or(0)
    }
}

impl Job {
    /// Nothing of it begins before that.
    fn earliest(&self, instance: &Instance) -> Tick {
        self.earliest.map_or(instance.earliest, |own| own.max(instance.earliest))
    }
}

impl Activity {
    /// It does not begin before that in a dish that does not begin before another moment, unless it is fixed.
    fn earliest(&self, of_job: Tick) -> Tick {
        self.earliest.map_or(of_job, |own| own.max(of_job))
    }
}

impl Placement {
    /// A dish where it stood, if it may still stand there as far as its own times go.
    pub(super) fn standing(
        instance: &Instance,
        job: &Job,
        mode: usize,
        starts: Vec<Tick>,
    ) -> Option<Self> {
        let earliest = job.earliest(instance);
        let activities = &job.modes[mode].activities;
        let in_time = activities.iter().zip(&starts).all(|(a, start)| {
            a.fixed.map_or(*start >= a.earliest(earliest), |fixed| fixed == *start)
        });
        let apart = activities
            .windows(2)
            .zip(starts.windows(2))
            .all(|(pair, starts)| starts[1] - starts[0] - pair[0].length >= pair[0].lag.least);
        let placement = Self::at(job, mode, starts);
        (in_time && apart && !placement.is_broken).then_some(placement)
    }

    /// A dish whose activities begin then, and what that costs.
    fn at(job: &Job, mode: usize, starts: Vec<Tick>) -> Self {
        let Mode { cost, activities } = &job.modes[mode];
        let ends = activities.iter().zip(&starts).map(|(a, start)| (start + a.length, a.lag));
        let ready = ends.clone().next_back().map_or(0, |(end, lag)| end + lag.least);
        let late = (ready - job.due).max(0);
        let nexts = starts.iter().skip(1).copied().chain([job.due + late]);
        let waits = ends.zip(nexts).map(|((end, lag), next)| (next - end, lag));
        let cost_of = |(wait, lag): (Tick, Lag)| i64::from(wait) * lag.cost;
        let over: Tick = waits.clone().map(|(wait, lag)| (wait - lag.most).max(0)).sum();
        let cost = cost
            + waits.map(cost_of).sum::<i64>()
            + i64::from(late) * job.late_cost
            + i64::from(over) * BROKEN_LAG;
        Self { mode, starts, late, cost, is_broken: over > 0 }
    }
}

/// All dishes.
#[derive(Debug, Clone, PartialEq, Eq)]
pub(super) struct Schedule {
    /// By place of the job; none where it cannot be made before the latest moment at all.
    pub(super) placements: Vec<Option<Placement>>,
    /// What it costs; a dish without a place costs [`NO_PLACE`].
    pub(super) cost: i64,
    /// No schedule costs less: each dish alone in the kitchen, or where it stood.
    pub(super) least_cost: i64,
}

/// Cost of each tick that something waits longer than it may, while better is looked for.
const BROKEN_LAG: i64 = 600;

/// What a dish costs that cannot be made: more than any that can.
pub(super) const NO_PLACE: i64 = 1_000_000_000;

#[cfg(test)]
mod tests;
