//! What of every resource is taken at every tick.

use super::bits::{Bits, masks};
use super::{Demand, Instance, Placement, Resource, Tick};

/// A taken stretch of a resource that has settings.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
struct Stretch {
    from: Tick,
    to: Tick,
    setting: usize,
}

/// The first tick that anything can be used at, and how many from there.
pub(super) fn kept(instance: &Instance) -> (Tick, usize) {
    let activities = || instance.jobs.iter().flat_map(|j| &j.modes).flat_map(|m| &m.activities);
    let reach =
        |of: fn(&Demand) -> Tick| activities().flat_map(|a| &a.demands).map(of).fold(0, Tick::max);
    let first = activities().filter_map(|a| a.fixed).fold(instance.earliest, Tick::min);
    let origin = first - reach(|d| -d.from);
    let end = instance.latest + reach(|d| d.to);
    (origin, usize::try_from(end - origin).unwrap_or(0))
}

/// What is taken.
#[derive(Debug, Clone)]
pub(super) struct Timetable {
    /// First tick that is kept.
    origin: Tick,
    /// By resource and number: the ticks at which more than so many are taken.
    over: Vec<Vec<Bits>>,
    /// Stretches with their setting, by resource.
    stretches: Vec<Vec<Stretch>>,
}

impl Timetable {
    /// Nothing is taken yet.
    pub(super) fn of(instance: &Instance) -> Self {
        let (origin, ticks) = kept(instance);
        let over = |resource: &Resource| vec![Bits::of(ticks); to_place(resource.capacity) + 1];
        Self {
            origin,
            over: instance.resources.iter().map(over).collect(),
            stretches: vec![Vec::new(); instance.resources.len()],
        }
    }

    /// Takes what an activity needs that begins then.
    pub(super) fn take(&mut self, demands: &[Demand], start: Tick) {
        for demand in demands {
            let (from, to) = self.places(demand, start);
            for _ in 0..demand.amount {
                add(&mut self.over[demand.resource], from, to);
            }
            if let Some(setting) = demand.setting {
                let stretch = Stretch { from: start + demand.from, to: start + demand.to, setting };
                self.stretches[demand.resource].push(stretch);
            }
        }
    }

    /// Gives it back.
    pub(super) fn give_back(&mut self, demands: &[Demand], start: Tick) {
        for demand in demands {
            let (from, to) = self.places(demand, start);
            for _ in 0..demand.amount {
                subtract(&mut self.over[demand.resource], from, to);
            }
            if let Some(setting) = demand.setting {
                let stretch = Stretch { from: start + demand.from, to: start + demand.to, setting };
                let stretches = &mut self.stretches[demand.resource];
                if let Some(place) = stretches.iter().position(|s| *s == stretch) {
                    stretches.swap_remove(place);
                }
            }
        }
    }

    fn places(&self, demand: &Demand, start: Tick) -> (usize, usize) {
        let place = |tick: Tick| usize::try_from(tick - self.origin).unwrap_or(0);
        (place(start + demand.from), place(start + demand.to))
    }

    /// Takes or gives back all that is not fixed of a dish; what is fixed stays taken all the time.
    pub(super) fn place(&mut self, instance: &Instance, job: usize, placement: &Placement) {
        let mode = &instance.jobs[job].modes[placement.mode];
        for (activity, start) in mode.activities.iter().zip(&placement.starts) {
            if activity.fixed.is_none() {
                self.take(&activity.demands, *start);
            }
        }
    }

    /// The opposite of [`Self::place`].
    pub(super) fn remove(&mut self, instance: &Instance, job: usize, placement: &Placement) {
        let mode = &instance.jobs[job].modes[placement.mode];
        for (activity, start) in mode.activities.iter().zip(&placement.starts) {
            if activity.fixed.is_none() {
                self.give_back(&activity.demands, *start);
            }
        }
    }

    /// Which ticks a demand of beginnings from `low` on, so many, finds too little left at; the first of them is
    /// what the first beginning needs first.
    pub(super) fn find_blocked(
        &self,
        instance: &Instance,
        demand: &Demand,
        (low, beginnings): (Tick, usize),
        blocked: &mut Bits,
    ) {
        let length = usize::try_from(demand.to - demand.from).unwrap_or(0);
        let first = low + demand.from;
        let ticks = beginnings + length - 1;
        // Outside of what is kept nothing is taken.
        blocked.clear(ticks);
        match instance.resources[demand.resource].capacity.checked_sub(demand.amount) {
            None => blocked.set(0, ticks),
            Some(most) => {
                let skip = usize::try_from(self.origin - first).unwrap_or(0);
                let offset = usize::try_from(first - self.origin).unwrap_or(0);
                blocked.copy(&self.over[demand.resource][to_place(most)], offset, skip);
            }
        }
        if let Some(setting) = demand.setting {
            let changes = &instance.resources[demand.resource].changes;
            for stretch in self.stretches[demand.resource].iter().filter(|s| s.setting != setting) {
                let from = stretch.from - changes[setting][stretch.setting];
                let to = stretch.to + changes[stretch.setting][setting];
                let place = |tick: Tick| usize::try_from(tick - first).unwrap_or(0);
                blocked.set(place(from), place(to));
            }
        }
    }

    /// Whether nothing that a dish takes where it stands is taken more often than it is there, but for what has
    /// begun.
    pub(super) fn is_feasible(
        &self,
        instance: &Instance,
        job: usize,
        placement: Option<&Placement>,
    ) -> bool {
        let fits = |demand: &Demand, start: Tick| {
            let capacity = to_place(instance.resources[demand.resource].capacity);
            let stretches = &self.stretches[demand.resource];
            let changes = &instance.resources[demand.resource].changes;
            let places = self.places(demand, start);
            let (from, to) = (start + demand.from, start + demand.to);
            !self.over[demand.resource][capacity].has_any(places.0, places.1)
                && demand.setting.is_none_or(|setting| {
                    stretches.iter().all(|s| {
                        s.setting == setting
                            || s.to + changes[s.setting][setting] <= from
                            || to + changes[setting][s.setting] <= s.from
                    })
                })
        };
        placement.is_none_or(|placement| {
            let activities = instance.jobs[job].modes[placement.mode].activities.iter();
            activities.zip(&placement.starts).all(|(activity, start)| {
                activity.fixed.is_some() || activity.demands.iter().all(|d| fits(d, *start))
            })
        })
    }
}

fn to_place(amount: u32) -> usize {
    usize::try_from(amount).unwrap_or(usize::MAX)
}

/// One more is taken from one place to another.
fn add(over: &mut Vec<Bits>, from: usize, to: usize) {
    for (word, mask) in masks(from, to) {
        let mut carried = mask;
        let mut level = 0;
        while carried != 0 {
            if level == over.len() {
                over.push(Bits::of(over[0].len()));
            }
            let Some(bits) = over[level].word_mut(word) else { break };
            let was = *bits;
            *bits |= carried;
            carried &= was;
            level += 1;
        }
    }
}

/// One less.
fn subtract(over: &mut [Bits], from: usize, to: usize) {
    for (word, mask) in masks(from, to) {
        let mut carried = mask;
        for level in over.iter_mut().rev() {
            let Some(bits) = level.word_mut(word) else { break };
            let taken = *bits & carried;
            *bits ^= taken;
            carried ^= taken;
        }
    }
}
