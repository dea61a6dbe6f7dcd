//! A warm oven as a place to wait: a fish that is out of somebody's way early lies in it until it is eaten.

use super::chain::{HEAT, Link, Made, StepKind, WARM, Way, plating_s};
use super::fish::{Chained, Part};
use super::schedule::{Placement, Schedule, TICK_S};
use super::station::{Need, Stations, the, to_s, to_ticks};
use super::{Kitchen, Line, Solve, WORTH_S};
use crate::catalogue::{Gear, GearKind};
use crate::say::{capital, clock};

/// From the heat into the oven at most, s.
const CARRY_S: f64 = 15.0;
/// Waits that are tried, s (common practice: a warm oven is for minutes).
const WAITS_S: [f64; 2] = [480.0, 720.0];
/// What a tick in it costs, as a share of one on a plate.
const SHARE: f64 = 0.5;
/// Tried for so many fish, in line-ups of so many dishes.
const MOST_FISH: usize = 6;
const MOST_DISHES: usize = 24;
/// Id of the support.
const WARM_OVEN: &str = "warm_oven";

/// What a plan that rests in a warm oven needs of it after its heat, and for how long, and that heat ends there; none
/// where it rests elsewhere, shares its vessel, comes from that oven, or none is at hand.
pub(super) fn wait(
    kitchen: &Kitchen<'_>,
    stations: &mut Stations,
    parts: &[Part<'_>],
    heat: &mut Link,
) -> Option<Link> {
    let [part] = parts else { return None };
    let answer = &part.plan.answer;
    let usual_c = kitchen.bench.catalogue.resting.support(&answer.rest_on)?.oven_c?;
    let oven_c = part.fish.request.rest_c.unwrap_or(usual_c);
    let station = stations.place(oven(kitchen)?);
    if heat.needs.iter().any(|need| need.station == station) {
        return None;
    }
    let length_s = answer.rest_s - plating_s(part.fish.servings());
    if length_s < TICK_S {
        return None;
    }
    (heat.least_s, heat.most_s) = (0.0, CARRY_S);
    for one in heat.moves.iter_mut().filter(|one| one.kind == StepKind::Stand) {
        one.title = format!("Out, and into {}", stations.set_to(station, oven_c));
    }
    Some(Link {
        key: WARM.to_owned(),
        length_s,
        needs: vec![Need { station, from_s: 0.0, to_s: length_s, setting_c: Some(oven_c) }],
        // It goes in with the last movement of the heat.
        moves: Vec::new(),
        least_s: 0.0,
        most_s: 0.0,
        wait_cost: 0,
    })
}

fn oven<'k>(kitchen: &'k Kitchen<'_>) -> Option<&'k Gear> {
    let mut gear = kitchen.at_hand.iter().map(|known| &known.gear);
    gear.find(|gear| gear.kinds.contains(&GearKind::Oven))
}

impl Kitchen<'_> {
    /// Where something is late or stands until it is worse: fish that may be done early and wait in a warm oven, by
    /// place of the job, each with what it was made by before and what it may be made by besides.
    pub(super) fn warm(
        &self,
        lines: &[Line<'_>],
        schedule: &Schedule,
        stations: &mut Stations,
        solve: &mut Solve<'_>,
    ) -> Vec<(usize, Made)> {
        let suffers = |job: usize| {
            let Some(placement) = &schedule.placements[job] else { return true };
            let way = &lines[job].made.ways[placement.mode];
            let good_s = way.rest_s() + way.hold.holds_s;
            let stands_s =
                lines[job].stands_s(placement).filter(|_| may_wait(&lines[job], stations));
            to_s(placement.late) >= WORTH_S || stands_s.is_some_and(|s| s >= good_s + WORTH_S)
        };
        let suffer: Vec<usize> = (0..lines.len()).filter(|job| suffers(*job)).collect();
        if suffer.is_empty() || lines.len() > MOST_DISHES || oven(self).is_none() {
            return Vec::new();
        }
        let wanted: Vec<usize> =
            suffer.iter().flat_map(|job| gear_of(&lines[*job].made.ways[0])).collect();
        let mut fish: Vec<usize> =
            (0..lines.len()).filter(|job| may_wait(&lines[*job], stations)).collect();
        // What is in their way first.
        fish.sort_by_key(|job| {
            !gear_of(&lines[*job].made.ways[0]).any(|station| wanted.contains(&station))
        });
        fish.truncate(MOST_FISH);
        let warmed = |job: usize| Some((job, self.warmed(&lines[job], stations, solve)?));
        fish.into_iter().filter_map(warmed).collect()
    }

    /// The ways of a dish and those with a wait in the oven; none where there are no such.
    fn warmed(
        &self,
        line: &Line<'_>,
        stations: &mut Stations,
        solve: &mut Solve<'_>,
    ) -> Option<Made> {
        let shared = line.shared.as_ref()?;
        let plain = &line.made.ways[0];
        let plan = plain.request.as_ref()?;
        let mut made = line.made.clone();
        for wait_s in WAITS_S {
            let mut host = shared.host.by(plan);
            host.request.rest_on = Some(WARM_OVEN.to_owned());
            host.request.rest_s = Some(wait_s);
            // What cannot be planned so is no way.
            let Ok(Chained { way, .. }) = shared.way(self, stations, &host, solve) else {
                continue;
            };
            let ticks = f64::from(to_ticks(wait_s - plain.rest_s()).max(0));
            #[expect(clippy::cast_precision_loss, reason = "at most hundreds")]
            let waits = SHARE * ticks * plain.hold.cost() as f64;
            #[expect(clippy::cast_possible_truncation, reason = "thousands")]
            let cost = ((way.harm - plain.harm).max(0.0) + waits).round() as i64;
            made.ways.push(Way { cost: plain.cost + cost, ..way });
        }
        (made.ways.len() > line.made.ways.len()).then_some(made)
    }
}

/// Gear that a way needs.
fn gear_of(way: &Way) -> impl Iterator<Item = usize> {
    way.links.iter().flat_map(|link| &link.needs).map(|need| need.station)
}

/// Whether a dish is a fish alone in its vessel that has not begun, is not crisp, and does not come from an oven.
fn may_wait(line: &Line<'_>, stations: &Stations) -> bool {
    let Some(shared) = &line.shared else { return false };
    let way = &line.made.ways[0];
    let needs = || way.links.iter().flat_map(|link| &link.needs);
    !shared.is_of_several()
        && line.fixed.iter().all(|(key, _)| !key.starts_with(HEAT))
        && !way.hold.is_crisp
        && way.warm().is_none()
        && needs().all(|need| need.setting_c.is_none() || !stations.is_oven(need.station))
}

/// What waits in a warm oven because of the others, in sentences.
pub(super) fn told(lines: &[Line<'_>], stations: &Stations, schedule: &Schedule) -> Vec<String> {
    let of = |(line, placement): (&Line<'_>, &Option<Placement>)| {
        let way = &line.made.ways[placement.as_ref()?.mode];
        // Who always rests it there is told nothing new.
        let wait = way.warm().filter(|_| line.alone.warm().is_none())?;
        let need = wait.needs.first()?;
        let vessel = way.vessel.map(|vessel| the(&stations.list[vessel].name));
        Some(format!(
            "{} waits {} in {}: {} is wanted meanwhile.",
            capital(&line.made.name),
            clock(wait.length_s),
            stations.set_to(need.station, need.setting_c?),
            vessel.as_deref().unwrap_or("its place")
        ))
    };
    lines.iter().zip(&schedule.placements).filter_map(of).collect()
}
