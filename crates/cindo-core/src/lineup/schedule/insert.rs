//! One dish into what others left free: the cheapest of all beginnings of all its activities, exactly.
//!
//! A dynamic programme from the last activity to the first: the cost of going on from a beginning is the
//! least, over the lags that are allowed, of waiting and of going on from there. That least over a sliding
//! window costs one comparison a tick (a queue of candidates that stay ahead).

use std::collections::VecDeque;

use super::timetable::Timetable;
use super::{Activity, Instance, Job, Mode, Placement, Tick};

/// What cannot be.
const NEVER: i64 = i64::MAX / 4;
/// A dish is looked for so many ticks earlier than it has to begin at first, and so many late.
const FIRST_LOOK: (Tick, Tick) = (240, 240);

/// On what terms a dish is placed.
#[derive(Debug, Clone, Copy, Default)]
pub(super) struct Terms {
    /// It may take what others have.
    pub(super) overlap: Option<Overlap>,
    /// Where it has a mode with this setting of this resource, no mode with another one.
    pub(super) setting: Option<(usize, usize)>,
}

impl Terms {
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

/// Room for the programme, used again and again.
#[derive(Debug, Default)]
pub(super) struct Workspace {
    /// Cost of going on, by activity and beginning.
    cost: Vec<Vec<i64>>,
    /// Beginning of the next activity that this rests on.
    next: Vec<Vec<Tick>>,
    open: Vec<bool>,
    /// What overlapping others costs, by beginning.
    price: Vec<i64>,
    blocked: Vec<bool>,
    queue: VecDeque<(Tick, i64)>,
    /// Beginnings that were looked at: what it cost so far.
    pub(super) looked_at: u64,
}

/// The cheapest place of a dish; none where there is none between the earliest and the latest moment. With a
/// cost for each tick of overlap it may take what others have; the cost of its placement is without that.
pub(super) fn cheapest(
    instance: &Instance,
    job: usize,
    (timetable, terms): (&Timetable, Terms),
    space: &mut Workspace,
) -> Option<Placement> {
    let job = &instance.jobs[job];
    let overlap = terms.overlap;
    let fixed = job.modes.iter().flat_map(|m| &m.activities).filter_map(|a| a.fixed);
    let first_fixed = fixed.min().unwrap_or(Tick::MAX);
    let whole = (instance.earliest.min(first_fixed), instance.latest);
    let near = (
        (job.due - longest(job).min(shortest(job) + FIRST_LOOK.0))
            .max(instance.earliest)
            .min(first_fixed),
        (job.due + FIRST_LOOK.1).min(instance.latest),
    );
    let best = |span: (Tick, Tick), space: &mut Workspace| {
        let allowed = job.modes.iter().enumerate().filter(|(_, way)| terms.allow(job, way));
        let found = allowed.filter_map(|(mode, way)| {
            space.mode(instance, (job, mode, way), (timetable, overlap), span)
        });
        found.min_by_key(|(cost, _)| *cost).map(|(_, placement)| placement)
    };
    let found = best(near, space);
    // What is not found near by, or only late, may be found further off.
    match found {
        Some(placement) if overlap.is_some() => Some(placement),
        Some(placement) if placement.late == 0 || near == whole => Some(placement),
        _ if near != whole => best(whole, space).or(found),
        _ => found,
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

impl Workspace {
    /// The cheapest place of one mode whose activities all begin within a span.
    fn mode(
        &mut self,
        instance: &Instance,
        (job, mode, way): (&Job, usize, &Mode),
        (timetable, overlap): (&Timetable, Option<Overlap>),
        (low, high): (Tick, Tick),
    ) -> Option<(i64, Placement)> {
        let ticks = usize::try_from(high - low + 1).ok()?;
        let count = way.activities.len();
        if self.cost.len() < count {
            self.cost.resize_with(count, Vec::new);
            self.next.resize_with(count, Vec::new);
        }
        self.looked_at += (ticks * count) as u64;
        for place in (0..count).rev() {
            let activity = &way.activities[place];
            self.find_open(instance, (job, activity), (timetable, overlap), (low, ticks));
            let mut cost = std::mem::take(&mut self.cost[place]);
            let mut next = std::mem::take(&mut self.next[place]);
            cost.clear();
            cost.resize(ticks, NEVER);
            next.clear();
            next.resize(ticks, low);
            if place + 1 == count {
                let due = job.due + overlap.map_or(0, |o| o.shift);
                self.last((job, due), activity, (low, instance.latest), &mut cost);
            } else {
                self.before(activity, place, low, (&mut cost, &mut next));
            }
            if overlap.is_some() && activity.fixed.is_none() {
                for (cost, price) in cost.iter_mut().zip(&self.price) {
                    *cost += price;
                }
            }
            self.cost[place] = cost;
            self.next[place] = next;
        }
        // Of what costs the same the latest beginning.
        let first = &self.cost[0];
        let best = (0..ticks).rev().min_by_key(|i| first[*i])?;
        let cost = first[best];
        (cost < NEVER).then(|| {
            (cost + way.cost, Placement::at(job, mode, self.follow(way, low + to_tick(best), low)))
        })
    }

    /// Which beginnings of an activity find everything that it needs.
    fn find_open(
        &mut self,
        instance: &Instance,
        (job, activity): (&Job, &Activity),
        (timetable, overlap): (&Timetable, Option<Overlap>),
        (low, ticks): (Tick, usize),
    ) {
        self.open.clear();
        if let Some(fixed) = activity.fixed {
            // What has begun needs nobody's leave.
            self.open.resize(ticks, false);
            if let Some(open) = usize::try_from(fixed - low).ok().and_then(|i| self.open.get_mut(i))
            {
                *open = true;
            }
            return;
        }
        self.open.resize(ticks, true);
        let early = usize::try_from(job.earliest(instance) - low).unwrap_or(0).min(ticks);
        self.open[..early].fill(false);
        self.price.clear();
        self.price.resize(ticks, 0);
        for demand in &activity.demands {
            timetable.find_blocked(instance, demand, (low, ticks), &mut self.blocked);
            match overlap {
                None => cross_out(&self.blocked, &mut self.open),
                Some(Overlap { cost, .. }) => price(&self.blocked, cost, &mut self.price),
            }
        }
    }

    /// The last activity: until it is served.
    fn last(
        &self,
        (job, due): (&Job, Tick),
        activity: &Activity,
        (low, latest): (Tick, Tick),
        cost: &mut [i64],
    ) {
        let lag = activity.lag;
        for (i, cost) in cost.iter_mut().enumerate().filter(|(i, _)| self.open[*i]) {
            let ready = low + to_tick(i) + activity.length + lag.least;
            if ready > latest {
                continue;
            }
            let early = due - ready;
            *cost = if early < 0 {
                i64::from(-early) * job.late_cost + i64::from(lag.least) * lag.cost
            } else if early + lag.least <= lag.most {
                i64::from(early + lag.least) * lag.cost
            } else {
                NEVER
            };
        }
    }

    /// An activity before another.
    fn before(
        &mut self,
        activity: &Activity,
        place: usize,
        low: Tick,
        (cost, next): (&mut [i64], &mut [Tick]),
    ) {
        let lag = activity.lag;
        let on = &self.cost[place + 1];
        let ticks = on.len();
        self.queue.clear();
        // Beginnings of the next activity from here on are not in the queue yet, from the end.
        let mut entered = ticks;
        for i in (0..ticks).rev() {
            let end = low + to_tick(i) + activity.length;
            let from = usize::try_from(end + lag.least - low).unwrap_or(0);
            let to = end.saturating_add(lag.most);
            while entered > from.min(ticks) {
                entered -= 1;
                if on[entered] >= NEVER {
                    continue;
                }
                let at = low + to_tick(entered);
                let waits = on[entered] + i64::from(at) * lag.cost;
                // An earlier beginning that costs no more stays ahead.
                while self.queue.back().is_some_and(|(_, other)| *other >= waits) {
                    self.queue.pop_back();
                }
                self.queue.push_back((at, waits));
            }
            while self.queue.front().is_some_and(|(at, _)| *at > to) {
                self.queue.pop_front();
            }
            if let (true, Some((at, waits))) = (self.open[i], self.queue.front()) {
                cost[i] = waits - i64::from(end) * lag.cost;
                next[i] = *at;
            }
        }
    }

    fn follow(&self, way: &Mode, first: Tick, low: Tick) -> Vec<Tick> {
        let mut starts = vec![first];
        for place in 0..way.activities.len() - 1 {
            let i = usize::try_from(starts[place] - low).unwrap_or(0);
            starts.push(self.next[place][i]);
        }
        starts
    }
}

/// Crosses out every beginning with a blocked tick in what follows it.
fn cross_out(blocked: &[bool], open: &mut [bool]) {
    let length = blocked.len() - open.len() + 1;
    let mut next = usize::MAX;
    for i in (0..blocked.len()).rev() {
        if blocked[i] {
            next = i;
        }
        if i < open.len() && next < i + length {
            open[i] = false;
        }
    }
}

/// Adds what the blocked ticks after each beginning cost.
fn price(blocked: &[bool], cost: i64, price: &mut [i64]) {
    let length = blocked.len() - price.len() + 1;
    let mut count: i64 = blocked[..length - 1].iter().map(|b| i64::from(*b)).sum();
    for i in 0..price.len() {
        count += i64::from(blocked[i + length - 1]);
        price[i] += count * cost;
        count -= i64::from(blocked[i]);
    }
}

fn to_tick(place: usize) -> Tick {
    Tick::try_from(place).unwrap_or(Tick::MAX)
}
