//! One dish into what others left free: the cheapest of all beginnings of all its activities, exactly.
//!
//! A dynamic programme from the last activity to the first: the cost of going on from a beginning is the
//! least, over the lags that are allowed, of waiting and of going on from there. That least over a sliding
//! window costs one comparison a tick (a queue of candidates that stay ahead).

use super::bits::Bits;
use super::price::Prices;
use super::timetable::Timetable;
use super::{Activity, Instance, Job, Mode, Placement, Tick};

/// What cannot be.
pub(super) const NEVER: i64 = i64::MAX / 4;
/// A dish is looked for so many ticks earlier than it has to begin at first.
const FIRST_LOOK_EARLY: Tick = 240;
/// And so many late.
const FIRST_LOOKS_LATE: [Tick; 2] = [30, 240];
/// Where beginnings may overlap others and the next may follow within so many ticks, every third is looked at:
/// they are timed exactly then.
const COARSE: Tick = 3;
/// To look at an activity at all costs as much as so many beginnings.
const LOOK: usize = 60;

/// On what terms a dish is placed.
#[derive(Debug, Clone, Copy, Default)]
pub(super) struct Terms<'p> {
    /// It may take what others have.
    pub(super) overlap: Option<Overlap>,
    /// It pays for what it uses.
    pub(super) prices: Option<&'p Prices>,
    /// Where it has a mode with this setting of this resource, no mode with another one.
    pub(super) setting: Option<(usize, usize)>,
}

impl Terms<'_> {
    /// Whether its moments are found roughly, at a price, to be timed exactly.
    fn is_rough(&self) -> bool {
        self.overlap.is_some() || self.prices.is_some()
    }

    /// Whether a mode of a dish may be taken.
    fn allow(&self, job: &Job, mode: &Mode) -> bool {
        let Some((resource, setting)) = self.setting else { return true };
        let settings = |mode: &Mode| {
            let demands = mode.activities.iter().flat_map(|a| &a.demands);
            let on_it = demands.filter(|d| d.resource == resource);
            on_it.fold((false, false), |(has, other), d| {
                (has || d.setting == Some(setting), other || d.setting != Some(setting))
            })
        };
        !settings(mode).1 || !job.modes.iter().any(|mode| settings(mode) == (true, false))
    }
}

/// What others have may be taken, at a price.
#[derive(Debug, Clone, Copy)]
pub(super) struct Overlap {
    /// Cost of each tick.
    pub(super) cost: i64,
    /// As if it were due so many ticks later.
    pub(super) shift: Tick,
}

/// An activity's beginnings from the latest to the earliest, and what going on from each costs.
#[derive(Debug, Default)]
struct Stage {
    /// The earliest that may be looked at, and how many from there.
    low: Tick,
    ticks: usize,
    /// Those that find what they need.
    at: Vec<Tick>,
    /// Cost of going on, by beginning.
    cost: Vec<i64>,
    /// Place of the next activity's beginning that this rests on.
    next: Vec<usize>,
}

/// Room for the programme, used again and again.
#[derive(Debug, Default)]
pub(super) struct Workspace {
    /// By activity.
    stages: Vec<Stage>,
    open: Bits,
    blocked: Bits,
    /// What overlapping others costs, by beginning.
    price: Vec<i64>,
    queue: Queue,
    is_coarse: bool,
    /// Beginnings that were looked at: what it cost so far.
    pub(super) looked_at: u64,
}

/// Beginnings of the next activity that may be the cheapest, from the latest to the earliest, ever dearer.
#[derive(Debug, Default)]
struct Queue {
    kept: Vec<(usize, Tick, i64)>,
    /// What is before that has left.
    first: usize,
    /// So many have entered.
    entered: usize,
}

impl Queue {
    fn clear(&mut self) {
        self.kept.clear();
        self.first = 0;
        self.entered = 0;
    }

    /// The cheapest of the beginnings within a span, with its cost and what waiting for it costs. Each span begins
    /// and ends no later than the one before.
    fn cheapest(
        &mut self,
        on: &Stage,
        (from, to): (Tick, Tick),
        lag_cost: i64,
    ) -> Option<(usize, i64)> {
        while let Some(at) = on.at.get(self.entered).filter(|at| **at >= from) {
            let waits = on.cost[self.entered] + i64::from(*at) * lag_cost;
            // An earlier beginning that costs no more stays ahead.
            while self.kept.len() > self.first
                && self.kept.last().is_some_and(|(_, _, other)| *other >= waits)
            {
                self.kept.pop();
            }
            self.kept.push((self.entered, *at, waits));
            self.entered += 1;
        }
        while self.kept.get(self.first).is_some_and(|(_, at, _)| *at > to) {
            self.first += 1;
        }
        self.kept.get(self.first).map(|(place, _, waits)| (*place, *waits))
    }
}

/// The cheapest place of a dish that costs less than `most`; none where there is none between the earliest and the
/// latest moment. With a cost for each tick of overlap it may take what others have; the cost of its placement is
/// without that.
pub(super) fn cheapest(
    instance: &Instance,
    job: usize,
    (timetable, terms): (&Timetable, Terms<'_>),
    most: i64,
    space: &mut Workspace,
) -> Option<Placement> {
    let job = &instance.jobs[job];
    let overlap = terms.overlap;
    let due = job.due + overlap.map_or(0, |o| o.shift);
    let near = due - longest(job).min(shortest(job) + FIRST_LOOK_EARLY);
    let best = |begins: Tick, late: Tick, most: i64, space: &mut Workspace| {
        let mut best = (most, None);
        let ready = due.saturating_add(late).min(instance.latest);
        for (mode, way) in job.modes.iter().enumerate().filter(|(_, way)| terms.allow(job, way)) {
            let found =
                space.mode(instance, (job, mode, way), (timetable, terms), (begins, ready), best.0);
            if let Some((cost, placement)) = found {
                best = (cost, Some(placement));
            }
        }
        best
    };
    let least = job.modes.iter().map(|m| m.cost).min().unwrap_or(0);
    // Whatever is later than that costs more.
    let latest =
        |cost: i64| Tick::try_from((cost - least) / job.late_cost.max(1)).unwrap_or(Tick::MAX);
    if most <= least {
        return None;
    }
    let mut found = (most, None);
    // What pays for everything seldom costs little enough for the first.
    for late in FIRST_LOOKS_LATE.into_iter().skip(usize::from(terms.prices.is_some())) {
        found = best(near, late.min(latest(most)), most, space);
        if latest(found.0) <= late {
            break;
        }
    }
    // What is not found near by, or only late, may be found further off.
    match found {
        (_, Some(placement)) if overlap.is_some() || placement.late == 0 => Some(placement),
        (cost, placement) => best(instance.earliest, latest(cost), cost, space).1.or(placement),
    }
}

/// The least that it can take.
fn shortest(job: &Job) -> Tick {
    let of = |mode: &Mode| mode.activities.iter().map(|a| a.length + a.lag.least).sum();
    job.modes.iter().map(of).min().unwrap_or(0)
}

/// The longest that a dish can take from its beginning until it is served.
fn longest(job: &Job) -> Tick {
    let of = |mode: &Mode| {
        let spans = mode.activities.iter().map(|a| a.length.saturating_add(a.lag.most));
        spans.fold(0, Tick::saturating_add)
    };
    job.modes.iter().map(of).max().unwrap_or(0)
}

/// Beginnings of a first activity that are looked at together at first, from the latest on; then twice as many.
const FIRST_CHUNK: usize = 64;

impl Workspace {
    /// The cheapest place of one mode that begins from some moment on and is ready until another, where it
    /// costs less than `most`.
    fn mode(
        &mut self,
        instance: &Instance,
        (job, mode, way): (&Job, usize, &Mode),
        (timetable, terms): (&Timetable, Terms<'_>),
        (begins, ready): (Tick, Tick),
        most: i64,
    ) -> Option<(i64, Placement)> {
        let count = way.activities.len();
        if self.stages.len() < count {
            self.stages.resize_with(count, Stage::default);
        }
        let is_loose =
            |a: &Activity| a.fixed.is_none() && a.lag.most.saturating_sub(a.lag.least) >= COARSE;
        self.is_coarse = terms.is_rough() && way.activities.iter().all(is_loose);
        let due = job.due + terms.overlap.map_or(0, |o| o.shift);
        let begins = begins.max(job.earliest(instance));
        let (mut low, mut high) = (due, ready);
        for place in (0..count).rev() {
            let activity = &way.activities[place];
            let Activity { length, lag, fixed, .. } = activity;
            high -= length + lag.least;
            low = low.saturating_sub(length.saturating_add(lag.most));
            (low, high) = match *fixed {
                Some(fixed) if (low..=high).contains(&fixed) => (fixed, fixed),
                Some(_) => return None,
                None => (low.max(activity.earliest(begins)), high),
            };
            self.stages[place].low = low;
            self.stages[place].ticks = usize::try_from(high - low + 1).ok().filter(|t| *t > 0)?;
        }
        for place in (1..count).rev() {
            self.queue.clear();
            let Stage { low, ticks, .. } = self.stages[place];
            self.find_open(instance, &way.activities[place], (timetable, terms), (low, ticks));
            self.stage((job, due, way, place), terms.is_rough());
        }
        let (cost, first, second) =
            self.first(instance, (job, due, way), (timetable, terms), most - way.cost)?;
        let mut starts = Vec::with_capacity(count);
        starts.push(first);
        let mut place = second;
        for stage in &self.stages[1..count] {
            starts.push(stage.at[place]);
            place = stage.next[place];
        }
        Some((cost + way.cost, Placement::at(job, mode, starts)))
    }

    /// The cheapest beginning of a whole dish that costs less than `most`: its cost, its moment and the place of
    /// the next activity's.
    fn first(
        &mut self,
        instance: &Instance,
        (job, due, way): (&Job, Tick, &Mode),
        (timetable, terms): (&Timetable, Terms<'_>),
        most: i64,
    ) -> Option<(i64, Tick, usize)> {
        let activity = &way.activities[0];
        let Activity { length, lag, .. } = *activity;
        let (low, mut left) = (self.stages[0].low, self.stages[0].ticks);
        self.queue.clear();
        // What nothing that begins earlier can cost less than, but for its waiting.
        let on = &self.stages.get(1).filter(|_| way.activities.len() > 1);
        let least = on.map(|on| {
            let waits = on.at.iter().zip(&on.cost);
            waits.map(|(at, cost)| cost + i64::from(*at) * lag.cost).min().unwrap_or(NEVER)
        });
        let mut best = (most, None);
        let mut chunk = FIRST_CHUNK;
        while left > 0 {
            let ticks = chunk.min(left);
            left -= ticks;
            chunk *= 2;
            let from = low + to_tick(left);
            self.find_open(instance, activity, (timetable, terms), (from, ticks));
            let Self { open, price, queue, stages, .. } = self;
            for i in open.last_to_first() {
                let at = from + to_tick(i);
                let end = at + length;
                if least.is_some_and(|least| least - i64::from(end) * lag.cost >= best.0) {
                    // Whatever begins earlier waits longer.
                    left = 0;
                    break;
                }
                let found = if least.is_some() {
                    let span = (end + lag.least, end.saturating_add(lag.most));
                    let next = queue.cheapest(&stages[1], span, lag.cost);
                    next.map(|(next, waits)| (waits - i64::from(end) * lag.cost, next))
                } else {
                    Some((served((job, due), activity, at), 0))
                };
                if let Some((cost, next)) = found {
                    let cost = cost + if terms.is_rough() { price[i] } else { 0 };
                    if cost < best.0 {
                        best = (cost, Some((at, next)));
                    }
                }
            }
        }
        best.1.map(|(at, next)| (best.0, at, next))
    }

    /// What going on from each open beginning of an activity costs, but the first.
    fn stage(&mut self, (job, due, way, place): (&Job, Tick, &Mode, usize), is_priced: bool) {
        let activity = &way.activities[place];
        let Activity { length, lag, .. } = *activity;
        let Self { open, price, queue, stages, .. } = self;
        let (this, on) = stages.split_at_mut(place + 1);
        let Some(stage) = this.last_mut() else { return };
        let on = on.first().filter(|_| place + 1 < way.activities.len());
        stage.at.clear();
        stage.cost.clear();
        stage.next.clear();
        for i in open.last_to_first() {
            let at = stage.low + to_tick(i);
            let (cost, next) = if let Some(on) = on {
                let end = at + length;
                let span = (end + lag.least, end.saturating_add(lag.most));
                let Some((next, waits)) = queue.cheapest(on, span, lag.cost) else { continue };
                (waits - i64::from(end) * lag.cost, next)
            } else {
                (served((job, due), activity, at), 0)
            };
            stage.at.push(at);
            stage.cost.push(cost + if is_priced { price[i] } else { 0 });
            stage.next.push(next);
        }
    }

    /// Which beginnings of an activity find everything that it needs, or what they cost.
    fn find_open(
        &mut self,
        instance: &Instance,
        activity: &Activity,
        (timetable, terms): (&Timetable, Terms<'_>),
        (low, ticks): (Tick, usize),
    ) {
        self.open.fill(ticks);
        if self.is_coarse {
            self.open.thin(to_place(low.rem_euclid(COARSE)));
        }
        self.price.clear();
        self.price.resize(ticks, 0);
        self.looked_at += (LOOK + ticks) as u64;
        if activity.fixed.is_some() {
            // What has begun needs nobody's leave.
            return;
        }
        for demand in &activity.demands {
            if let Some(prices) = terms.prices {
                self.looked_at += ticks as u64;
                prices.add(demand, low, &mut self.price);
            }
            timetable.find_blocked(instance, demand, (low, ticks), &mut self.blocked);
            match terms.overlap {
                None => self.open.cross_out(&mut self.blocked, to_place(demand.to - demand.from)),
                Some(Overlap { cost, .. }) => {
                    self.looked_at += ticks as u64;
                    price(&self.blocked, cost, &mut self.price);
                }
            }
        }
    }
}

/// Cost of a dish whose last activity begins then, from there.
fn served((job, due): (&Job, Tick), activity: &Activity, at: Tick) -> i64 {
    let lag = activity.lag;
    let early = due - (at + activity.length + lag.least);
    if early < 0 {
        i64::from(-early) * job.late_cost + i64::from(lag.least) * lag.cost
    } else {
        i64::from(early + lag.least) * lag.cost
    }
}

/// Adds what the blocked ticks after each beginning cost.
fn price(blocked: &Bits, cost: i64, price: &mut [i64]) {
    let length = blocked.len() + 1 - price.len();
    let mut count: i64 = (0..length - 1).map(|i| i64::from(blocked.has(i))).sum();
    for (i, price) in price.iter_mut().enumerate() {
        count += i64::from(blocked.has(i + length - 1));
        *price += count * cost;
        count -= i64::from(blocked.has(i));
    }
}

fn to_tick(place: usize) -> Tick {
    Tick::try_from(place).unwrap_or(Tick::MAX)
}

fn to_place(ticks: Tick) -> usize {
    usize::try_from(ticks).unwrap_or(0)
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::super::{Demand, Lag, Resource};
    use super::*;

    /// A dish of a few steps, each with one use of one of two resources.
    fn any_mode() -> impl Strategy<Value = Mode> {
        let step = (1..9_i32, 0..2_usize, 0..4_i32, 0..12_i32, 0..6_i64, 0..2_i32);
        let steps = prop::collection::vec(step, 1..4);
        (0..30_i64, steps).prop_map(|(cost, steps)| {
            let of = |(length, resource, least, room, cost, early): (
                Tick,
                usize,
                Tick,
                Tick,
                i64,
                Tick,
            )| {
                let needs = Demand { resource, from: -early, to: length, amount: 1, setting: None };
                let lag = Lag { least, most: least + room, cost };
                Activity { length, demands: vec![needs], lag, fixed: None, earliest: None }
            };
            Mode { cost, activities: steps.into_iter().map(of).collect() }
        })
    }

    /// The least that any beginnings of a dish cost, one after the other.
    fn tried_out(instance: &Instance, taken: &[Vec<u32>; 2], job: &Job) -> Option<i64> {
        fn from(
            (instance, taken, job): (&Instance, &[Vec<u32>; 2], &Job),
            mode: usize,
            starts: &mut Vec<Tick>,
        ) -> Option<i64> {
            let activities = &job.modes[mode].activities;
            let Some(next) = activities.get(starts.len()) else {
                let placement = Placement::at(job, mode, starts.clone());
                let last = activities.last().unwrap();
                let ready = starts.last().unwrap() + last.length + last.lag.least;
                let fits = !placement.is_broken && ready <= instance.latest;
                return fits.then_some(placement.cost);
            };
            let (low, high) = match activities[..starts.len()].last() {
                None => (instance.earliest, instance.latest),
                Some(a) => {
                    let end = starts.last().unwrap() + a.length;
                    (end + a.lag.least, (end + a.lag.most).min(instance.latest))
                }
            };
            let free = |at: &Tick| {
                next.demands.iter().all(|d| {
                    (at + d.from..at + d.to).all(|tick| {
                        let taken =
                            usize::try_from(tick).ok().and_then(|t| taken[d.resource].get(t));
                        taken.copied().unwrap_or(0) + d.amount
                            <= instance.resources[d.resource].capacity
                    })
                })
            };
            let starting = (low..=high).filter(free).filter_map(|at| {
                starts.push(at);
                let cost = from((instance, taken, job), mode, starts);
                starts.pop();
                cost
            });
            starting.min()
        }
        (0..job.modes.len())
            .filter_map(|mode| from((instance, taken, job), mode, &mut Vec::new()))
            .min()
    }

    proptest! {
        /// The programme against every beginning tried out, in a kitchen where others have some of it.
        #[test]
        fn no_beginning_is_cheaper(
            modes in prop::collection::vec(any_mode(), 1..3),
            others in prop::collection::vec((0..2_usize, 0..60_i32, 1..20_i32), 0..8),
            (due, late_cost) in (20..60_i32, 1..30_i64),
        ) {
            let resource = |capacity| Resource { capacity, changes: Vec::new() };
            let job = Job { due, late_cost, earliest: None, modes };
            let instance = Instance {
                resources: vec![resource(1), resource(2)],
                jobs: vec![job],
                earliest: 0,
                latest: 70,
            };
            let mut timetable = Timetable::of(&instance);
            let mut taken = [vec![0_u32; 80], vec![0_u32; 80]];
            for (resource, from, length) in others {
                let needs = Demand { resource, from: 0, to: length, amount: 1, setting: None };
                timetable.take(&[needs], from);
                let to = usize::try_from(from + length).unwrap();
                taken[resource][usize::try_from(from).unwrap()..to].iter_mut().for_each(|t| *t += 1);
            }
            let mut space = Workspace::default();
            let found = cheapest(&instance, 0, (&timetable, Terms::default()), NEVER, &mut space);
            let by_trying = tried_out(&instance, &taken, &instance.jobs[0]);
            prop_assert_eq!(found.map(|p| p.cost), by_trying);
        }
    }
}
