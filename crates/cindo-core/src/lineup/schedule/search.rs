//! Many dishes: some are taken out and put back where it is cheapest, overlapping what it must at a price; the
//! order that results is timed exactly; and orders that cost are turned round one by one.
//!
//! Large neighbourhood search (Shaw 1998; from memory) over orders, with the duals of the timing to say which
//! of them cost, begun from several schedules of which the better ones go on; half of those are what dishes take
//! that pay for everything what it is worth (`price`). It is bounded by work, not by time, and its randomness has a
//! fixed seed, so that the same kitchen always gets the same answer.

use rand::rngs::StdRng;
use rand::seq::SliceRandom;
use rand::{RngExt, SeedableRng};

use super::insert::{NEVER, Overlap, Terms, Workspace, cheapest};
use super::order::{Follows, Order};
use super::price::Prices;
use super::timetable::Timetable;
use super::{Instance, NO_PLACE, Placement, Schedule, Tick};

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
    pub(in crate::lineup) const SHOWN: Self = Self { looks: 22_000_000, begun: 16 };
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
const LARGEST_SHIFT: Tick = 20;
/// How often what is taken out goes back only where it fits, which is quick.
const FITS_ONLY: f64 = 0.7;
/// How often all that could share a setting are tried with it.
const ONE_SETTING: f64 = 0.15;
/// Prices of everything follow what is wanted so many times; from some time on every third time a schedule is made
/// by them.
const PRICED: usize = 100;
const FIRST_PRICED: usize = 30;
const EACH_PRICED: usize = 3;
/// Where that has not raised what all is sure to cost for so many times, prices move by less from then on: this share.
const STUCK: usize = 5;
const SLOWER: f64 = 0.7;
/// Prices of a tick of overlap, as cost.
const OVERLAP_COSTS: [i64; 5] = [3, 10, 30, 100, 1000];
/// And one after the other, where every dish is put in anew each time.
const EVER_DEARER: [i64; 5] = [6, 20, 60, 200, 600];

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

struct Search<'i> {
    instance: &'i Instance,
    timetable: Timetable,
    space: Workspace,
    order: Order,
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

/// A schedule and its cost.
type Found = (i64, Vec<Option<Placement>>);

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
            order: Order::of(instance),
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
        self.space.looked_at + self.order.looked_at()
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

    /// Nothing has a place.
    fn clear(&mut self) {
        for job in 0..self.instance.jobs.len() {
            self.set(job, None);
        }
    }

    /// Puts a dish where it is cheapest, if that costs less than `most`.
    fn put(&mut self, job: usize, terms: Terms<'_>, most: i64) {
        let found = cheapest(self.instance, job, (&self.timetable, terms), most, &mut self.space);
        self.set(job, found);
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
        let mut bests: Vec<Found> = Vec::with_capacity(effort.begun);
        self.begin(true);
        bests.push(self.take_best());
        // Of more dishes most have nothing to do with each other.
        if effort.begun > 1 && self.instance.jobs.len() <= TIMED_TOGETHER {
            let mut priced = self.priced(bests[0].0, begun + effort.looks * 4 / 5);
            priced.sort_by_key(|(cost, _)| *cost);
            priced.dedup_by_key(|(cost, _)| *cost);
            priced.truncate(effort.begun / 2);
            bests.append(&mut priced);
        }
        // Of many dishes fewer are begun, so that most of the work is left.
        while bests.len() < effort.begun && self.looked_at() - begun < effort.looks / 4 {
            self.begin(false);
            bests.push(self.take_best());
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

    /// Schedules from what dishes take that pay for what they use, until so much was looked at.
    fn priced(&mut self, mut known_cost: i64, most_looked_at: u64) -> Vec<Found> {
        let mut jobs: Vec<usize> = (0..self.instance.jobs.len()).collect();
        self.clear();
        let free = self.timetable.clone();
        let mut prices = Prices::of(self.instance);
        let mut wanted: Vec<Option<Placement>> = vec![None; jobs.len()];
        let (mut pace, mut stuck) = (1.0, 0);
        let mut made = Vec::new();
        for round in 0..PRICED {
            if self.looked_at() > most_looked_at {
                break;
            }
            let terms = Terms { prices: Some(&prices), ..Terms::default() };
            for (job, wanted) in wanted.iter_mut().enumerate() {
                *wanted = cheapest(self.instance, job, (&free, terms), NEVER, &mut self.space);
            }
            if round >= FIRST_PRICED && round % EACH_PRICED == 0 {
                let middle =
                    |job: &usize| wanted[*job].as_ref().map(|p| p.starts[p.starts.len() / 2]);
                let turn = round / EACH_PRICED;
                match turn % 3 {
                    0 => jobs.sort_by_key(middle),
                    1 => jobs.sort_by_key(|job| std::cmp::Reverse(middle(job))),
                    _ => jobs.shuffle(&mut self.random),
                }
                let overlap = OVERLAP_COSTS[turn / 3 % OVERLAP_COSTS.len()];
                let passes: &[i64] = match turn / 3 % 3 {
                    0 => &[overlap],
                    1 => &EVER_DEARER,
                    _ => &[],
                };
                made.extend(self.make(&jobs, terms, passes));
                known_cost = made.iter().map(|(cost, _)| *cost).fold(known_cost, i64::min);
            }
            stuck = if prices.follow(self.instance, &wanted, (known_cost % NO_PLACE, pace)) {
                0
            } else {
                stuck + 1
            };
            self.space.looked_at += prices.size() / 4;
            if stuck == STUCK {
                (pace, stuck) = (pace * SLOWER, 0);
            }
        }
        made
    }

    /// A schedule of all dishes, put in one after the other and timed: only where they fit, or so many times over
    /// where they overlap others at a price, so that each gives way to those that come after it. None where their
    /// order cannot be kept then.
    fn make(&mut self, order: &[usize], terms: Terms<'_>, passes: &[i64]) -> Option<Found> {
        self.clear();
        self.best_cost = i64::MAX;
        for cost in passes {
            let overlap = Some(Overlap { cost: *cost, shift: 0 });
            for job in order {
                self.set(*job, None);
                self.put(*job, Terms { overlap, ..terms }, NEVER);
            }
        }
        if passes.is_empty() {
            for job in order {
                self.put(*job, terms, NEVER);
            }
            self.keep_if_best();
        }
        if self.time(order, None) {
            self.descend(order);
            if self.is_feasible(order) {
                self.keep_if_best();
            }
        }
        (self.best_cost < i64::MAX).then(|| self.take_best())
    }

    fn take_best(&mut self) -> Found {
        (self.best_cost, std::mem::take(&mut self.best))
    }

    /// Whether some dishes find what they take where they stand.
    fn is_feasible(&self, jobs: &[usize]) -> bool {
        let fits =
            |job: &usize| self.timetable.is_feasible(self.instance, *job, self.now[*job].as_ref());
        jobs.iter().all(fits)
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
            self.clear();
            for job in order {
                self.put(job, Terms::default(), NEVER);
            }
            self.keep_if_best();
        }
    }

    /// Dishes where they stood.
    fn put_back(&mut self, jobs: &[usize], stood: &[Option<Placement>]) {
        for (job, placement) in jobs.iter().zip(stood) {
            if self.now[*job] != *placement {
                self.set(*job, placement.clone());
            }
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
                    self.put(*job, Terms { setting, ..Terms::default() }, most);
                    // One that has no place at all may have had none before.
                    is_hopeless = self.now[*job].is_none() && most <= NO_PLACE;
                    if is_hopeless {
                        break;
                    }
                    continue;
                }
                let shift = if self.random.random_bool(0.5) {
                    0
                } else {
                    self.random.random_range(-LARGEST_SHIFT..=LARGEST_SHIFT)
                };
                let overlap = Some(Overlap { cost, shift });
                self.put(*job, Terms { overlap, setting, ..Terms::default() }, NEVER);
            }
            if !fits_only && self.time(&timed, None) {
                let hopeless = self.best_cost as f64 * (1.0 + HOPELESS);
                if (self.whole_cost() as f64) < hopeless {
                    self.descend(&timed);
                }
            }
            let cost = self.whole_cost();
            // Nothing else has moved.
            let is_feasible = !is_hopeless && (fits_only || self.is_feasible(&timed));
            if is_feasible {
                self.keep_if_best();
            }
            if !is_feasible || cost > limit {
                self.put_back(&timed, &before);
            }
        }
    }

    /// Turns round orders that cost, as long as that helps.
    fn descend(&mut self, timed: &[usize]) {
        for _ in 0..3 {
            let dear = self.order.dear();
            let before: Vec<Option<Placement>> =
                timed.iter().map(|job| self.now[*job].clone()).collect();
            let cost = self.whole_cost();
            let mut better = false;
            for (_, follows) in dear.into_iter().take(4) {
                if self.time(timed, Some(follows)) && self.whole_cost() < cost {
                    better = true;
                    break;
                }
                self.put_back(timed, &before);
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
        if !self.order.time((self.instance, &self.now), timed, turned) {
            return false;
        }
        for job in timed {
            let Some(placement) = &self.now[*job] else { continue };
            let starts = self.order.moments(*job, &placement.starts);
            let placement = Placement::at(&self.instance.jobs[*job], placement.mode, starts);
            self.set(*job, Some(placement));
        }
        true
    }
}
