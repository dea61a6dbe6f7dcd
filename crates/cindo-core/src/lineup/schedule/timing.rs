//! The best moments for a given order: minimise Σ b·x subject to differences x(to) − x(from) ≥ w.
//!
//! A network simplex on the differences (Ahuja, Magnanti and Orlin, Network Flows, ch. 11; from memory): a
//! spanning tree of tight differences, each with the flow that the costs send through it; where a flow is
//! negative, the part of the tree behind it moves away until another difference is tight.

/// A difference that has to be kept: `to` begins at least `gap` after `from`.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(super) struct Arc {
    pub(super) from: usize,
    pub(super) to: usize,
    pub(super) gap: i64,
    /// Cost of each tick that it is missed by; none where it cannot be missed.
    pub(super) miss_cost: Option<i64>,
}

/// Moments with costs and differences. Node 0 is the clock's zero.
#[derive(Debug, Default)]
pub(super) struct Network {
    /// Cost of each node's moment.
    pub(super) cost: Vec<i64>,
    pub(super) arcs: Vec<Arc>,
    /// Moment of each node, once solved.
    pub(super) at: Vec<i64>,
    /// Flow through each tree difference: what the objective falls by for each tick that it is shorter, by the
    /// node below it, with its arc.
    pub(super) flows: Vec<(usize, i64)>,
    /// Differences that contradict each other, where they cannot all be kept.
    pub(super) circle: Vec<usize>,
    /// Differences looked at: what it cost so far.
    pub(super) looked_at: u64,
    /// Latest moment of each node, and the difference to what holds it from above.
    later: Vec<(i64, usize)>,
    parent: Vec<usize>,
    tree_arc: Vec<usize>,
    order: Vec<usize>,
    first_child: Vec<usize>,
    next_child: Vec<usize>,
    sum: Vec<i64>,
    within: Vec<bool>,
    /// Cost of each difference that is missed now, 0 of the others.
    missed: Vec<i64>,
}

const NONE: usize = usize::MAX;
/// Pivots a node, at most: far more than are ever needed.
const MOST_PIVOTS: usize = 30;

impl Network {
    /// An empty one with the clock's zero.
    pub(super) fn clear(&mut self) {
        self.cost.clear();
        self.cost.push(0);
        self.arcs.clear();
    }

    /// A new node with no cost yet.
    pub(super) fn node(&mut self) -> usize {
        self.cost.push(0);
        self.cost.len() - 1
    }

    /// One more difference.
    pub(super) fn keep(&mut self, from: usize, to: usize, gap: i64) {
        self.arcs.push(Arc { from, to, gap, miss_cost: None });
    }

    /// One that may be missed, at a cost.
    pub(super) fn wish(&mut self, from: usize, to: usize, gap: i64, miss_cost: i64) {
        self.arcs.push(Arc { from, to, gap, miss_cost: Some(miss_cost) });
    }

    /// Whether all differences can be kept; the cheapest moments are in `at` then, and else in `circle` some
    /// differences that contradict each other. Every node has to be held from below by some chain of
    /// differences from zero, and from above where its cost is negative.
    pub(super) fn solve(&mut self) -> bool {
        self.earliest() && {
            self.late();
            self.pivot();
            true
        }
    }

    /// The latest moments with which nothing ends later than in the earliest ones, and the tree of what holds
    /// them: what nothing follows stays, with what holds it, and everything else is held by what follows it.
    fn late(&mut self) {
        let count = self.cost.len();
        self.later.clear();
        self.later.resize(count, (i64::MAX / 4, NONE));
        self.later[0] = (0, NONE);
        self.within.clear();
        self.within.resize(count, false);
        self.within[0] = true;
        for arc in self.arcs.iter().filter(|a| a.miss_cost.is_none()) {
            self.within[arc.from] = true;
        }
        for end in 1..count {
            if self.within[end] {
                continue;
            }
            let mut node = end;
            while node != 0 && self.later[node].0 > self.at[node] {
                self.later[node] = (self.at[node], NONE);
                node = self.parent[node];
            }
        }
        let mut changed = true;
        while changed {
            changed = false;
            for (id, arc) in
                self.arcs.iter().enumerate().rev().filter(|(_, a)| a.miss_cost.is_none())
            {
                let at = self.later[arc.to].0 - arc.gap;
                if at < self.later[arc.from].0 {
                    self.later[arc.from] = (at, id);
                    changed = true;
                }
            }
            self.looked_at += self.arcs.len() as u64;
        }
        for (node, (at, arc)) in self.later.iter().enumerate() {
            if *arc != NONE {
                self.at[node] = *at;
                self.parent[node] = self.arcs[*arc].to;
                self.tree_arc[node] = *arc;
            }
        }
    }

    /// The earliest moments, and the tree of what holds them.
    fn earliest(&mut self) -> bool {
        let count = self.cost.len();
        self.at.clear();
        self.at.resize(count, i64::MIN / 4);
        self.at[0] = 0;
        self.parent.clear();
        self.parent.resize(count, NONE);
        self.tree_arc.clear();
        self.tree_arc.resize(count, NONE);
        for round in 0.. {
            let mut changed = false;
            for (id, arc) in self.arcs.iter().enumerate().filter(|(_, a)| a.miss_cost.is_none()) {
                let reached = self.at[arc.from] + arc.gap;
                if reached > self.at[arc.to] {
                    self.at[arc.to] = reached;
                    self.parent[arc.to] = arc.from;
                    self.tree_arc[arc.to] = id;
                    changed = true;
                }
            }
            self.looked_at += self.arcs.len() as u64;
            if !changed {
                break;
            }
            if round >= 2 && self.goes_round() {
                return false;
            }
        }
        self.parent[1..].iter().all(|p| *p != NONE)
    }

    /// Whether what holds a node comes back to it: then the differences contradict each other.
    fn goes_round(&mut self) -> bool {
        let count = self.cost.len();
        self.circle.clear();
        // When each node was first met, by the walk that met it.
        self.sum.clear();
        self.sum.resize(count, 0);
        for (begin, walk) in (0..count).zip(1_i64..) {
            let mut node = begin;
            while node != NONE && self.sum[node] == 0 {
                self.sum[node] = walk;
                node = self.parent[node];
            }
            if node != NONE && self.sum[node] == walk {
                let top = node;
                loop {
                    self.circle.push(self.tree_arc[node]);
                    node = self.parent[node];
                    if node == top {
                        return true;
                    }
                }
            }
        }
        false
    }

    /// Nodes from the root down.
    fn sort(&mut self) {
        let count = self.cost.len();
        self.first_child.clear();
        self.first_child.resize(count, NONE);
        self.next_child.clear();
        self.next_child.resize(count, NONE);
        for node in 1..count {
            let parent = self.parent[node];
            self.next_child[node] = self.first_child[parent];
            self.first_child[parent] = node;
        }
        self.order.clear();
        self.order.push(0);
        let mut done = 0;
        while done < self.order.len() {
            let mut child = self.first_child[self.order[done]];
            while child != NONE {
                self.order.push(child);
                child = self.next_child[child];
            }
            done += 1;
        }
    }

    fn pivot(&mut self) {
        let count = self.cost.len();
        self.within.clear();
        self.within.resize(count, false);
        self.missed.clear();
        let missed = |arc: &Arc| self.at[arc.to] - self.at[arc.from] < arc.gap;
        self.missed
            .extend(self.arcs.iter().map(|arc| arc.miss_cost.filter(|_| missed(arc)).unwrap_or(0)));
        for _ in 0..MOST_PIVOTS * count {
            self.sort();
            self.sum.clear();
            self.sum.extend_from_slice(&self.cost);
            for (arc, missed) in self.arcs.iter().zip(&self.missed).filter(|(_, m)| **m > 0) {
                self.sum[arc.to] -= missed;
                self.sum[arc.from] += missed;
            }
            for place in (1..count).rev() {
                let node = self.order[place];
                let sum = self.sum[node];
                self.sum[self.parent[node]] += sum;
            }
            self.flows.clear();
            let mut worst = (0, NONE);
            for node in 1..count {
                let id = self.tree_arc[node];
                let flow = if self.arcs[id].to == node { self.sum[node] } else { -self.sum[node] };
                self.flows.push((id, flow));
                // Too little holds it, or more than missing it would cost.
                let over = self.arcs[id].miss_cost.map_or(0, |most| (flow - most).max(0));
                let wrong = flow.min(-over);
                if wrong < worst.0 {
                    worst = (wrong, node);
                }
            }
            self.looked_at += (self.arcs.len() + 4 * count) as u64;
            let (_, top) = worst;
            if top == NONE || !self.shift(top) {
                return;
            }
        }
    }

    /// Moves everything below a tree difference away from it, until another one is tight; whether one was.
    fn shift(&mut self, top: usize) -> bool {
        let leaving = self.tree_arc[top];
        let held = self.arcs[leaving];
        let flow = if held.to == top { self.sum[top] } else { -self.sum[top] };
        let gives_way = flow > 0;
        let up = (held.to == top) != gives_way;
        if gives_way {
            self.missed[leaving] = held.miss_cost.unwrap_or(0);
        }
        for place in 0..self.order.len() {
            let node = self.order[place];
            self.within[node] = node == top || (node != 0 && self.within[self.parent[node]]);
        }
        let mut least = (i64::MAX, NONE);
        for (id, arc) in self.arcs.iter().enumerate() {
            let (from, to) = (self.within[arc.from], self.within[arc.to]);
            if from == to || id == leaving {
                continue;
            }
            // What gets shorter stops at its gap; what was missed and gets longer does, too.
            let slack = self.at[arc.to] - self.at[arc.from] - arc.gap;
            let shortens = if up { from } else { to };
            let stops = match (shortens, self.missed[id] > 0) {
                (true, false) => slack,
                (false, true) => -slack,
                _ => continue,
            };
            if stops < least.0 {
                least = (stops, id);
            }
        }
        let (slack, entering) = least;
        if entering == NONE {
            return false;
        }
        self.missed[entering] = 0;
        let by = if up { slack } else { -slack };
        for node in 0..self.at.len() {
            if self.within[node] {
                self.at[node] += by;
            }
        }
        // The moved part hangs on the new difference now: turn the way from there to its old top round.
        let arc = self.arcs[entering];
        let (mut node, mut parent) =
            if self.within[arc.from] { (arc.from, arc.to) } else { (arc.to, arc.from) };
        let mut held_by = entering;
        loop {
            let (old_parent, old_arc) = (self.parent[node], self.tree_arc[node]);
            self.parent[node] = parent;
            self.tree_arc[node] = held_by;
            if node == top {
                return true;
            }
            (parent, held_by, node) = (node, old_arc, old_parent);
        }
    }
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    /// Two things of 10 that cannot be done at once, both wanted at 100 and served then: the one whose waiting
    /// costs 3 goes last, the other 10 ticks earlier. By hand: 10 × 2.
    #[test]
    fn the_dearer_one_goes_last() {
        let solved = |first_last: bool| {
            let mut net = Network::default();
            net.clear();
            let (a, b) = (net.node(), net.node());
            for (node, cost) in [(a, -2), (b, -3)] {
                net.cost[node] = cost;
                net.keep(0, node, 0);
                net.keep(node, 0, -90);
            }
            if first_last {
                net.keep(b, a, 10);
            } else {
                net.keep(a, b, 10);
            }
            assert!(net.solve());
            (90 - net.at[a]) * 2 + (90 - net.at[b]) * 3
        };
        assert_eq!((solved(false), solved(true)), (20, 30));
    }

    /// Differences that contradict each other are told from those that do not.
    #[test]
    fn contradictions_are_found() {
        let mut net = Network::default();
        net.clear();
        let (a, b) = (net.node(), net.node());
        for node in [a, b] {
            net.keep(0, node, 0);
            net.keep(node, 0, -50);
        }
        net.keep(a, b, 10);
        assert!(net.solve());
        net.keep(b, a, -9);
        assert!(!net.solve());
    }

    /// What moments cost, with what is missed; none where something that has to be kept is not.
    fn cost_of(net: &Network, at: &[i64]) -> Option<i64> {
        let waits = net.cost.iter().zip(at).map(|(cost, at)| cost * at).sum::<i64>();
        net.arcs.iter().try_fold(waits, |sum, arc| {
            let missed = (at[arc.from] + arc.gap - at[arc.to]).max(0);
            (missed == 0 || arc.miss_cost.is_some())
                .then(|| sum + missed * arc.miss_cost.unwrap_or(0))
        })
    }

    proptest! {
        /// Against every moment of three things on a clock of twelve ticks tried out.
        #[test]
        fn no_moments_are_cheaper(
            costs in prop::array::uniform3(-6..7_i64),
            differences in prop::collection::vec((0..4_usize, 0..4_usize, -9..7_i64, prop::option::of(1..9_i64)), 0..7),
        ) {
            let mut net = Network::default();
            net.clear();
            for cost in costs {
                let node = net.node();
                net.cost[node] = cost;
                net.keep(0, node, 0);
                net.keep(node, 0, -12);
            }
            for (from, to, gap, miss_cost) in differences.into_iter().filter(|d| d.0 != d.1) {
                net.arcs.push(Arc { from, to, gap, miss_cost });
            }
            let moments = (0..13).flat_map(|a| (0..13).flat_map(move |b| (0..13).map(move |c| [0, a, b, c])));
            let by_trying = moments.filter_map(|at| cost_of(&net, &at)).min();
            let solved = net.solve();
            prop_assert_eq!(solved.then(|| cost_of(&net, &net.at)).flatten(), by_trying);
        }
    }
}
