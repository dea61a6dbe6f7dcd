//! What does not fit: why, what would mend it, and the nearest that works.

use serde::Serialize;

use super::chain::Made;
use super::schedule::{Effort, Instance, Schedule, solve};
use super::station::{BURNERS_AT, HANDS_AT, Stations, the, to_s};
use super::{Kitchen, Line};
use crate::say::{capital, clock};

/// Clashes are looked into up to so many, of up to so many dishes; the rest say only how late they are.
const LOOKED_INTO: usize = 4;
const LOOKED_INTO_OF: usize = 24;

/// A dish that cannot be there when it is wanted.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Clash {
    /// Id of the dish.
    pub dish: String,
    /// Why, in a sentence.
    pub why: String,
    /// What would mend it, one sentence each.
    pub fixes: Vec<String>,
    /// When it could be served with everything else as it is, s; none where not within an hour.
    pub nearest_serve_s: Option<f64>,
    /// So much later than wanted, s.
    pub late_s: Option<f64>,
}

/// Every dish that is late, or has no place at all.
pub(super) fn clashes(
    kitchen: &Kitchen<'_>,
    lines: &[Line<'_>],
    stations: &Stations,
    (instance, schedule): (&Instance, &Schedule),
) -> Vec<Clash> {
    let dishes = &kitchen.asked.dishes;
    let mut clashes = Vec::new();
    for (job, line) in lines.iter().enumerate() {
        let placement = schedule.placements[job].as_ref();
        let late = placement.map(|p| p.late);
        if late == Some(0) {
            continue;
        }
        let late_s = late.map(to_s);
        let mut fixes = Vec::new();
        let why = if clashes.len() < LOOKED_INTO && lines.len() <= LOOKED_INTO_OF {
            look_into(job, line, (lines, stations), (instance, schedule), &mut fixes)
        } else {
            "The kitchen is full then.".to_owned()
        };
        if let Some(late_s) = late_s {
            fixes.push(format!("Serve it {} later.", clock(late_s)));
        }
        clashes.push(Clash {
            dish: dishes[line.place].id.clone(),
            why,
            fixes,
            nearest_serve_s: late_s.map(|late_s| line.due_s + late_s),
            late_s,
        });
    }
    clashes
}

/// Why a dish is late: alone in the kitchen it would be, too, or there is too little of something.
fn look_into(
    job: usize,
    line: &Line<'_>,
    (lines, stations): (&[Line<'_>], &Stations),
    (instance, schedule): (&Instance, &Schedule),
    fixes: &mut Vec<String>,
) -> String {
    let alone = Instance { jobs: vec![instance.jobs[job].clone()], ..instance.clone() };
    let alone = solve(&alone, Effort::QUICK, None);
    let alone_late = alone.placements[0].as_ref().map(|p| p.late);
    if alone_late.is_none_or(|late| late > 0) {
        let needs_s: f64 = least_s(&line.made);
        return format!(
            "It takes {} from its first step to the plate, and there is less time than that.",
            clock(needs_s)
        );
    }
    let mut short = Vec::new();
    let used = instance.jobs[job].modes.iter().flat_map(|m| &m.activities).flat_map(|a| &a.demands);
    let mut used: Vec<usize> = used.map(|d| d.resource).collect();
    used.sort_unstable();
    used.dedup();
    let was = late_in(schedule, job);
    let all_late =
        |schedule: &Schedule| -> i64 { (0..lines.len()).map(|job| late_in(schedule, job)).sum() };
    for resource in used {
        let mut more = instance.clone();
        more.resources[resource].capacity += 1;
        let with_more = solve(&more, Effort::QUICK, None);
        let is = late_in(&with_more, job);
        let all_are = all_late(&with_more);
        // It helps this dish, and not only at another's expense.
        if is <= was / 2 && all_late(schedule) - all_are >= was - was / 2 {
            short.push((all_are, resource));
        }
    }
    // What mends most first.
    short.sort_unstable();
    fixes.extend(short.iter().map(|(_, resource)| match *resource {
        HANDS_AT => "One more pair of hands.".to_owned(),
        BURNERS_AT => "One more burner.".to_owned(),
        other => format!("A second one like {}.", the(&stations.list[other].name)),
    }));
    let Some((_, first)) = short.first() else {
        return "Too much is wanted at once: no single thing more would make it fit.".to_owned();
    };
    let needs = |other: &Line<'_>| {
        let needs = other.made.ways.iter().flat_map(|w| &w.links).flat_map(|l| &l.needs);
        let mut needs = needs.map(|n| n.station);
        *first == HANDS_AT || needs.any(|s| s == *first)
    };
    let others: Vec<&str> = lines
        .iter()
        .filter(|other| other.place != line.place && needs(other))
        .map(|other| other.made.name.as_str())
        .collect();
    let name = &stations.list[*first].name;
    let name = capital(&if *first == HANDS_AT { name.clone() } else { the(name) });
    let verb = if *first == HANDS_AT || *first == BURNERS_AT { "are" } else { "is" };
    format!(
        "{name} {verb} wanted by {} at the same time.",
        crate::say::listed(others.into_iter().take(4))
    )
}

/// How late a dish is, in ticks; later than ever where it has no place.
fn late_in(schedule: &Schedule, job: usize) -> i64 {
    i64::from(schedule.placements[job].as_ref().map_or(i32::MAX, |p| p.late))
}

/// The shortest way from the first step to the plate, s.
fn least_s(made: &Made) -> f64 {
    let of =
        |way: &super::chain::Way| way.links.iter().map(|l| l.length_s + l.least_s).sum::<f64>();
    made.ways.iter().map(of).fold(f64::INFINITY, f64::min)
}
