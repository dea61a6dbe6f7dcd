//! What a tick of everything is worth: as much as others would pay for it.
//!
//! Lagrangian relaxation of the capacities (Möhring, Schulz, Stork and Uetz 2003, Management Science 49:330; from
//! memory): every dish takes the cheapest moments for itself and pays for what it uses; what more want than there is
//! becomes dearer, what is left over cheaper. What each then takes is seldom a schedule, but it tells who gives way.

use super::timetable::kept;
use super::{Demand, Instance, Placement, Tick};

/// Prices of every tick of every resource, none below 0.
#[derive(Debug)]
pub(super) struct Prices {
    /// First tick that is kept.
    origin: Tick,
    /// By resource and tick.
    price: Vec<Vec<f64>>,
    /// All of them before each tick, as so many [`PARTS`] of a unit.
    before: Vec<Vec<i64>>,
    /// More than there is of each tick, by resource.
    over: Vec<Vec<f64>>,
    /// What all dishes are sure to cost together, at the best prices so far, but for changes of setting and what is
    /// found roughly.
    least_cost: f64,
}

/// Parts of a unit of cost.
const PARTS: i64 = 64;
/// What all is sure to cost is known better where it is more by this.
const WORTH_COST: f64 = 0.5;

impl Prices {
    /// Everything is free.
    pub(super) fn of(instance: &Instance) -> Self {
        let (origin, ticks) = kept(instance);
        let resources = instance.resources.len();
        Self {
            origin,
            price: vec![vec![0.0; ticks]; resources],
            before: vec![vec![0; ticks + 1]; resources],
            over: vec![vec![0.0; ticks]; resources],
            least_cost: 0.0,
        }
    }

    /// Ticks of all resources.
    pub(super) fn size(&self) -> u64 {
        self.price.iter().map(|price| price.len() as u64).sum()
    }

    fn place(&self, tick: Tick) -> usize {
        usize::try_from(tick - self.origin).unwrap_or(0).min(self.before[0].len() - 1)
    }

    /// Adds what a demand costs at each of so many beginnings from the lowest on.
    pub(super) fn add(&self, demand: &Demand, low: Tick, cost: &mut [i64]) {
        let before = &self.before[demand.resource];
        let amount = i64::from(demand.amount);
        let from = &before[self.place(low + demand.from)..];
        let to = &before[self.place(low + demand.to)..];
        for (cost, (from, to)) in cost.iter_mut().zip(from.iter().zip(to)) {
            *cost += amount * (to - from) / PARTS;
        }
    }

    /// What a demand costs at one beginning.
    fn of_one(&self, demand: &Demand, start: Tick) -> f64 {
        let mut cost = [0];
        self.add(demand, start, &mut cost);
        cost[0] as f64
    }

    /// Follows what everybody takes: `pace` times the step that would close the gap to a known cost if all that is
    /// wanted too often were alike (Polyak's; from memory). Whether what all is sure to cost is known better for it.
    pub(super) fn follow(
        &mut self,
        instance: &Instance,
        wanted: &[Option<Placement>],
        (known_cost, pace): (i64, f64),
    ) -> bool {
        let mut bound = 0.0;
        for ((over, price), resource) in
            self.over.iter_mut().zip(&self.price).zip(&instance.resources)
        {
            let capacity = f64::from(resource.capacity);
            over.fill(-capacity);
            bound -= capacity * price.iter().sum::<f64>();
        }
        for (job, placement) in wanted.iter().enumerate() {
            let Some(placement) = placement else { continue };
            bound += placement.cost as f64;
            let activities = &instance.jobs[job].modes[placement.mode].activities;
            for (activity, start) in activities.iter().zip(&placement.starts) {
                for demand in &activity.demands {
                    bound += self.of_one(demand, *start);
                    let (from, to) =
                        (self.place(start + demand.from), self.place(start + demand.to));
                    let taken = &mut self.over[demand.resource][from..to];
                    for over in taken {
                        *over += f64::from(demand.amount);
                    }
                }
            }
        }
        let all = || self.over.iter().flatten().zip(self.price.iter().flatten());
        // What is free anyway cannot become cheaper.
        let square: f64 =
            all().filter(|(o, p)| **o > 0.0 || **p > 0.0).map(|(over, _)| over * over).sum();
        let step = pace * (known_cost as f64 - bound).max(0.0) / square.max(1.0);
        for ((price, before), over) in self.price.iter_mut().zip(&mut self.before).zip(&self.over) {
            let mut sum = 0.0;
            for ((price, before), over) in price.iter_mut().zip(&mut before[1..]).zip(over) {
                *price = (*price + step * over).max(0.0);
                sum += *price;
                #[expect(clippy::cast_possible_truncation, reason = "far from the largest")]
                let parts = (sum * PARTS as f64) as i64;
                *before = parts;
            }
        }
        let is_better = bound > self.least_cost + WORTH_COST;
        self.least_cost = self.least_cost.max(bound);
        is_better
    }
}

#[cfg(test)]
mod tests {
    use super::super::{Activity, Job, Lag, Mode, Resource};
    use super::*;

    /// Two plates of 6 ticks that one pair of hands is wanted for from 94 to 100, by a schedule that costs 12. By hand:
    /// those six ticks are wanted once too often, so that each costs 12 / 6; what begins at 88 pays nothing, at 91 for
    /// three of them, at 94 for all. Wanted once more they cost no more, as all is sure to cost 12 then.
    #[test]
    fn what_is_wanted_twice_has_its_price() {
        let hands = Demand { resource: 0, from: 0, to: 6, amount: 1, setting: None };
        let lag = Lag { least: 0, most: 20, cost: 2 };
        let plate = Activity { length: 6, demands: vec![hands], lag, fixed: None, earliest: None };
        let mode = Mode { cost: 0, activities: vec![plate] };
        let job = Job { due: 100, late_cost: 50, earliest: None, modes: vec![mode] };
        let instance = Instance {
            resources: vec![Resource { capacity: 1, changes: Vec::new() }],
            jobs: vec![job.clone(), job.clone()],
            earliest: 0,
            latest: 200,
        };
        let wanted: Vec<_> = [94, 94].map(|at| Some(Placement::at(&job, 0, vec![at]))).into();
        let mut prices = Prices::of(&instance);
        for _ in 0..2 {
            prices.follow(&instance, &wanted, (12, 1.0));
            let mut cost = [0; 13];
            prices.add(&hands, 88, &mut cost);
            assert_eq!([cost[0], cost[3], cost[6], cost[9], cost[12]], [0, 6, 12, 6, 0]);
        }
        assert!((prices.least_cost - 12.0).abs() < 0.1, "{}", prices.least_cost);
    }
}
