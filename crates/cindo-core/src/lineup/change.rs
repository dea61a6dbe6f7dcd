//! What changes in a line-up, before the service and in the middle of it.

use serde::{Deserialize, Serialize};

use super::answer::{DishView, LineUp};
use super::chain::{HEAT, PREP};
use super::moved::later;
use super::request::{AtStove, Busy, Dish, Fixed, Last, LineUpRequest, Stood, Was};
use super::take_back::{kept, take_back};
use crate::error::{FieldError, Problems, within};
use crate::say::{capital, quoted};

/// One change.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(tag = "kind", rename_all = "snake_case", deny_unknown_fields)]
pub enum Change {
    /// One dish more, such as a ticket that comes in during the service.
    Add {
        /// The dish.
        dish: Box<Dish>,
    },
    /// One dish less, and what shared its vessel.
    Remove {
        /// Id of the dish.
        #[cfg_attr(feature = "schema", schema(max_length = 60))]
        dish: String,
    },
    /// Served at another time.
    Serve {
        /// Id of the dish.
        #[cfg_attr(feature = "schema", schema(max_length = 60))]
        dish: String,
        /// When, s.
        #[cfg_attr(feature = "schema", schema(minimum = -43_200, maximum = 43_200))]
        serve_s: f64,
    },
    /// More or fewer of it.
    Servings {
        /// Id of the dish.
        #[cfg_attr(feature = "schema", schema(max_length = 60))]
        dish: String,
        /// How many, 1 to 60.
        #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 60))]
        servings: u32,
    },
    /// Everything before its heat is done already, or not.
    Prepared {
        /// Id of the dish.
        #[cfg_attr(feature = "schema", schema(max_length = 60))]
        dish: String,
        /// Whether it is.
        prepared: bool,
    },
    /// Nothing more of it begins before so much later than lined up.
    Late {
        /// Id of the dish.
        #[cfg_attr(feature = "schema", schema(max_length = 60))]
        dish: String,
        /// How much later, s, 5 to 7200.
        #[cfg_attr(feature = "schema", schema(minimum = 5, maximum = 7200))]
        by_s: f64,
    },
    /// A step stays where it is, or began just then.
    Fix {
        /// Id of the dish.
        #[cfg_attr(feature = "schema", schema(max_length = 60))]
        dish: String,
        /// Key of the step.
        #[cfg_attr(feature = "schema", schema(max_length = 60))]
        key: String,
        /// When it begins, s.
        #[cfg_attr(feature = "schema", schema(minimum = -86_400, maximum = 86_400))]
        start_s: f64,
    },
    /// It is at the stove, and its cook has come to this.
    AtStove {
        /// Id of the dish.
        #[cfg_attr(feature = "schema", schema(max_length = 60))]
        dish: String,
        /// The cook, and its moments.
        at_stove: AtStove,
    },
    /// A step may move again.
    Free {
        /// Id of the dish.
        #[cfg_attr(feature = "schema", schema(max_length = 60))]
        dish: String,
        /// Key of the step.
        #[cfg_attr(feature = "schema", schema(max_length = 60))]
        key: String,
    },
    /// A station is not to be had for a while, such as oil that is back late.
    Busy {
        /// Which, until when, and why.
        busy: Busy,
    },
    /// Other hands, or other burners.
    Crew {
        /// Cooks, 1 to 8.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 8))]
        hands: Option<u32>,
        /// Burners, 1 to 12.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 12))]
        burners: Option<u32>,
    },
    /// The last change that a hand made in this service is taken back; alone, nothing goes with it.
    TakeBack,
}

/// The line-up after some changes, one after the other. In a service that is under way, `now_s`, what has begun
/// stays as it is, unless it is freed, and nothing else begins before now.
///
/// # Errors
/// A dish that is not there, as `changes.0.dish`; what a change makes wrong is found when it is lined up again.
pub fn change(
    request: &LineUpRequest,
    line_up: &LineUp,
    now_s: Option<f64>,
    changes: &[Change],
) -> Result<LineUpRequest, Vec<FieldError>> {
    if changes == [Change::TakeBack] {
        return take_back(request, line_up, now_s).map_err(|errors| within("changes.0", errors));
    }
    let frees = |id: &str, start: &Fixed| {
        let frees =
            |c: &Change| matches!(c, Change::Free { dish, key } if dish == id && *key == start.key);
        changes.iter().any(frees)
    };
    let mut next = settled(request, line_up, now_s, frees);
    for (place, change) in changes.iter().enumerate() {
        apply(&mut next, line_up, now_s, change)
            .map_err(|errors| within(&format!("changes.{place}"), errors))?;
    }
    next.last = now_s.map(|now_s| Last {
        before: kept(request, line_up, changes, now_s),
        ..last(line_up, changes, now_s)
    });
    Ok(next)
}

/// The line-up with everything where it stands; what has begun stays there, unless it is freed.
pub(super) fn settled(
    request: &LineUpRequest,
    line_up: &LineUp,
    now_s: Option<f64>,
    is_freed: impl Fn(&str, &Fixed) -> bool,
) -> LineUpRequest {
    let mut next = LineUpRequest { now_s: now_s.or(request.now_s), ..request.clone() };
    for dish in &mut next.dishes {
        let Some(view) = line_up.dishes.iter().find(|view| view.id == dish.id) else { continue };
        if view.starts.is_empty() {
            continue;
        }
        let plan = view.request.as_ref();
        dish.stood = Some(Stood {
            vessel: view.vessel.clone(),
            starts: view.starts.clone(),
            rest_s: plan.and_then(|plan| plan.rest_s),
            rest_on: plan.and_then(|plan| plan.rest_on.clone()),
        });
        let Some(now_s) = now_s else { continue };
        let begun = view.starts.iter().filter(|start| start.start_s <= now_s);
        for start in begun.filter(|start| !is_freed(&view.id, start)) {
            begins(dish, view, start);
        }
    }
    next
}

/// A step has begun: it stays where it is, and what is in its pan stays in that pan.
pub(super) fn begins(dish: &mut Dish, view: &DishView, start: &Fixed) {
    if dish.fixed.iter().all(|fixed| fixed.key != start.key) {
        dish.fixed.push(start.clone());
    }
    if start.key.starts_with(HEAT) {
        bind(dish, view);
    }
}

/// In the heat it has the pan and the plan that it went in with, until it is freed.
fn bind(dish: &mut Dish, view: &DishView) {
    if dish.asked.is_none() {
        dish.keep_asked();
        dish.vessel.clone_from(&view.vessel);
        if dish.request.is_some() {
            dish.request.clone_from(&view.request);
        }
    }
}

/// What goes in within so long of the first one is first, too, s.
const AT_ONCE_S: f64 = 2.0;
/// What comes out within this of its moment is as it was lined up, s.
const AS_LINED_UP_S: f64 = 10.0;

/// The first of some changes that can be told, and where everything was before them.
fn last(line_up: &LineUp, changes: &[Change], at_s: f64) -> Last {
    let (dish, why) = changes.iter().find_map(|change| told(line_up, change)).unwrap_or_default();
    Last { at_s, why, dish, was: was(line_up), before: None }
}

/// Where everything is.
pub(super) fn was(line_up: &LineUp) -> Vec<Was> {
    let was =
        |view: &DishView| Was { dish: view.id.clone(), served_s: view.served_s, out_s: view.out_s };
    line_up.dishes.iter().map(was).collect()
}

/// A change in a few words, and the dish that it happened to.
pub(super) fn told(line_up: &LineUp, change: &Change) -> Option<(Option<String>, String)> {
    let view = |id: &str| line_up.dishes.iter().find(|view| view.id == id);
    let name = |id: &str| view(id).map_or_else(|| quoted(id), |view| view.name.clone());
    let (dish, why) = match change {
        Change::Add { dish } => (Some(&dish.id), format!("{} comes in", dish.name.as_ref()?)),
        Change::Remove { dish } => (Some(dish), format!("Without {}", name(dish).to_lowercase())),
        Change::Serve { dish, serve_s } => {
            let by_s = serve_s - view(dish)?.serve_s;
            (Some(dish), format!("{} is eaten {}", name(dish), later(by_s)))
        }
        Change::Servings { dish, servings } => {
            (Some(dish), format!("{} for {servings}", name(dish)))
        }
        Change::Late { dish, by_s } => (Some(dish), format!("{} {}", name(dish), later(*by_s))),
        Change::AtStove { dish, at_stove } => {
            let by_s = at_stove.start_s + at_stove.out_s - view(dish)?.out_s?;
            let how = if by_s.abs() < AS_LINED_UP_S {
                "goes on as lined up".to_owned()
            } else {
                format!("comes out {}", later(by_s))
            };
            (Some(dish), format!("{} {how}", name(dish)))
        }
        Change::Busy { busy } => {
            let station = line_up.stations.iter().find(|s| s.id == busy.station);
            let station = station.map_or_else(|| quoted(&busy.station), |s| capital(&s.name));
            let why = if busy.why.is_empty() { "not to be had" } else { &busy.why };
            (None, format!("{station} {why}"))
        }
        Change::Prepared { .. }
        | Change::Fix { .. }
        | Change::Free { .. }
        | Change::Crew { .. }
        | Change::TakeBack => return None,
    };
    Some((dish.cloned(), why))
}

pub(super) fn apply(
    next: &mut LineUpRequest,
    line_up: &LineUp,
    now_s: Option<f64>,
    change: &Change,
) -> Result<(), Vec<FieldError>> {
    match change {
        Change::Add { dish } => next.dishes.push((**dish).clone()),
        Change::Remove { dish } => {
            find(next, dish)?;
            next.dishes.retain(|d| d.id != *dish && d.with.as_ref() != Some(dish));
        }
        Change::Serve { dish, serve_s } => {
            let dish = find(next, dish)?;
            dish.serve_s = *serve_s;
            if dish.with.is_some() {
                // It goes in when that wants it.
                dish.stood = None;
            }
        }
        Change::Servings { dish, servings } => {
            let dish = find(next, dish)?;
            dish.servings = Some(*servings);
            dish.stood = None;
        }
        Change::Prepared { dish, prepared } => {
            let dish = find(next, dish)?;
            set_prepared(dish, *prepared);
            dish.stood = None;
        }
        Change::Late { dish: id, by_s } => {
            let mut problems = Problems::new();
            problems.range("by_s", *by_s, 5.0, 7200.0, "s");
            problems.finish()?;
            let dish = find(next, id)?;
            let view = line_up.dishes.iter().find(|view| view.id == *id);
            let starts = view.into_iter().flat_map(|view| &view.starts);
            let open = starts.filter(|s| dish.fixed.iter().all(|fixed| fixed.key != s.key));
            let first_s = open.map(|s| s.start_s).fold(f64::INFINITY, f64::min);
            let from_s = if first_s.is_finite() { first_s } else { now_s.unwrap_or(dish.serve_s) };
            dish.held_until_s = Some(from_s + by_s);
            dish.stood = None;
        }
        Change::Fix { dish: id, key, start_s } => {
            // What shares a vessel moves with all that is in it.
            let (id, start_s) = &with_its_vessel(next, line_up, (id, key, *start_s))?;
            let dish = find(next, id)?;
            dish.fixed.retain(|fixed| fixed.key != *key);
            dish.fixed.push(Fixed { key: key.clone(), start_s: *start_s });
            dish.stood = None;
            if key.starts_with(HEAT) && now_s.is_some_and(|now_s| *start_s <= now_s) {
                goes_in(next, line_up, id);
            }
        }
        Change::AtStove { dish: id, at_stove } => {
            at_stove.check().map_err(|errors| within("at_stove", errors))?;
            let dish = find(next, id)?;
            let view = line_up.dishes.iter().find(|view| view.id == *id);
            let mut starts = view.into_iter().flat_map(|view| &view.starts);
            let Some(Fixed { key, .. }) = starts.find(|start| start.key.starts_with(HEAT)) else {
                let message = format!("{} has no heat of its own", quoted(id));
                return Err(vec![FieldError { field: "dish".to_owned(), message }]);
            };
            dish.at_stove = Some(at_stove.clone());
            dish.stood = None;
            begins_with(next, line_up, id, key);
            goes_in(next, line_up, id);
        }
        Change::Free { dish, key } => {
            // A pin of all in a vessel is taken out for all; who goes in later than said leaves the others in.
            let host = find(next, dish)?.with.clone().filter(|_| key.starts_with(HEAT));
            let is_ahead = |host: &String| {
                let start_s = heat_start_s(line_up, host, key);
                start_s.zip(now_s).is_none_or(|(start_s, now_s)| start_s > now_s)
            };
            let dish = find(next, host.as_ref().filter(|host| is_ahead(host)).unwrap_or(dish))?;
            dish.fixed.retain(|fixed| fixed.key != *key);
            if key.starts_with(HEAT) {
                dish.unbind();
            }
        }
        Change::Busy { busy } => {
            next.busy.retain(|other| other.station != busy.station);
            next.busy.push(busy.clone());
        }
        Change::Crew { hands, burners } => {
            next.hands = hands.or(next.hands);
            next.burners = burners.or(next.burners);
        }
        Change::TakeBack => {
            let message = "goes alone: give it in a request of its own";
            return Err(vec![FieldError { field: "kind".to_owned(), message: message.to_owned() }]);
        }
    }
    Ok(())
}

/// A step of a dish that shares a vessel as the step of the dish whose vessel that is, and its start.
fn with_its_vessel(
    next: &mut LineUpRequest,
    line_up: &LineUp,
    (id, key, start_s): (&str, &str, f64),
) -> Result<(String, f64), Vec<FieldError>> {
    let host = find(next, id)?.with.clone();
    let Some(host) = host.filter(|_| key.starts_with(HEAT)) else {
        return Ok((id.to_owned(), start_s));
    };
    let later_s = heat_start_s(line_up, id, key).zip(heat_start_s(line_up, &host, key));
    let later_s = later_s.map_or(0.0, |(own_s, first_s)| own_s - first_s);
    Ok((host, start_s - later_s))
}

/// When a dish goes in as it is lined up, s; of one whose vessel others share, when the first of them does.
fn heat_start_s(line_up: &LineUp, id: &str, key: &str) -> Option<f64> {
    let view = line_up.dishes.iter().find(|view| view.id == id)?;
    view.starts.iter().find(|start| start.key == key).map(|start| start.start_s)
}

/// What shares a vessel began when the first of it went in: as the stove has it, or as it was lined up where one that was
/// to go in later is told of first.
fn begins_with(next: &mut LineUpRequest, line_up: &LineUp, id: &str, key: &str) {
    let host = next.dishes.iter().find(|d| d.id == id).and_then(|d| d.with.clone());
    let host = host.unwrap_or_else(|| id.to_owned());
    let shares = |dish: &&Dish| dish.id == host || dish.with.as_ref() == Some(&host);
    let at_stove = next.dishes.iter().filter(shares).filter_map(|dish| dish.at_stove.as_ref());
    let told_s = at_stove.map(|at_stove| at_stove.start_s).fold(f64::INFINITY, f64::min);
    let first_s = heat_start_s(line_up, &host, key);
    let is_at_once = |other: &str| {
        let start_s = heat_start_s(line_up, other, key);
        start_s.zip(first_s).is_some_and(|(own_s, first_s)| own_s - first_s < AT_ONCE_S)
    };
    // The start of the one whose vessel it is is that of the first, so whether that is itself the others say.
    let mut others = next.dishes.iter().filter(|dish| dish.with.as_ref() == Some(&host));
    let is_first =
        if id == host { !others.any(|other| is_at_once(&other.id)) } else { is_at_once(id) };
    let Some(host) = next.dishes.iter_mut().find(|dish| dish.id == host) else { return };
    let begun_s = host.fixed.iter().find(|fixed| fixed.key == key).map(|fixed| fixed.start_s);
    let start_s = begun_s.filter(|_| !is_first).map_or(told_s, |begun_s| begun_s.min(told_s));
    host.fixed.retain(|fixed| fixed.key != key);
    host.fixed.push(Fixed { key: key.to_owned(), start_s });
    host.stood = None;
}

/// What is in the heat stays in its pan and was prepared, whatever was told of it, and so was all that shares its
/// vessel.
fn goes_in(next: &mut LineUpRequest, line_up: &LineUp, id: &str) {
    let shares = |dish: &&mut Dish| dish.id == id || dish.with.as_deref() == Some(id);
    for dish in next.dishes.iter_mut().filter(shares) {
        match line_up.dishes.iter().find(|view| view.id == id) {
            Some(view) if dish.id == id => bind(dish, view),
            _ => dish.keep_asked(),
        }
        set_prepared(dish, true);
    }
}

/// Everything before the heat of a dish is done, or not.
fn set_prepared(dish: &mut Dish, prepared: bool) {
    dish.prepared = prepared;
    dish.fixed.retain(|fixed| !fixed.key.starts_with(PREP));
}

fn find<'r>(next: &'r mut LineUpRequest, id: &str) -> Result<&'r mut Dish, Vec<FieldError>> {
    let found = next.dishes.iter_mut().find(|dish| dish.id == id);
    found.ok_or_else(|| {
        let message = format!("{} is no dish of this line-up", quoted(id));
        vec![FieldError { field: "dish".to_owned(), message }]
    })
}
