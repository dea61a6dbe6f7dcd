//! What changes in a line-up, before the service and in the middle of it.

use serde::{Deserialize, Serialize};

use super::answer::LineUp;
use super::chain::PREP;
use super::request::{Busy, Dish, Fixed, LineUpRequest, Stood};
use crate::error::{FieldError, Problems};
use crate::say::quoted;

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
}

/// The line-up after a change. In a service that is under way, `now_s`, what has begun stays as it is, and
/// nothing else begins before now.
///
/// # Errors
/// A dish that is not there, as `dish`; what a change makes wrong is found when it is lined up again.
pub fn change(
    request: &LineUpRequest,
    line_up: &LineUp,
    now_s: Option<f64>,
    change: &Change,
) -> Result<LineUpRequest, Vec<FieldError>> {
    let mut next = request.clone();
    next.now_s = now_s.or(request.now_s);
    for dish in &mut next.dishes {
        let Some(view) = line_up.dishes.iter().find(|view| view.id == dish.id) else { continue };
        if view.starts.is_empty() {
            continue;
        }
        dish.stood = Some(Stood { vessel: view.vessel.clone(), starts: view.starts.clone() });
        let Some(now_s) = now_s else { continue };
        let begun = view.starts.iter().filter(|start| start.start_s <= now_s);
        for start in begun {
            if dish.fixed.iter().all(|fixed| fixed.key != start.key) {
                dish.fixed.push(start.clone());
            }
            if start.key.starts_with(super::HEAT) && dish.vessel.is_none() {
                // In its pan it stays in that pan, and its plan is the one that it went in with.
                dish.vessel.clone_from(&view.vessel);
                if dish.request.is_some() {
                    dish.request.clone_from(&view.request);
                }
            }
        }
    }
    apply(&mut next, line_up, now_s, change)?;
    Ok(next)
}

fn apply(
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
        Change::Serve { dish, serve_s } => find(next, dish)?.serve_s = *serve_s,
        Change::Servings { dish, servings } => {
            let dish = find(next, dish)?;
            dish.servings = Some(*servings);
            dish.stood = None;
        }
        Change::Prepared { dish, prepared } => {
            let dish = find(next, dish)?;
            dish.prepared = *prepared;
            dish.fixed.retain(|fixed| !fixed.key.starts_with(PREP));
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
        Change::Fix { dish, key, start_s } => {
            let dish = find(next, dish)?;
            dish.fixed.retain(|fixed| fixed.key != *key);
            dish.fixed.push(Fixed { key: key.clone(), start_s: *start_s });
            dish.stood = None;
        }
        Change::Free { dish, key } => find(next, dish)?.fixed.retain(|fixed| fixed.key != *key),
        Change::Busy { busy } => {
            next.busy.retain(|other| other.station != busy.station);
            next.busy.push(busy.clone());
        }
        Change::Crew { hands, burners } => {
            next.hands = hands.or(next.hands);
            next.burners = burners.or(next.burners);
        }
    }
    Ok(())
}

fn find<'r>(next: &'r mut LineUpRequest, id: &str) -> Result<&'r mut Dish, Vec<FieldError>> {
    let found = next.dishes.iter_mut().find(|dish| dish.id == id);
    found.ok_or_else(|| {
        let message = format!("{} is no dish of this line-up", quoted(id));
        vec![FieldError { field: "dish".to_owned(), message }]
    })
}
