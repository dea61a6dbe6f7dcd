//! Many dishes: some are taken out and put back where it is cheapest, overlapping what it must at a price; the
//! order that results is timed exactly; and orders that cost are turned round one by one.
//!
//! Large neighbourhood search (Shaw 1998; from memory) over orders, with the duals of the timing to say which
//! of them cost, begun from several schedules of which the better ones go on. It is bounded by work, not by time, and its randomness has a fixed seed, so that the same
//! kitchen always gets the same answer.

use rand::rngs::StdRng;
use rand::seq::SliceRandom;
use rand::{RngExt, SeedableRng};

use super::insert::{NEVER, Overlap, Terms, Workspace, cheapest};
use super::timetable::Timetable;
use super::timing::Network;
use super::{Activity, BROKEN_LAG, Demand, Instance, NO_PLACE, Placement, Schedule, Tick};

/// How much work a search may be.
#[derive(Debug, Clone, Copy)]
pub(in crate::lineup) struct Effort {
    /// Beginnings of activities and differences that may be looked at.
    pub(in crate::lineup) looks: u64,
    /// So many schedules are begun at most, where there is none to go on from; at least one.
    pub(in crate::lineup) begun: usize,
}

impl Effort {
    /// For a line-up that is shown.
    pub(in crate::lineup) const SHOWN: Self = Self { looks: 19_000_000, begun: 16 };
    /// For what is only compared with it.
    pub(in crate::lineup) const QUICK: Self = Self { looks: 800_000, begun: 1 };
}

/// Same kitchen, same answer.
const SEED: u64 = 0x0c0d_f15b;
/// A schedule is begun in so many orders.
const FIRST_ORDERS: usize = 5;
/// Most dishes that are taken out at once.
const MOST_OUT: usize = 4;
/// Up to so many dishes all are timed together; of more those near the ones that were taken out.
const TIMED_TOGETHER: usize = 14;
/// What begins so many ticks before all of them or after all of them is out of their way: should they meet after
/// all, the schedule is not taken.
const NEAR: Tick = 120;
/// A worse schedule is gone on from up to one part in so many over the best at first; none at the end.
const FIRST_WORSE: i64 = 10;
/// In so many steps from the first to the end.
const STEPS: i64 = 1000;
/// Orders of a schedule that costs so much more than the best are not worth turning round.
const HOPELESS: f64 = 0.3;
/// How often dishes near each other are taken out.
const CLOSE: f64 = 0.5;
/// Nearer than so many ticks is as near.
const NEXT_TO: Tick = 20;
/// A dish is tried as if it were due up to so many ticks earlier or later.
const LARGEST_SHIFT: Tick = 60;
/// So many orders are turned round to get rid of contradictions, one after the other.
const MOST_TURNS: usize = 12;
/// Putting a use in order costs as much as so many differences.
const SORTING: u64 = 12;
/// How often what is taken out goes back only where it fits, which is quick.
const FITS_ONLY: f64 = 0.7;
/// How often all that could share a setting are tried with it.
const ONE_SETTING: f64 = 0.15;
/// Prices of a tick of overlap, as cost.
const OVERLAP_COSTS: [i64; 5] = [3, 10, 30, 100, 1000];

/// The best schedule that is found. `start` is one to go on from: what stood counts as well placed, and moves only
/// where what is new needs it.
pub(in crate::lineup) fn solve(
    instance: &Instance,
    effort: Effort,
    start: Option<&[Option<Placement>]>,
) -> Schedule {
    let mut search = Search::new(instance, start.unwrap_or_default());
    let least_cost = search.alone.iter().sum();
    if let Some(start) = start {
        search.go_on_from(start);
        search.improve(effort.looks, least_cost);
    } else {
        search.choose_best(effort, least_cost);
    }
    let Search { best, best_cost, .. } = search;
    Schedule { placements: best, cost: best_cost, least_cost }
}

/// A demand of a dish as it stands.
#[derive(Debug, Clone, Copy)]
struct Use {
    job: usize,
    activity: usize,
    /// Which of the activity's demands.
    demand: usize,
    /// Order: where its middle stands, in half ticks.
    key: i64,
    from: Tick,
    to: Tick,
    needs: Demand,
    node: Option<usize>,
}

/// Two uses that follow each other, by the difference that keeps them apart.
#[derive(Debug, Clone, Copy)]
struct Follows {
    arc: usize,
    first: Use,
    second: Use,
}

struct Search<'i> {
    instance: &'i Instance,
    timetable: Timetable,
    space: Workspace,
    network: Network,
    /// Node of each activity of what is timed, then of its serving, by job; none of what stays.
    nodes: Vec<Option<usize>>,
    /// Nodes of a dish: the activities of the longest mode, and serving.
    stride: usize,
    uses: Vec<Vec<Use>>,
    follows: Vec<Follows>,
    /// What is ordered the other way round than it stands.
    turned: Vec<Follows>,
    units: Vec<(i64, Option<Use>)>,
    /// Every setting of every resource that has several.
    settings: Vec<(usize, usize)>,
    /// What each dish costs alone in the kitchen, or where it stood.
    alone: Vec<i64>,
    /// What no place of each dish costs less than.
    least: Vec<i64>,
    now: Vec<Option<Placement>>,
    cost: i64,
    best: Vec<Option<Placement>>,
    best_cost: i64,
    random: StdRng,
}

fn cost_of(placement: Option<&Placement>) -> i64 {
    placement.map_or(NO_PLACE, |p| p.cost)
}

impl<'i> Search<'i> {
    fn new(instance: &'i Instance, start: &[Option<Placement>]) -> Self {
        let mut timetable = Timetable::of(instance);
        let mut space = Workspace::default();
        let empty = timetable.clone();
        let alone: Vec<i64> = (0..instance.jobs.len())
            .map(|job| {
                let stood = start.get(job).and_then(Option::as_ref);
                let mut found =
                    || cheapest(instance, job, (&empty, Terms::default()), NEVER, &mut space);
                stood.map_or_else(|| cost_of(found().as_ref()), |stood| stood.cost)
            })
            .collect();
        let least = if start.is_empty() { alone.clone() } else { vec![0; alone.len()] };
        // What has begun has what it needs.
        for activity in
            instance.jobs.iter().filter_map(|j| j.modes.first()).flat_map(|m| &m.activities)
        {
            if let Some(fixed) = activity.fixed {
                timetable.take(&activity.demands, fixed);
            }
        }
        let several = instance.resources.iter().enumerate().filter(|(_, r)| r.changes.len() > 1);
        let settings =
            several.flat_map(|(r, resource)| (0..resource.changes.len()).map(move |s| (r, s)));
        let settings = settings.collect();
        Self {
            instance,
            timetable,
            space,
            network: Network::default(),
            nodes: Vec::new(),
            stride: instance.longest_mode() + 1,
            uses: vec![Vec::new(); instance.resources.len()],
            follows: Vec::new(),
            turned: Vec::new(),
            units: Vec::new(),
            settings,
            alone,
            least,
            now: vec![None; instance.jobs.len()],
            cost: 0,
            best: Vec::new(),
            best_cost: i64::MAX,
            random: StdRng::seed_from_u64(SEED),
        }
    }

    fn looked_at(&self) -> u64 {
        self.space.looked_at + self.network.looked_at
    }

    fn set(&mut self, job: usize, placement: Option<Placement>) {
        if let Some(was) = &self.now[job] {
            self.timetable.remove(self.instance, job, was);
            self.cost -= was.cost;
        }
        if let Some(placement) = &placement {
            self.timetable.place(self.instance, job, placement);
            self.cost += placement.cost;
        }
        self.now[job] = placement;
    }

    /// Puts a dish where it is cheapest, if that costs less than `most`; whether it was put.
    fn put(&mut self, job: usize, terms: Terms, most: i64) -> bool {
        let found = cheapest(self.instance, job, (&self.timetable, terms), most, &mut self.space);
        let is_put = found.is_some();
        self.set(job, found);
        is_put
    }

    /// What everything costs, what has no place with it.
    fn whole_cost(&self) -> i64 {
        self.cost + self.now.iter().filter(|p| p.is_none()).map(|_| NO_PLACE).sum::<i64>()
    }

    fn keep_if_best(&mut self) {
        let cost = self.whole_cost();
        let broken = |p: &Option<Placement>| p.as_ref().is_some_and(|p| p.is_broken);
        if cost < self.best_cost && !self.now.iter().any(broken) {
            self.best_cost = cost;
            self.best.clone_from(&self.now);
        }
    }

    /// A first schedule: the one that is given with what it lacks.
    fn go_on_from(&mut self, start: &[Option<Placement>]) {
        let count = self.instance.jobs.len();
        for (job, placement) in start.iter().enumerate().take(count) {
            self.set(job, placement.clone());
            // What does not find its place any more looks for another.
            if !self.timetable.is_feasible(self.instance, job, self.now[job].as_ref()) {
                self.set(job, None);
            }
        }
        for job in 0..count {
            if self.now[job].is_none() {
                self.put(job, Terms::default(), NEVER);
            }
        }
        self.keep_if_best();
    }

    /// Several schedules are begun and made better; of those the better half, and so on until one is left, each
    /// time with as much work between them. Where a schedule ends depends on where it began, and a search that is
    /// stuck seldom gets away.
    fn choose_best(&mut self, effort: Effort, least_cost: i64) {
        let begun = self.looked_at();
        let mut bests: Vec<(i64, Vec<Option<Placement>>)> = Vec::with_capacity(effort.begun);
        for place in 0..effort.begun {
            self.begin(place == 0);
            bests.push((self.best_cost, std::mem::take(&mut self.best)));
            // Of many dishes fewer are begun, so that most of the work is left.
            if self.looked_at() - begun > effort.looks / 4 {
                break;
            }
        }
        let left = effort.looks.saturating_sub(self.looked_at() - begun);
        // The last one is looked at as long as two rounds take.
        let rounds = u64::from(bests.len().ilog2()) + 2;
        loop {
            let count = bests.len();
            let share = if count == 1 { 2 } else { 1 };
            for (cost, best) in &mut bests {
                (self.best_cost, self.best) = (*cost, std::mem::take(best));
                self.back_to_best();
                self.improve(share * left / rounds / count as u64, least_cost);
                (*cost, *best) = (self.best_cost, std::mem::take(&mut self.best));
            }
            bests.sort_by_key(|(cost, _)| *cost);
            if count == 1 {
                break;
            }
            bests.truncate(count / 2);
        }
        if let Some((cost, best)) = bests.into_iter().next() {
            (self.best_cost, self.best) = (cost, best);
        }
    }

    /// A new schedule, the best of some orders: by when dishes are due and by what it costs that they are late, or
    /// by chance.
    fn begin(&mut self, is_first: bool) {
        let count = self.instance.jobs.len();
        let jobs = &self.instance.jobs;
        let mut orders: Vec<Vec<usize>> = vec![(0..count).collect(); FIRST_ORDERS];
        if is_first {
            orders[0].sort_by_key(|j| std::cmp::Reverse(jobs[*j].due));
            orders[1].sort_by_key(|j| jobs[*j].due);
            orders[2].sort_by_key(|j| std::cmp::Reverse(jobs[*j].late_cost));
        } else {
            for order in &mut orders {
                order.shuffle(&mut self.random);
            }
        }
        self.best_cost = i64::MAX;
        for order in orders {
            for job in 0..count {
                self.set(job, None);
            }
            for job in order {
                self.put(job, Terms::default(), NEVER);
            }
            self.keep_if_best();
        }
    }

    fn back_to_best(&mut self) {
        let best = self.best.clone();
        best.into_iter().enumerate().for_each(|(job, placement)| self.set(job, placement));
    }

    fn improve(&mut self, looks: u64, least_cost: i64) {
        let begun = self.looked_at();
        let mut out: Vec<usize> = Vec::with_capacity(MOST_OUT);
        let mut timed: Vec<usize> = Vec::new();
        let mut before: Vec<Option<Placement>> = Vec::new();
        while self.best_cost > least_cost && self.looked_at() - begun < looks {
            let done = STEPS.unsigned_abs() * (self.looked_at() - begun) / looks;
            let left = STEPS - i64::try_from(done).unwrap_or(STEPS);
            let cost_before = self.whole_cost();
            self.choose(&mut out, &mut timed);
            before.clear();
            before.extend(timed.iter().map(|job| self.now[*job].clone()));
            let setting = self.one_setting(&mut out, &timed);
            let cost = OVERLAP_COSTS[self.random.random_range(0..OVERLAP_COSTS.len())];
            for job in &out {
                self.set(*job, None);
            }
            out.shuffle(&mut self.random);
            let fits_only = self.random.random_bool(FITS_ONLY);
            // What costs more is given up before it is whole.
            let worse = self.best_cost.saturating_mul(left * left) / (FIRST_WORSE * STEPS * STEPS);
            let limit = cost_before.max(self.best_cost.saturating_add(worse));
            let mut rest: i64 = out.iter().map(|job| self.least[*job]).sum();
            let mut is_hopeless = false;
            for job in &out {
                if fits_only {
                    rest -= self.least[*job];
                    let most = limit.saturating_add(1) - self.cost - rest;
                    if !self.put(*job, Terms { overlap: None, setting }, most) {
                        is_hopeless = true;
                        break;
                    }
                    continue;
                }
                let shift = if self.random.random_bool(0.5) {
                    0
                } else {
                    self.random.random_range(-LARGEST_SHIFT..=LARGEST_SHIFT)
                };
                self.put(*job, Terms { overlap: Some(Overlap { cost, shift }), setting }, NEVER);
            }
            if !fits_only && self.time(&timed, None) {
                let hopeless = self.best_cost as f64 * (1.0 + HOPELESS);
                if (self.whole_cost() as f64) < hopeless {
                    self.descend(&timed);
                }
            }
            let cost = self.whole_cost();
            // Nothing else has moved.
            let fits = |job: &usize| {
                self.timetable.is_feasible(self.instance, *job, self.now[*job].as_ref())
            };
            let is_feasible = !is_hopeless && (fits_only || timed.iter().all(fits));
            if is_feasible {
                self.keep_if_best();
            }
            if !is_feasible || cost > limit {
                for (job, placement) in timed.iter().zip(&mut before) {
                    if self.now[*job] != *placement {
                        self.set(*job, placement.take());
                    }
                }
            }
        }
    }

    /// Turns round orders that cost, as long as that helps.
    fn descend(&mut self, timed: &[usize]) {
        for _ in 0..3 {
            let mut dear: Vec<(i64, Follows)> = self
                .network
                .flows
                .iter()
                .filter(|(_, flow)| *flow > 0)
                .filter_map(|(arc, flow)| {
                    let follows = self.follows.iter().find(|f| f.arc == *arc)?;
                    Some((*flow, *follows))
                })
                .collect();
            dear.sort_by_key(|(flow, _)| std::cmp::Reverse(*flow));
            dear.truncate(4);
            let before: Vec<Option<Placement>> =
                timed.iter().map(|job| self.now[*job].clone()).collect();
            let cost = self.whole_cost();
            let mut better = false;
            for (_, follows) in dear {
                if self.time(timed, Some(follows)) && self.whole_cost() < cost {
                    better = true;
                    break;
                }
                for (job, placement) in timed.iter().zip(&before) {
                    if self.now[*job] != *placement {
                        self.set(*job, placement.clone());
                    }
                }
            }
            if !better {
                return;
            }
        }
    }

    /// Which dishes are taken out: one that could be better and others near it in time; and which are timed.
    fn choose(&mut self, out: &mut Vec<usize>, timed: &mut Vec<usize>) {
        let count = self.instance.jobs.len();
        out.clear();
        timed.clear();
        let regret = |search: &Self, job: usize| {
            (cost_of(search.now[job].as_ref()) - search.alone[job]).max(0)
        };
        let total: i64 = (0..count).map(|job| regret(self, job)).sum();
        let first = if total > 0 && self.random.random_bool(0.7) {
            let mut at = self.random.random_range(0..total);
            (0..count).find(|job| {
                at -= regret(self, *job);
                at < 0
            })
        } else {
            None
        };
        let first = first.unwrap_or_else(|| self.random.random_range(0..count));
        let more = self.random.random_range(0..MOST_OUT).min(count - 1);
        let mut others: Vec<usize> = (0..count).filter(|job| *job != first).collect();
        others.shuffle(&mut self.random);
        let due = self.instance.jobs[first].due;
        if count > TIMED_TOGETHER {
            others.sort_by_key(|job| (self.instance.jobs[*job].due - due).abs());
            others.truncate(TIMED_TOGETHER - 1);
            others.shuffle(&mut self.random);
        }
        if self.random.random_bool(CLOSE) {
            self.near_first(first, &mut others);
        }
        out.push(first);
        out.extend(others.iter().take(more));
        timed.push(first);
        timed.extend(&others);
    }

    /// Those first that are cooked near another dish in time, by and large: they stand in each other's way.
    fn near_first(&mut self, first: usize, others: &mut [usize]) {
        let middle =
            |job: usize| self.now[job].as_ref().map_or(0, |p| p.starts[p.starts.len() / 2]);
        let here = middle(first);
        let keys = others.iter().map(|job| {
            let far = f64::from((middle(*job) - here).abs() + NEXT_TO);
            (far * self.random.random::<f64>(), *job)
        });
        let mut keys: Vec<(f64, usize)> = keys.collect();
        keys.sort_by(|a, b| a.0.total_cmp(&b.0));
        for (place, (_, job)) in others.iter_mut().zip(keys) {
            *place = job;
        }
    }

    /// Now and then all that could use one setting of a resource are tried with it together: none of them
    /// would change to it alone.
    fn one_setting(&mut self, out: &mut Vec<usize>, timed: &[usize]) -> Option<(usize, usize)> {
        if self.settings.is_empty() || !self.random.random_bool(ONE_SETTING) {
            return None;
        }
        let (resource, setting) = self.settings[self.random.random_range(0..self.settings.len())];
        let could = |job: &&usize| {
            let modes = self.instance.jobs[**job].modes.iter().flat_map(|m| &m.activities);
            let mut demands = modes.flat_map(|a| &a.demands);
            demands.any(|d| d.resource == resource && d.setting == Some(setting))
        };
        out.clear();
        out.extend(timed.iter().filter(could));
        Some((resource, setting))
    }

    /// The cheapest moments of some dishes in the order in which everything stands, with two uses the other
    /// way round where that is asked; whether there are any.
    fn time(&mut self, timed: &[usize], turned: Option<Follows>) -> bool {
        self.turned.clear();
        self.turned.extend(turned);
        let mut solved = false;
        for _ in 0..MOST_TURNS {
            self.lay_out(timed);
            if self.network.solve() {
                solved = true;
                break;
            }
            // Of orders that contradict each other the one that was nearest to being the other way round.
            let circle = &self.network.circle;
            let among = self.follows.iter().filter(|f| circle.contains(&f.arc));
            let Some(nearest) = among.min_by_key(|f| f.second.key - f.first.key) else { break };
            self.turned.push(*nearest);
        }
        if !solved {
            return false;
        }
        for job in timed {
            let Some(placement) = &self.now[*job] else { continue };
            let mode = &self.instance.jobs[*job].modes[placement.mode];
            let offset = self.offset(*job);
            let at = |node: Option<usize>| node.map(|node| self.network.at[node]);
            let starts: Vec<Tick> = (0..mode.activities.len())
                .map(|a| {
                    let at = at(self.nodes[offset + a]).and_then(|at| Tick::try_from(at).ok());
                    at.unwrap_or(placement.starts[a])
                })
                .collect();
            let placement = Placement::at(&self.instance.jobs[*job], placement.mode, starts);
            self.set(*job, Some(placement));
        }
        true
    }

    fn offset(&self, job: usize) -> usize {
        job * self.stride
    }

    /// Nodes and differences of what is timed.
    fn lay_out(&mut self, timed: &[usize]) {
        self.nodes.clear();
        self.nodes.resize(self.instance.jobs.len() * self.stride, None);
        self.network.clear();
        for job in timed {
            let Some(placement) = &self.now[*job] else { continue };
            let mode = placement.mode;
            self.chain(*job, mode);
        }
        self.gather(timed);
        self.follows.clear();
        for resource in 0..self.uses.len() {
            self.order(resource);
        }
    }

    /// One dish: its activities one after the other until it is served.
    fn chain(&mut self, job: usize, mode: usize) {
        let latest = self.instance.latest;
        let offset = self.offset(job);
        let asked = &self.instance.jobs[job];
        let earliest = asked.earliest(self.instance);
        let activities = &asked.modes[mode].activities;
        let network = &mut self.network;
        let mut before: Option<(usize, i64, &Activity)> = None;
        let link = |network: &mut Network,
                    (node, at): (usize, i64),
                    before: Option<(usize, i64, &Activity)>| {
            let Some((from, from_at, activity)) = before else { return };
            let (length, lag) = (i64::from(activity.length), activity.lag);
            // A node of what has begun is the clock's zero, and stands so much after it.
            let shift = from_at - at;
            network.keep(from, node, length + i64::from(lag.least) + shift);
            network.wish(node, from, -(length + i64::from(lag.most)) - shift, BROKEN_LAG);
            network.cost[node] += lag.cost;
            network.cost[from] -= lag.cost;
        };
        for (place, activity) in activities.iter().enumerate() {
            let (node, at) = if let Some(fixed) = activity.fixed {
                (0, i64::from(fixed))
            } else {
                let node = network.node();
                network.keep(0, node, i64::from(earliest));
                self.nodes[offset + place] = Some(node);
                (node, 0)
            };
            let both_fixed = node == 0 && before.is_some_and(|(from, ..)| from == 0);
            if !both_fixed {
                link(network, (node, at), before);
            }
            before = Some((node, at, activity));
        }
        let served = network.node();
        network.keep(0, served, i64::from(asked.due));
        network.wish(served, 0, -i64::from(latest), BROKEN_LAG);
        network.cost[served] += asked.late_cost;
        link(network, (served, 0), before);
    }

    /// Every use of every resource in order, as far as it is near what is timed.
    fn gather(&mut self, timed: &[usize]) {
        self.uses.iter_mut().for_each(Vec::clear);
        let placed = || timed.iter().filter_map(|job| self.now[*job].as_ref());
        let first = placed().filter_map(|p| p.starts.first()).min();
        let last = placed().filter_map(|p| p.starts.last()).max();
        let (Some(first), Some(last)) = (first, last) else { return };
        let (first, last) = (first - NEAR, last + NEAR);
        for (job, placement) in self.now.iter().enumerate() {
            let Some(placement) = placement else { continue };
            let is_far = |p: &Placement| {
                p.starts.first().is_some_and(|start| *start > last)
                    || p.starts.last().is_some_and(|start| *start < first)
            };
            if is_far(placement) {
                continue;
            }
            let mode = &self.instance.jobs[job].modes[placement.mode];
            for (activity, (what, start)) in
                mode.activities.iter().zip(&placement.starts).enumerate()
            {
                for (demand, needs) in what.demands.iter().enumerate() {
                    let (from, to) = (start + needs.from, start + needs.to);
                    let key = i64::from(from) + i64::from(to);
                    let node = self.nodes[job * self.stride + activity];
                    let needs = *needs;
                    self.uses[needs.resource].push(Use {
                        job,
                        activity,
                        demand,
                        key,
                        from,
                        to,
                        needs,
                        node,
                    });
                }
            }
        }
        for Follows { first, second, .. } in &self.turned {
            let is =
                |a: &Use, b: &Use| (a.job, a.activity, a.demand) == (b.job, b.activity, b.demand);
            for uses in &mut self.uses {
                for one in uses.iter_mut() {
                    if is(one, first) {
                        one.key = second.key.max(first.key) + 1;
                    } else if is(one, second) {
                        one.key = first.key.min(second.key) - 1;
                    }
                }
            }
        }
        for uses in &mut self.uses {
            self.network.looked_at += SORTING * uses.len() as u64;
            uses.sort_by_key(|one| (one.key, one.job, one.activity, one.demand));
        }
    }

    /// Differences between uses of one resource: one after the other on each of its units, and those of
    /// different settings so far apart.
    fn order(&mut self, resource: usize) {
        let capacity = self.instance.resources[resource].capacity;
        self.units.clear();
        self.units.resize(usize::try_from(capacity).unwrap_or(1), (i64::MIN / 4, None));
        for place in 0..self.uses[resource].len() {
            let one = self.uses[resource][place];
            let needs = one.needs;
            for _ in 0..needs.amount.min(capacity) {
                // The unit that became free last before it, or else the one that is free first.
                let fits = |end: i64| if end <= i64::from(one.from) { (0, -end) } else { (1, end) };
                let unit = (0..self.units.len())
                    .filter(|u| {
                        self.units[*u].1.is_none_or(|u| {
                            (u.job, u.activity, u.demand) != (one.job, one.activity, one.demand)
                        })
                    })
                    .min_by_key(|u| fits(self.units[*u].0));
                let Some(unit) = unit else { continue };
                if let Some(first) = self.units[unit].1 {
                    self.apart(first, one, 0);
                }
                self.units[unit] = (i64::from(one.to), Some(one));
            }
            if let Some(setting) = needs.setting {
                for before in 0..place {
                    let first = self.uses[resource][before];
                    let other = first.needs.setting.unwrap_or(setting);
                    if other != setting {
                        let change = self.instance.resources[resource].changes[other][setting];
                        self.apart(first, one, change);
                    }
                }
            }
        }
    }

    /// One use after another.
    fn apart(&mut self, first: Use, second: Use, change: Tick) {
        let (from, to) = (first.node, second.node);
        if from == to {
            // Both stay where they are, or both belong to one activity.
            return;
        }
        let (before, after) = (first.needs, second.needs);
        let stands = |node: Option<usize>, at: Tick| if node.is_some() { 0 } else { i64::from(at) };
        let gap = i64::from(before.to - after.from + change)
            + stands(from, first.from - before.from)
            - stands(to, second.from - after.from);
        let arc = self.network.arcs.len();
        self.network.keep(from.unwrap_or(0), to.unwrap_or(0), gap);
        if first.job != second.job {
            self.follows.push(Follows { arc, first, second });
        }
    }
}
