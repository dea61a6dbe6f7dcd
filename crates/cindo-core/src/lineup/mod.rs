//! Line-up: many dishes, sides and sauces, one kitchen, and everything at its moment.
//!
//! Each dish is made into one or several chains of steps by its plan (`fish`) or its data (`side`), the chains
//! into a job shop (`schedule`), and what comes out of that into steps, stations, clashes and words (`answer`).
//! Where a fish has to wait, its plan is solved again for a rest that long.

mod answer;
mod chain;
mod change;
mod clash;
mod fish;
mod moved;
mod request;
mod schedule;
mod side;
mod station;
mod take_back;
mod vessel;
mod warm;

use std::sync::Arc;

use crate::bench::Bench;
use crate::error::{FieldError, Problems};
use crate::kitchen::Known;
use crate::plan::Planned;
use crate::setup::{PlanRequest, at_hand};

pub use answer::{DishView, LineUp, LineUpStep, Tightest};
pub use chain::StepKind;
pub use change::{Change, change};
pub use clash::Clash;
pub use moved::Moved;
pub use request::{Asked, AtStove, Before, Busy, Dish, Fixed, Last, LineUpRequest, Stood, Was};
pub use station::{Station, Stretch};

use chain::{Begun, HEAT, LATE_COST, Made, Way};
use fish::{Fish, Shared};
use schedule::{
    Activity, Demand, Effort, Instance, Job, Lag, Mode, Placement, Schedule, TICK_S, Tick, solve,
};
use station::{BURNERS_AT, HANDS_AT, Stations, to_s, to_ticks, to_ticks_up};

/// Where plans come from: solved before, or now.
pub type Solve<'s> = dyn FnMut(&PlanRequest) -> Result<Arc<Planned>, Vec<FieldError>> + 's;

/// Servings of a side where nobody says.
const USUAL_SERVINGS: u32 = 2;
/// Nothing is looked for earlier before the first serving, and later after the last, s.
const EARLIEST_S: f64 = 5.0 * 3600.0;
const LATEST_S: f64 = 3600.0;
/// A fish that waits longer than usual by this is planned again for it, s.
const WORTH_S: f64 = 20.0;
/// The longest rest of a plan, s.
const LONGEST_REST_S: f64 = 1800.0;
/// Ovens are tried at so many heats.
const MOST_HEATS: usize = 3;

/// A kitchen and what is asked of it.
struct Kitchen<'a> {
    bench: Bench<'a>,
    asked: &'a LineUpRequest,
    at_hand: Vec<Arc<Known>>,
}

/// So often at most fish are planned again for how long they stand.
const MOST_PLANNED_AGAIN: usize = 2;

/// A job of the schedule and where it comes from.
struct Line<'r> {
    /// Place of its dish in the request.
    place: usize,
    /// The fish, where it is one.
    shared: Option<Shared<'r>>,
    made: Made,
    /// The way that it would be cooked alone.
    alone: Way,
    due_s: f64,
    held_s: Option<f64>,
    fixed: Vec<(String, Tick)>,
}

impl Line<'_> {
    /// From the heat to the plate where it is placed, s; none where it sees no heat.
    fn stands_s(&self, placement: &Placement) -> Option<f64> {
        let way = &self.made.ways[placement.mode];
        let (_, last) = way.heat()?;
        let due = to_ticks(self.due_s) + placement.late;
        Some(to_s(due - placement.starts[last]) - way.links[last].length_s)
    }
}

/// Lines up dishes.
///
/// # Errors
/// Each field that is wrong, with what is allowed.
pub fn line_up<'a>(
    bench: impl Into<Bench<'a>>,
    request: &LineUpRequest,
    solve: &mut Solve<'_>,
) -> Result<LineUp, Vec<FieldError>> {
    let bench = bench.into();
    request.check(bench.catalogue)?;
    let mut problems = Problems::new();
    let gear =
        at_hand(bench.catalogue, request.kitchen.as_ref(), request.gear.as_deref(), &mut problems);
    problems.finish()?;
    let kitchen = Kitchen { bench, asked: request, at_hand: gear };
    let mut stations = Stations::of(request);
    let mut lines = kitchen.lines(&mut stations, solve)?;
    let mut instance = kitchen.instance(&lines, &mut stations)?;
    // In the middle of a service the rest moves only where it must.
    let stood = kitchen.stood(&lines, &instance, &stations);
    let stood_s: Vec<Option<f64>> =
        lines.iter().zip(&stood).map(|(line, at)| line.stands_s(at.as_ref()?)).collect();
    let standing = stood.iter().filter(|s| s.is_some()).count();
    let is_most = 2 * standing > lines.len();
    let is_under_way = is_most || standing > 0 && request.now_s.is_some();
    let effort = if is_most { Effort::QUICK } else { Effort::SHOWN };
    let mut schedule = self::solve(&instance, effort, is_under_way.then_some(&stood[..]));
    // What is in somebody's way may be done early and wait in a warm oven, where that costs less.
    let plain: Vec<(usize, Made)> = kitchen
        .warm(&lines, &schedule, &mut stations, solve)
        .into_iter()
        .map(|(job, made)| (job, std::mem::replace(&mut lines[job].made, made)))
        .collect();
    if !plain.is_empty() {
        let warm = kitchen.instance(&lines, &mut stations)?;
        let stood = kitchen.stood(&lines, &warm, &stations);
        let warmed = self::solve(&warm, effort, is_under_way.then_some(&stood[..]));
        if warmed.cost < schedule.cost {
            (instance, schedule) = (warm, warmed);
        } else {
            for (job, made) in plain {
                lines[job].made = made;
            }
        }
    }
    // Where others make it stand longer still it is planned for that.
    for _ in 0..MOST_PLANNED_AGAIN {
        let again = kitchen.plan_again((&mut lines, &schedule), &stood_s, &mut stations, solve);
        if again.is_empty() {
            break;
        }
        instance = kitchen.instance(&lines, &mut stations)?;
        let mut stood = schedule.placements;
        // Planned again it is another chain, which stood nowhere yet.
        for job in again {
            stood[job] = None;
        }
        schedule = self::solve(&instance, effort, is_under_way.then_some(&stood[..]));
    }
    bench.afford(Ok(answer::answer(&kitchen, &lines, &stations, (&instance, &schedule))))
}

impl Kitchen<'_> {
    /// Every dish that has a vessel of its own, as chains.
    fn lines<'r>(
        &'r self,
        stations: &mut Stations,
        solve: &mut Solve<'_>,
    ) -> Result<Vec<Line<'r>>, Vec<FieldError>> {
        let dishes = &self.asked.dishes;
        let fryer = Stations::fryer(&self.at_hand);
        let mut problems = Problems::new();
        let hosts: Vec<(usize, &Dish)> =
            dishes.iter().enumerate().filter(|(_, dish)| dish.with.is_none()).collect();
        let ovens_c = self.oven_heats(&hosts);
        let mut lines = Vec::with_capacity(hosts.len());
        for (place, dish) in hosts {
            let mates =
                || dishes.iter().enumerate().filter(|(_, d)| d.with.as_ref() == Some(&dish.id));
            let (shared, made) = if let Some(host) = Fish::of(self.asked, place, dish) {
                let heats_c: Vec<f64> = match ovens_c.iter().find(|(p, _)| *p == place) {
                    Some((_, own_c)) => {
                        let others = ovens_c.iter().map(|(_, c)| *c);
                        near(others, *own_c)
                    }
                    None => Vec::new(),
                };
                let shared = Shared {
                    host,
                    mates: mates().filter_map(|(p, d)| Fish::of(self.asked, p, d)).collect(),
                    joiners: mates().filter(|(_, d)| d.side.is_some()).collect(),
                    vessel: dish.vessel.clone(),
                };
                let made = shared.make(self, stations, &heats_c, solve);
                let Some(mut made) = problems.absorb(made) else { continue };
                let stood = dish.stood.as_ref();
                let as_it_stood =
                    stood.and_then(|s| self.as_it_stood(s, (&shared, &made), stations, solve));
                made.ways.extend(as_it_stood);
                (Some(shared), made)
            } else {
                let side = dish.side.as_deref().and_then(|id| self.bench.catalogue.side(id));
                let servings = dish.servings.unwrap_or(USUAL_SERVINGS);
                let made = side.and_then(|side| {
                    let name = dish.name.as_ref().unwrap_or(&side.name);
                    side::side(side, (name, servings, dish.prepared), stations, fryer)
                });
                let Some(made) = made else {
                    problems.add(
                        &format!("dishes.{place}.side"),
                        "needs a fryer or deep pot, and none is at hand",
                    );
                    continue;
                };
                (None, made)
            };
            let last_s = mates().map(|(_, d)| d.serve_s).fold(dish.serve_s, f64::max);
            // When the others went in is no start of the whole.
            let of_mates = mates().flat_map(|(_, d)| &d.fixed);
            let of_mates = of_mates.filter(|fixed| !fixed.key.starts_with(HEAT));
            let fixed: Vec<(String, Tick)> = dish
                .fixed
                .iter()
                .chain(of_mates)
                .map(|f| (f.key.clone(), to_ticks(f.start_s)))
                .collect();
            for (i, fixed) in dish.fixed.iter().enumerate() {
                let known = || made.ways.iter().flat_map(|w| &w.links).map(|l| l.key.as_str());
                if !known().any(|key| key == fixed.key) {
                    let mut keys: Vec<&str> = known().collect();
                    keys.dedup();
                    keys.truncate(20);
                    problems.add(
                        &format!("dishes.{place}.fixed.{i}.key"),
                        format!("no step of this dish; its steps are {}", keys.join(", ")),
                    );
                }
            }
            let held_s = dish.held_until_s;
            let alone = made.ways[0].clone();
            lines.push(Line { place, shared, made, alone, due_s: last_s, held_s, fixed });
        }
        problems.finish()?;
        Ok(lines)
    }

    /// What ovens are wanted at, where they are not wanted at one heat: place of the dish, °C.
    fn oven_heats(&self, hosts: &[(usize, &Dish)]) -> Vec<(usize, f64)> {
        let of = |(place, dish): &(usize, &Dish)| {
            let fish = Fish::of(self.asked, *place, dish)?;
            Some((*place, fish.oven_c(self)?))
        };
        let heats: Vec<(usize, f64)> = hosts.iter().filter_map(of).collect();
        let differ = heats.iter().any(|(_, c)| (c - heats[0].1).abs() > 1.0);
        if differ { heats } else { Vec::new() }
    }

    /// The job shop.
    fn instance(
        &self,
        lines: &[Line<'_>],
        stations: &mut Stations,
    ) -> Result<Instance, Vec<FieldError>> {
        let first_s = lines.iter().map(|line| line.due_s).fold(f64::INFINITY, f64::min);
        let last_s = lines.iter().map(|line| line.due_s).fold(f64::NEG_INFINITY, f64::max);
        let earliest_s = self.asked.now_s.unwrap_or(first_s - EARLIEST_S);
        let now = self.asked.now_s.map(to_ticks_up);
        let hot_from = self.hot_from(lines, stations);
        let mut jobs: Vec<Job> = lines
            .iter()
            .map(|line| {
                let stood = self.asked.dishes[line.place].stood.as_ref();
                let begun = Begun { now, fixed: &line.fixed, stood, hot_from: &hot_from };
                Job {
                    due: to_ticks(line.due_s),
                    late_cost: LATE_COST,
                    earliest: line.held_s.map(to_ticks_up),
                    modes: line.made.ways.iter().map(|way| way.mode(stations, &begun)).collect(),
                }
            })
            .collect();
        let mut problems = Problems::new();
        for (place, busy) in self.asked.busy.iter().enumerate() {
            let Some(station) = stations.list.iter().position(|s| s.id == busy.station) else {
                // It was needed when that was told.
                if Stations::is_idle(&busy.station, &self.at_hand) {
                    continue;
                }
                let known: Vec<&str> = stations.list.iter().map(|s| s.id.as_str()).collect();
                problems.add(
                    &format!("busy.{place}.station"),
                    format!("no station of this line-up; it has {}", known.join(", ")),
                );
                continue;
            };
            let whole = station != HANDS_AT && station != BURNERS_AT;
            let amount = if whole { stations.list[station].capacity } else { 1 };
            let from =
                to_ticks(busy.from_s.unwrap_or(earliest_s).max(earliest_s.min(busy.until_s)));
            let length = (to_ticks_up(busy.until_s) - from).max(1);
            let demands =
                vec![Demand { resource: station, from: 0, to: length, amount, setting: None }];
            let lag = Lag { least: 0, most: 0, cost: 0 };
            let activity = Activity { length, demands, lag, fixed: Some(from), earliest: None };
            jobs.push(Job {
                due: from + length,
                late_cost: 0,
                earliest: None,
                modes: vec![Mode { cost: 0, activities: vec![activity] }],
            });
        }
        problems.finish()?;
        let last_s = last_s.max(earliest_s);
        let latest = jobs.iter().map(|job| job.due).fold(to_ticks_up(last_s + LATEST_S), Tick::max);
        Ok(Instance {
            resources: stations.resources(),
            jobs,
            earliest: to_ticks_up(earliest_s),
            latest,
        })
    }

    /// When each station that has a setting was first to be used, as dishes stood before: it is hot from then on.
    fn hot_from(&self, lines: &[Line<'_>], stations: &Stations) -> Vec<Option<Tick>> {
        let mut hot_from: Vec<Option<Tick>> = vec![None; stations.list.len()];
        for line in lines {
            let Some(stood) = &self.asked.dishes[line.place].stood else { continue };
            let Some(way) =
                line.made.ways.iter().find(|way| way.is_in(stations, stood.vessel.as_ref()))
            else {
                continue;
            };
            for link in &way.links {
                let Some(start) = stood.start(&link.key) else { continue };
                for need in link.needs.iter().filter(|need| need.setting_c.is_some()) {
                    let used = start + to_ticks(need.from_s);
                    let first = &mut hot_from[need.station];
                    *first = Some(first.map_or(used, |first| first.min(used)));
                }
            }
        }
        hot_from
    }

    /// Where dishes stood before, as far as they still have the same parts.
    fn stood(
        &self,
        lines: &[Line<'_>],
        instance: &Instance,
        stations: &Stations,
    ) -> Vec<Option<Placement>> {
        let of = |(line, job): (&Line<'_>, &Job)| {
            let stood = self.asked.dishes[line.place].stood.as_ref()?;
            let is_it = |way: &Way| {
                let same = way.is_in(stations, stood.vessel.as_ref());
                let rests = |plan: &PlanRequest| stood.rests_as(plan);
                let same = same && way.request.as_ref().is_none_or(rests);
                same && way.links.iter().map(|l| &l.key).eq(stood.starts.iter().map(|s| &s.key))
            };
            let mode = line.made.ways.iter().position(is_it)?;
            let starts = stood.starts.iter().map(|s| to_ticks(s.start_s)).collect();
            Placement::standing(instance, job, mode, starts)
        };
        let lined = lines.iter().zip(&instance.jobs).map(of);
        lined.chain(instance.jobs.iter().skip(lines.len()).map(|_| None)).collect()
    }

    /// The way that a fish stood by, where that was planned for another rest than its own.
    fn as_it_stood(
        &self,
        stood: &Stood,
        (shared, made): (&Shared<'_>, &Made),
        stations: &mut Stations,
        solve: &mut Solve<'_>,
    ) -> Option<Way> {
        if shared.is_of_several() {
            return None;
        }
        let own = made.ways.iter().find(|way| way.is_in(stations, stood.vessel.as_ref()))?;
        let plan = own.request.as_ref().filter(|plan| !stood.rests_as(plan))?;
        let rest = (stood.rest_s, stood.rest_on.clone());
        let host = shared.host.by(&PlanRequest { rest_s: rest.0, rest_on: rest.1, ..plan.clone() });
        // Where it cannot be planned for that any more it stood nowhere.
        let mut way = shared.way(self, stations, &host, solve).ok()?.way;
        way.stands_at_most(own.longest_rest_s());
        #[expect(clippy::cast_possible_truncation, reason = "thousands")]
        let harm = (way.harm - own.harm).max(0.0).round() as i64;
        Some(Way { cost: own.cost + harm, ..way })
    }

    /// Plans fish again for the rest that they get, where that is not how long they `stood`, s; the places of those that
    /// changed.
    fn plan_again<'r>(
        &'r self,
        (lines, schedule): (&mut [Line<'r>], &Schedule),
        stood_s: &[Option<f64>],
        stations: &mut Stations,
        solve: &mut Solve<'_>,
    ) -> Vec<usize> {
        let mut changed = Vec::new();
        for (job, (line, placement)) in lines.iter_mut().zip(&schedule.placements).enumerate() {
            let (Some(shared), Some(placement)) = (&line.shared, placement) else { continue };
            let way = &line.made.ways[placement.mode];
            let has_begun = line.fixed.iter().any(|(key, _)| key.starts_with(HEAT));
            let Some(stands_s) = line.stands_s(placement) else { continue };
            if has_begun || shared.is_of_several() {
                continue;
            }
            let as_it_stood =
                stood_s[job].is_some_and(|stood_s| (stands_s - stood_s).abs() < TICK_S);
            if stands_s < way.rest_s() + WORTH_S || as_it_stood {
                continue;
            }
            let mut again = shared.clone();
            again.host.request.clone_from(way.request.as_ref().unwrap_or(&shared.host.request));
            let longest_s = way.longest_rest_s();
            again.host.request.rest_s = Some(stands_s.min(longest_s).min(LONGEST_REST_S).round());
            again.vessel = way.vessel.map(|v| stations.list[v].id.clone());
            // Where it cannot be planned for that it stays as it was.
            if let Ok(mut made) = again.make(self, stations, &[], solve) {
                // A longer rest is right when it is eaten, and no better kept.
                made.ways.iter_mut().for_each(|way| way.stands_at_most(longest_s));
                let notes = std::mem::take(&mut line.made.notes);
                line.made = Made { notes, ..made };
                line.shared = Some(again);
                changed.push(job);
            }
        }
        changed
    }
}

/// Other heats than one's own that are worth a try: those that others want, and the middle.
fn near(others: impl Iterator<Item = f64> + Clone, own_c: f64) -> Vec<f64> {
    let (low_c, high_c) = others
        .clone()
        .fold((f64::INFINITY, f64::NEG_INFINITY), |(low, high), c| (low.min(c), high.max(c)));
    let middle_c = (0.5 * (low_c + high_c) / 5.0).round() * 5.0;
    let mut heats: Vec<f64> =
        others.chain([middle_c]).filter(|c| (c - own_c).abs() > 1.0).collect();
    heats.sort_by(f64::total_cmp);
    heats.dedup_by(|a, b| (*a - *b).abs() < 1.0);
    heats.sort_by(|a, b| (a - middle_c).abs().total_cmp(&(b - middle_c).abs()));
    heats.truncate(MOST_HEATS);
    heats
}

#[cfg(test)]
mod tests;
