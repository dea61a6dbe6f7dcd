//! The order in which everything stands, as differences between moments; and the cheapest moments in it.

use super::timing::Network;
use super::{Activity, BROKEN_LAG, Demand, Instance, Placement, Resource, Tick};

/// What begins so many ticks before all of them or after all of them is out of their way: should they meet after
/// all, the schedule is not taken.
const NEAR: Tick = 120;
/// So many orders are turned round to get rid of contradictions, one after the other.
const MOST_TURNS: usize = 3;
/// Putting a use in order costs as much as so many differences.
const SORTING: u64 = 12;

/// A kitchen and where its dishes stand.
type Stands<'a> = (&'a Instance, &'a [Option<Placement>]);

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
    /// Of its activity; none where that stays.
    node: Option<usize>,
}

/// Two uses that follow each other, by the difference that keeps them apart.
#[derive(Debug, Clone, Copy)]
pub(super) struct Follows {
    arc: usize,
    first: Use,
    second: Use,
}

/// The order of all uses of everything.
#[derive(Debug)]
pub(super) struct Order {
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
}

impl Order {
    /// Room for a kitchen.
    pub(super) fn of(instance: &Instance) -> Self {
        Self {
            network: Network::default(),
            nodes: Vec::new(),
            stride: instance.longest_mode() + 1,
            uses: vec![Vec::new(); instance.resources.len()],
            follows: Vec::new(),
            turned: Vec::new(),
            units: Vec::new(),
        }
    }

    /// Differences looked at: what it cost so far.
    pub(super) fn looked_at(&self) -> u64 {
        self.network.looked_at
    }

    /// Finds the cheapest moments of some dishes in the order in which everything stands, with two uses the other
    /// way round where that is asked; whether there are any.
    pub(super) fn time(
        &mut self,
        stands: Stands<'_>,
        timed: &[usize],
        turned: Option<Follows>,
    ) -> bool {
        self.turned.clear();
        self.turned.extend(turned);
        for _ in 0..MOST_TURNS {
            self.lay_out(stands, timed);
            if self.network.solve() {
                return true;
            }
            // Of orders that contradict each other the one that was nearest to being the other way round.
            let circle = &self.network.circle;
            let among = self.follows.iter().filter(|f| circle.contains(&f.arc));
            let Some(nearest) = among.min_by_key(|f| f.second.key - f.first.key) else { break };
            self.turned.push(*nearest);
        }
        false
    }

    /// Beginnings of a dish's activities as they were found; what was not timed stays where it stood.
    pub(super) fn moments(&self, job: usize, stood: &[Tick]) -> Vec<Tick> {
        let nodes = &self.nodes[job * self.stride..];
        let at = |node: Option<usize>| Tick::try_from(self.network.at[node?]).ok();
        nodes.iter().zip(stood).map(|(node, stood)| at(*node).unwrap_or(*stood)).collect()
    }

    /// What follows each other and costs, the dearest first: what each tick of it costs, and what follows what.
    pub(super) fn dear(&self) -> Vec<(i64, Follows)> {
        let costly = self.network.flows.iter().filter(|(_, flow)| *flow > 0);
        let mut dear: Vec<(i64, Follows)> = costly
            .filter_map(|(arc, flow)| {
                let follows = self.follows.iter().find(|f| f.arc == *arc)?;
                Some((*flow, *follows))
            })
            .collect();
        dear.sort_by_key(|(flow, _)| std::cmp::Reverse(*flow));
        dear
    }

    /// Nodes and differences of what is timed.
    fn lay_out(&mut self, (instance, now): Stands<'_>, timed: &[usize]) {
        self.nodes.clear();
        self.nodes.resize(instance.jobs.len() * self.stride, None);
        self.network.clear();
        for job in timed {
            if let Some(placement) = &now[*job] {
                self.chain(instance, *job, placement.mode);
            }
        }
        self.gather((instance, now), timed);
        self.follows.clear();
        for resource in 0..self.uses.len() {
            self.follow(resource, &instance.resources[resource]);
        }
    }

    /// One dish: its activities one after the other until it is served.
    fn chain(&mut self, instance: &Instance, job: usize, mode: usize) {
        let first = job * self.stride;
        let asked = &instance.jobs[job];
        let earliest = asked.earliest(instance);
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
                network.keep(0, node, i64::from(activity.earliest(earliest)));
                self.nodes[first + place] = Some(node);
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
        network.wish(served, 0, -i64::from(instance.latest), BROKEN_LAG);
        network.cost[served] += asked.late_cost;
        link(network, (served, 0), before);
    }

    /// Every use of every resource in order, as far as it is near what is timed.
    fn gather(&mut self, (instance, now): Stands<'_>, timed: &[usize]) {
        self.uses.iter_mut().for_each(Vec::clear);
        let placed = || timed.iter().filter_map(|job| now[*job].as_ref());
        let first = placed().filter_map(|p| p.starts.first()).min();
        let last = placed().filter_map(|p| p.starts.last()).max();
        let (Some(first), Some(last)) = (first, last) else { return };
        let (first, last) = (first - NEAR, last + NEAR);
        for (job, placement) in now.iter().enumerate() {
            let Some(placement) = placement else { continue };
            let is_far = |p: &Placement| {
                p.starts.first().is_some_and(|start| *start > last)
                    || p.starts.last().is_some_and(|start| *start < first)
            };
            if is_far(placement) {
                continue;
            }
            let mode = &instance.jobs[job].modes[placement.mode];
            for (activity, (what, start)) in
                mode.activities.iter().zip(&placement.starts).enumerate()
            {
                for (demand, needs) in what.demands.iter().enumerate() {
                    let (from, to) = (start + needs.from, start + needs.to);
                    let key = i64::from(from) + i64::from(to);
                    let node = self.nodes[job * self.stride + activity];
                    let needs = *needs;
                    let one = Use { job, activity, demand, key, from, to, needs, node };
                    self.uses[needs.resource].push(one);
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
    fn follow(&mut self, resource: usize, Resource { capacity, changes }: &Resource) {
        let capacity = *capacity;
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
                        self.apart(first, one, changes[other][setting]);
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
