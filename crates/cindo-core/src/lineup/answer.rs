//! A schedule as it is shown: steps in clock order, stations with what they are busy with, every dish with its
//! moments, the tightest moment, and what does not fit.

use serde::Serialize;

use super::chain::{Link, Move, Out, StepKind, Way};
use super::clash::{Clash, clashes};
use super::moved::{Moved, moved};
use super::schedule::{Instance, Placement, Schedule};
use super::station::{BURNERS_AT, HANDS_AT, Station, Stations, Stretch, the, to_s};
use super::{Fixed, Kitchen, Line, warm};
use crate::say::{CELSIUS, capital, clock};
use crate::setup::PlanRequest;

/// A movement of a hand, or something that goes on by itself.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LineUpStep {
    /// Id of the dish; none where it is of the kitchen, such as an oven that has to be switched on.
    pub dish: Option<String>,
    /// Key of the part of the dish that it belongs to, to be given back as fixed.
    pub key: Option<String>,
    /// What it is.
    pub kind: StepKind,
    /// Id of the station.
    pub station: String,
    /// When it begins, s.
    pub start_s: f64,
    /// When it is over, s.
    pub end_s: f64,
    /// Hands at its beginning, s.
    pub hands_s: f64,
    /// What to do, short.
    pub title: String,
    /// How.
    pub detail: String,
    /// What to look for.
    pub cue: String,
    /// Why it is there and not later; empty where what follows comes right after it.
    pub why: String,
    /// Whether it stays where it is.
    pub fixed: bool,
}

/// A dish as it is lined up.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DishView {
    /// Its id.
    pub id: String,
    /// What it is called.
    pub name: String,
    /// Servings.
    #[cfg_attr(feature = "schema", schema(minimum = 1))]
    pub servings: u32,
    /// When it is wanted, s.
    pub serve_s: f64,
    /// When it is there, s; none where it has no place.
    pub served_s: Option<f64>,
    /// When its first step begins, s.
    pub begins_s: Option<f64>,
    /// When it comes out of the heat, s; none where it sees none.
    pub out_s: Option<f64>,
    /// From there to the plate, s.
    pub stands_s: Option<f64>,
    /// How it stands, and what that does, in a sentence.
    pub standing: String,
    /// Id of the gear that it cooks in.
    pub vessel: Option<String>,
    /// Its plan as it is cooked here: with this gear, heat and rest.
    pub request: Option<PlanRequest>,
    /// When each part of it begins, by its key; of what shares a vessel with the dish that it shares it with.
    pub starts: Vec<Fixed>,
    /// What was found out about it, in sentences.
    pub notes: Vec<String>,
    /// What to mind with it.
    pub cautions: Vec<String>,
}

/// The tightest moment of the service.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Tightest {
    /// When, s.
    pub at_s: f64,
    /// So long between the two, s.
    pub slack_s: f64,
    /// What is done first.
    pub first: String,
    /// Id of the dish that it is done to.
    pub first_dish: Option<String>,
    /// And then.
    pub then: String,
    /// Id of the dish that this is done to.
    pub then_dish: Option<String>,
}

/// Everything lined up. All times count from the zero of the request, s.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LineUp {
    /// Steps, in the order of their beginning; whoever shows them gives them their moments on the clock.
    #[serde(skip)]
    pub steps: Vec<LineUpStep>,
    /// Dishes, in the order in which they were asked for.
    pub dishes: Vec<DishView>,
    /// Stations that anything needs.
    pub stations: Vec<Station>,
    /// What does not fit.
    pub clashes: Vec<Clash>,
    /// The tightest moment; none where hands are never wanted twice.
    pub tightest: Option<Tightest>,
    /// When the first step begins, s.
    pub begins_s: f64,
    /// What waiting, lateness and makeshifts cost together; 0 is as if each dish were alone, or where it stood.
    #[cfg_attr(feature = "schema", schema(minimum = 0))]
    pub cost: i64,
    /// What was changed so that it fits, in sentences.
    pub notes: Vec<String>,
    /// What the last change in the service moved.
    pub moved: Option<Moved>,
    /// What to mind with all of it.
    pub cautions: Vec<String>,
}

/// Hands that have less between two movements than this are told of as tight, s.
const ROOMY_S: f64 = 120.0;

pub(super) fn answer(
    kitchen: &Kitchen<'_>,
    lines: &[Line<'_>],
    stations: &Stations,
    (instance, schedule): (&Instance, &Schedule),
) -> LineUp {
    let placed: Vec<(&Line<'_>, &Placement)> = lines
        .iter()
        .zip(&schedule.placements)
        .filter_map(|(line, placement)| Some((line, placement.as_ref()?)))
        .collect();
    let mut steps: Vec<LineUpStep> = Vec::new();
    let mut busy: Vec<Vec<Stretch>> = vec![Vec::new(); stations.list.len()];
    for (line, placement) in &placed {
        let way = &line.made.ways[placement.mode];
        for (place, (link, start)) in way.links.iter().zip(&placement.starts).enumerate() {
            let why = why(line, way, place, (placement, lines, stations), (instance, schedule));
            link_steps(kitchen, line, (link, to_s(*start)), (stations, &why), &mut steps);
            stretches(kitchen, line, (link, to_s(*start)), &mut busy);
        }
        let first_s = placement.starts.first().map_or(0.0, |start| to_s(*start));
        for ahead in &line.made.ahead {
            let heat_s = way.heat().map_or(first_s, |(first, _)| to_s(placement.starts[first]));
            steps.push(step(
                kitchen,
                line,
                (ahead, heat_s, None),
                stations,
                "Long before: it needs the time.",
            ));
        }
    }
    for blocked in &kitchen.asked.busy {
        if let Some(place) = stations.list.iter().position(|s| s.id == blocked.station) {
            busy[place].push(Stretch {
                dish: None,
                key: None,
                title: if blocked.why.is_empty() {
                    "Not to be had".to_owned()
                } else {
                    capital(&blocked.why)
                },
                from_s: blocked.from_s.or(kitchen.asked.now_s).unwrap_or(blocked.until_s),
                until_s: blocked.until_s,
                unit: 0,
                setting_c: None,
            });
        }
    }
    let mut shown: Vec<Station> = stations.list.clone();
    for (station, mut stretches) in shown.iter_mut().zip(busy) {
        units(&mut stretches, station.capacity);
        station.busy = stretches;
    }
    steps.extend(switched_on(stations, &shown));
    steps.sort_by(|a, b| a.start_s.total_cmp(&b.start_s).then_with(|| a.title.cmp(&b.title)));
    let tightest = tightest(&steps, shown[HANDS_AT].capacity);
    // Boards and the sink before what is hot.
    let (cold, hot): (Vec<_>, Vec<_>) = shown
        .into_iter()
        .enumerate()
        .filter(|(_, station)| !station.busy.is_empty())
        .partition(|(place, _)| *place == HANDS_AT || stations.is_bench(*place));
    let shown = cold.into_iter().chain(hot).map(|(_, station)| station).collect();
    let begins_s = steps.iter().map(|s| s.start_s).fold(f64::INFINITY, f64::min);
    let dishes = dishes(kitchen, lines, stations, schedule);
    let hold_of = |id: &str| {
        let place = kitchen.asked.dishes.iter().position(|dish| dish.id == id)?;
        let job = lines.iter().position(|line| line.place == place)?;
        let mode = schedule.placements[job].as_ref().map_or(0, |placement| placement.mode);
        Some(&lines[job].made.ways[mode].hold)
    };
    LineUp {
        moved: kitchen.asked.last.as_ref().map(|last| moved(last, &dishes, hold_of)),
        dishes,
        stations: shown,
        clashes: clashes(kitchen, lines, stations, (instance, schedule)),
        tightest,
        begins_s: if begins_s.is_finite() { begins_s } else { 0.0 },
        cost: schedule.cost - schedule.least_cost,
        notes: one_oven(lines, stations, schedule)
            .into_iter()
            .chain(warm::told(lines, stations, schedule))
            .collect(),
        cautions: cautions(kitchen, &steps),
        steps,
    }
}

fn dish_id(kitchen: &Kitchen<'_>, place: usize) -> String {
    kitchen.asked.dishes[place].id.clone()
}

fn step(
    kitchen: &Kitchen<'_>,
    line: &Line<'_>,
    (one, start_s, key): (&Move, f64, Option<&str>),
    stations: &Stations,
    why: &str,
) -> LineUpStep {
    let begins_s = (start_s + one.at_s).round();
    LineUpStep {
        dish: Some(dish_id(kitchen, one.dish.unwrap_or(line.place))),
        key: key.map(str::to_owned),
        kind: one.kind,
        station: stations.list[one.station].id.clone(),
        start_s: begins_s,
        end_s: begins_s + one.duration_s.max(one.hands_s).round(),
        hands_s: one.hands_s.round(),
        title: one.title.clone(),
        detail: one.detail.clone(),
        cue: one.cue.clone(),
        why: why.to_owned(),
        fixed: key.is_some_and(|key| line.fixed.iter().any(|(fixed, _)| fixed == key)),
    }
}

fn link_steps(
    kitchen: &Kitchen<'_>,
    line: &Line<'_>,
    (link, start_s): (&Link, f64),
    (stations, why): (&Stations, &str),
    steps: &mut Vec<LineUpStep>,
) {
    for (place, one) in link.moves.iter().enumerate() {
        // What keeps the whole of it there is said once.
        let why = if place == 0 { why } else { "" };
        steps.push(step(kitchen, line, (one, start_s, Some(&link.key)), stations, why));
    }
}

/// What stations are busy with because of a link.
fn stretches(
    kitchen: &Kitchen<'_>,
    line: &Line<'_>,
    (link, start_s): (&Link, f64),
    busy: &mut [Vec<Stretch>],
) {
    let name = &line.made.name;
    for need in &link.needs {
        busy[need.station].push(Stretch {
            dish: Some(dish_id(kitchen, line.place)),
            key: Some(link.key.clone()),
            title: capital(name),
            from_s: start_s + need.from_s,
            until_s: start_s + need.to_s,
            unit: 0,
            setting_c: need.setting_c,
        });
    }
    for one in link.moves.iter().filter(|one| one.takes_a_hand()) {
        busy[HANDS_AT].push(Stretch {
            dish: Some(dish_id(kitchen, one.dish.unwrap_or(line.place))),
            key: Some(link.key.clone()),
            title: one.title.clone(),
            from_s: start_s + one.at_s,
            until_s: start_s + one.at_s + one.hands_s,
            unit: 0,
            setting_c: None,
        });
    }
}

/// Which unit each stretch is on: the first that is free.
fn units(stretches: &mut [Stretch], capacity: u32) {
    stretches.sort_by(|a, b| a.from_s.total_cmp(&b.from_s).then_with(|| a.title.cmp(&b.title)));
    let mut free_s = vec![f64::NEG_INFINITY; usize::try_from(capacity).unwrap_or(1)];
    for stretch in stretches {
        let unit = free_s.iter().position(|free| *free <= stretch.from_s + 5.0).unwrap_or(0);
        stretch.unit = unit;
        free_s[unit] = free_s[unit].max(stretch.until_s);
    }
}

/// Ovens and fryers that have to be switched on, and set otherwise in between.
fn switched_on(stations: &Stations, shown: &[Station]) -> Vec<LineUpStep> {
    let mut steps = Vec::new();
    for (place, station) in shown.iter().enumerate() {
        let mut set_c = None;
        let mut until_s = f64::NEG_INFINITY;
        for stretch in &station.busy {
            let Some(wanted_c) = stretch.setting_c else { continue };
            let is_set = set_c.is_some_and(|c: f64| (c - wanted_c).abs() < 0.5);
            if !is_set {
                let (start_s, title) = if set_c.is_none() {
                    let on_s = stations.preheat_s(place, wanted_c);
                    (
                        stretch.from_s - on_s,
                        format!("Switch on {}", stations.set_to(place, wanted_c)),
                    )
                } else {
                    (until_s, format!("Set {} to {wanted_c:.0}{CELSIUS}", the(&station.name)))
                };
                steps.push(LineUpStep {
                    dish: None,
                    key: None,
                    kind: StepKind::Preheat,
                    station: station.id.clone(),
                    start_s: start_s.round(),
                    end_s: stretch.from_s.round(),
                    hands_s: 0.0,
                    title,
                    detail: String::new(),
                    cue: String::new(),
                    why: format!("{} goes in then.", stretch.title),
                    fixed: false,
                });
                set_c = Some(wanted_c);
            }
            until_s = until_s.max(stretch.until_s);
        }
    }
    steps
}

/// The least time that hands have between two movements near the service.
fn tightest(steps: &[LineUpStep], cooks: u32) -> Option<Tightest> {
    let mut free: Vec<Option<&LineUpStep>> = vec![None; usize::try_from(cooks).unwrap_or(1)];
    let mut tightest: Option<Tightest> = None;
    for step in steps.iter().filter(|s| s.hands_s > 0.0 && s.kind.takes_a_hand()) {
        let ends =
            |held: Option<&LineUpStep>| held.map_or(f64::NEG_INFINITY, |s| s.start_s + s.hands_s);
        let soonest = (0..free.len()).min_by(|a, b| ends(free[*a]).total_cmp(&ends(free[*b])))?;
        if let Some(before) = free[soonest] {
            let slack_s = (step.start_s - ends(Some(before))).max(0.0);
            let is_cooking = |s: &LineUpStep| s.kind != StepKind::Prepare;
            if is_cooking(before)
                && is_cooking(step)
                && before.dish != step.dish
                && slack_s < ROOMY_S
                && tightest.as_ref().is_none_or(|t| slack_s < t.slack_s)
            {
                tightest = Some(Tightest {
                    at_s: step.start_s,
                    slack_s,
                    first: before.title.clone(),
                    first_dish: before.dish.clone(),
                    then: step.title.clone(),
                    then_dish: step.dish.clone(),
                });
            }
        }
        free[soonest] = Some(step);
    }
    tightest
}

/// Why a link is where it is and not later.
fn why(
    line: &Line<'_>,
    way: &Way,
    place: usize,
    (placement, lines, stations): (&Placement, &[Line<'_>], &Stations),
    (instance, schedule): (&Instance, &Schedule),
) -> String {
    let link = &way.links[place];
    if line.fixed.iter().any(|(key, _)| *key == link.key) {
        return "It stays there, whatever else moves.".to_owned();
    }
    let activity = &instance.jobs.iter().zip(lines).find(|(_, l)| l.place == line.place);
    let Some((job, _)) = activity else { return String::new() };
    let activity = &job.modes[placement.mode].activities[place];
    let end = placement.starts[place] + activity.length;
    let next = placement.starts.get(place + 1).copied().unwrap_or(job.due + placement.late);
    if next - end <= activity.lag.least {
        return match (placement.starts.get(place + 1), link.least_s > 0.0) {
            (None, _) | (Some(_), false) => String::new(),
            (Some(_), true) => {
                format!("What follows comes {} after it, and no sooner.", clock(link.least_s))
            }
        };
    }
    // What another dish has right behind it keeps it from being later.
    for demand in &activity.demands {
        let until = placement.starts[place] + demand.to;
        for (other, placed) in lines.iter().zip(&schedule.placements) {
            let Some(placed) = placed.as_ref().filter(|_| other.place != line.place) else {
                continue;
            };
            let others = &instance.jobs.iter().zip(lines).find(|(_, l)| l.place == other.place);
            let Some((other_job, _)) = others else { continue };
            let mode = &other_job.modes[placed.mode];
            for (activity, start) in mode.activities.iter().zip(&placed.starts) {
                let blocks = activity.demands.iter().any(|d| {
                    d.resource == demand.resource
                        && start + d.from >= until
                        && start + d.from <= until + 1
                });
                if blocks {
                    let verb = if demand.resource <= BURNERS_AT { "are" } else { "is" };
                    return format!(
                        "{} {verb} wanted by {} right after it.",
                        capital(&the_station(stations, demand.resource)),
                        other.made.name
                    );
                }
            }
        }
    }
    "Later it would be in the way of something that cannot wait.".to_owned()
}

/// A station in a sentence.
fn the_station(stations: &Stations, place: usize) -> String {
    let name = &stations.list[place].name;
    if place == HANDS_AT { name.clone() } else { the(name) }
}

fn dishes(
    kitchen: &Kitchen<'_>,
    lines: &[Line<'_>],
    stations: &Stations,
    schedule: &Schedule,
) -> Vec<DishView> {
    let view = |(place, dish): (usize, &super::Dish)| {
        let host = dish.with.as_ref().unwrap_or(&dish.id);
        let of = |line: &&Line<'_>| kitchen.asked.dishes[line.place].id == *host;
        let line = lines.iter().find(of)?;
        let job = lines.iter().position(|l| l.place == line.place)?;
        let placement = schedule.placements[job].as_ref();
        let way = &line.made.ways[placement.map_or(0, |p| p.mode)];
        let is_host = dish.with.is_none();
        let late_s = placement.map(|p| to_s(p.late));
        let shares = way.outs.len() > 1;
        let part = way.outs.iter().find(|out| out.place == place).filter(|_| shares);
        let out_s = placement.zip(way.heat()).and_then(|(p, (_, last))| {
            let after_s = if shares {
                part?.at_s
            } else if is_host {
                way.links[last].length_s
            } else {
                return None;
            };
            Some(to_s(p.starts[last]) + after_s)
        });
        let served_s = match (part.filter(|part| !part.is_last), out_s) {
            // It is plated while others are still in the vessel.
            (Some(part), Some(out_s)) => Some(dish.serve_s.max((out_s + part.rest_s).round())),
            _ => late_s.map(|late_s| dish.serve_s + late_s),
        };
        let stands_s = served_s.zip(out_s).map(|(served, out)| (served - out).max(0.0));
        let catalogue = kitchen.bench.catalogue;
        let own_name =
            dish.side.as_deref().and_then(|id| catalogue.side(id)).map(|s| s.name.clone());
        let species = dish.request.as_ref().and_then(|r| catalogue.species(&r.piece.species));
        let own_name = own_name.or_else(|| species.map(|s| s.name.to_lowercase()));
        Some(DishView {
            id: dish.id.clone(),
            name: capital(dish.name.as_ref().or(own_name.as_ref()).unwrap_or(&line.made.name)),
            servings: dish.servings.unwrap_or_else(|| {
                let pieces = dish.request.as_ref().map(|r| r.piece.count.unwrap_or(1));
                pieces.unwrap_or(super::USUAL_SERVINGS)
            }),
            serve_s: dish.serve_s,
            served_s,
            begins_s: placement.and_then(|p| p.starts.first()).map(|start| to_s(*start)),
            out_s: out_s.map(f64::round),
            stands_s: stands_s.map(f64::round),
            standing: stands_s.map_or_else(String::new, |s| stands(way, s)),
            vessel: way.vessel.map(|v| stations.list[v].id.clone()),
            request: part
                .map(|part| part.request.clone())
                .or_else(|| way.request.clone().filter(|_| is_host)),
            starts: if is_host { starts(way, placement) } else { goes_in(way, placement, part) },
            cautions: way
                .outs
                .iter()
                .filter(|out| out.place == place)
                .flat_map(|out| &out.cautions)
                .chain(line.made.cautions.iter().filter(|_| is_host))
                .cloned()
                .collect(),
            notes: line
                .made
                .notes
                .iter()
                .filter(|_| is_host)
                .chain(part.and_then(|part| part.note.as_ref()))
                .cloned()
                .collect(),
        })
    };
    kitchen.asked.dishes.iter().enumerate().filter_map(view).collect()
}

fn starts(way: &Way, placement: Option<&Placement>) -> Vec<Fixed> {
    let starts = placement.map_or(&[][..], |p| &p.starts);
    let fixed =
        |(link, start): (&Link, &i32)| Fixed { key: link.key.clone(), start_s: to_s(*start) };
    way.links.iter().zip(starts).map(fixed).collect()
}

/// When one that shares the vessel of another goes in.
fn goes_in(way: &Way, placement: Option<&Placement>, part: Option<&Out>) -> Vec<Fixed> {
    let start = placement.zip(way.heat()).zip(part).map(|((placement, (first, _)), part)| Fixed {
        key: way.links[first].key.clone(),
        start_s: to_s(placement.starts[first]) + part.in_s.round(),
    });
    start.into_iter().collect()
}

/// How a dish stands from the heat to the plate.
fn stands(way: &Way, stands_s: f64) -> String {
    let hold = &way.hold;
    if stands_s < 10.0 {
        return "Straight from the heat to the plate.".to_owned();
    }
    let left_s = way.rest_s() + hold.holds_s - stands_s;
    let then = if left_s > 60.0 {
        format!("{} more and {}", clock(left_s), hold.waiting)
    } else {
        format!("longer and {}", hold.waiting)
    };
    format!("Stands {} {}; {then}.", clock(stands_s), hold.held)
}

/// Raw and cooked apart, where raw fish is prepared beside what is not cooked after it; and holding, where
/// something stands long. Source: FDA Food Code 3-302.11 and 3-501.16; British food hygiene regulations (from
/// memory).
const BOARDS: &str =
    "Raw fish has a board, a knife and a cloth of its own; hands are washed after it.";
const HOLDING: &str = "What stands ready is kept at 57\u{a0}°C or above (63\u{a0}°C in Britain), or eaten within the time that your local code allows.";

fn cautions(kitchen: &Kitchen<'_>, steps: &[LineUpStep]) -> Vec<String> {
    let is_fish = |step: &&LineUpStep| {
        let dish = kitchen.asked.dishes.iter().find(|d| step.dish.as_ref() == Some(&d.id));
        dish.is_some_and(|dish| dish.request.is_some())
    };
    let prepared = || steps.iter().filter(|step| step.kind == StepKind::Prepare);
    let raw = prepared().any(|step| is_fish(&step));
    let other = prepared().any(|step| !is_fish(&step));
    let boards = (raw && other).then(|| BOARDS.to_owned());
    boards.into_iter().chain([HOLDING.to_owned()]).collect()
}

/// What an oven that several dishes share was set to, where not all of them wanted that.
fn one_oven(lines: &[Line<'_>], stations: &Stations, schedule: &Schedule) -> Vec<String> {
    let mut notes = Vec::new();
    for (line, placement) in lines.iter().zip(&schedule.placements) {
        let Some(placement) = placement else { continue };
        let (usual, taken) = (&line.alone, &line.made.ways[placement.mode]);
        let (Some(usual_c), Some(taken_c)) = (usual.setting_c, taken.setting_c) else { continue };
        let longer_s = heat_s(taken) - heat_s(usual);
        let how = if longer_s > 0.0 { "longer" } else { "shorter" };
        if taken.vessel != usual.vessel {
            let name = |v: Option<usize>| v.map_or("", |v| stations.list[v].name.as_str());
            notes.push(format!(
                "{} cooks in {}, {} {how} than in {}.",
                capital(&line.made.name),
                the(name(taken.vessel)),
                clock(longer_s.abs()),
                the(name(usual.vessel))
            ));
        } else if (usual_c - taken_c).abs() > 1.0 {
            notes.push(format!(
                "One heat for all in it: {} is cooked at {taken_c:.0}{CELSIUS} instead of {usual_c:.0}{CELSIUS}, {} {how}.",
                line.made.name,
                clock(longer_s.abs())
            ));
        }
    }
    notes
}

fn heat_s(way: &Way) -> f64 {
    way.heat().map_or(0.0, |(first, _)| way.links[first].length_s)
}
