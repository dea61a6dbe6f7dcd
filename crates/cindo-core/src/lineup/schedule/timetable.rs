//! What of every resource is taken at every tick.

use super::{Demand, Instance, Placement, Tick};

/// A taken stretch of a resource that has settings.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
struct Stretch {
    from: Tick,
    to: Tick,
    setting: usize,
}

/// What is taken.
#[derive(Debug, Clone)]
pub(super) struct Timetable {
    /// First tick that is kept.
    origin: Tick,
    /// How many of each resource are taken, by resource and tick.
    taken: Vec<Vec<u32>>,
    /// Stretches with their setting, by resource.
    stretches: Vec<Vec<Stretch>>,
}

impl Timetable {
    /// Nothing is taken yet.
    pub(super) fn of(instance: &Instance) -> Self {
        let activities = || instance.jobs.iter().flat_map(|j| &j.modes).flat_map(|m| &m.activities);
        let reach = |of: fn(&Demand) -> Tick| {
            activities().flat_map(|a| &a.demands).map(of).fold(0, Tick::max)
        };
        let first = activities().filter_map(|a| a.fixed).fold(instance.earliest, Tick::min);
        let origin = first - reach(|d| -d.from);
        let end = instance.latest + reach(|d| d.to);
        let ticks = usize::try_from(end - origin).unwrap_or(0);
        Self {
            origin,
            taken: instance.resources.iter().map(|_| vec![0; ticks]).collect(),
            stretches: vec![Vec::new(); instance.resources.len()],
        }
    }

    /// Takes what an activity needs that begins then.
    pub(super) fn take(&mut self, demands: &[Demand], start: Tick) {
        for demand in demands {
            self.span_mut(demand, start).iter_mut().for_each(|taken| *taken += demand.amount);
            if let Some(setting) = demand.setting {
                let stretch = Stretch { from: start + demand.from, to: start + demand.to, setting };
                self.stretches[demand.resource].push(stretch);
            }
        }
    }

    /// Gives it back.
    pub(super) fn give_back(&mut self, demands: &[Demand], start: Tick) {
        for demand in demands {
            self.span_mut(demand, start).iter_mut().for_each(|taken| *taken -= demand.amount);
            if let Some(setting) = demand.setting {
                let stretch = Stretch { from: start + demand.from, to: start + demand.to, setting };
                let stretches = &mut self.stretches[demand.resource];
                if let Some(place) = stretches.iter().position(|s| *s == stretch) {
                    stretches.swap_remove(place);
                }
            }
        }
    }

    fn places(&self, demand: &Demand, start: Tick) -> std::ops::Range<usize> {
        let end = self.taken[demand.resource].len();
        let place = |tick: Tick| usize::try_from(tick - self.origin).unwrap_or(0).min(end);
        let from = place(start + demand.from);
        from..place(start + demand.to).max(from)
    }

    fn span(&self, demand: &Demand, start: Tick) -> &[u32] {
        &self.taken[demand.resource][self.places(demand, start)]
    }

    fn span_mut(&mut self, demand: &Demand, start: Tick) -> &mut [u32] {
        let places = self.places(demand, start);
        &mut self.taken[demand.resource][places]
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
        blocked: &mut Vec<bool>,
    ) {
        let length = usize::try_from(demand.to - demand.from).unwrap_or(0);
        let resource = &instance.resources[demand.resource];
        let taken = &self.taken[demand.resource];
        let first = low + demand.from;
        let ticks = beginnings + length - 1;
        blocked.clear();
        // Outside of what is kept nothing is taken.
        blocked.resize(ticks, demand.amount > resource.capacity);
        let skip = usize::try_from(self.origin - first).unwrap_or(0).min(ticks);
        let offset = usize::try_from(first - self.origin).unwrap_or(0).min(taken.len());
        for (blocked, taken) in blocked[skip..].iter_mut().zip(&taken[offset..]) {
            *blocked = taken + demand.amount > resource.capacity;
        }
        if let Some(setting) = demand.setting {
            for stretch in self.stretches[demand.resource].iter().filter(|s| s.setting != setting) {
                let from = stretch.from - resource.changes[setting][stretch.setting];
                let to = stretch.to + resource.changes[stretch.setting][setting];
                let place = |tick: Tick| usize::try_from(tick - first).unwrap_or(0).min(ticks);
                let (from, to) = (place(from), place(to));
                blocked[from..to.max(from)].fill(true);
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
            let capacity = instance.resources[demand.resource].capacity;
            let stretches = &self.stretches[demand.resource];
            let changes = &instance.resources[demand.resource].changes;
            let (from, to) = (start + demand.from, start + demand.to);
            self.span(demand, start).iter().all(|taken| *taken <= capacity)
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
