//! What is lined up, and its checks.

use std::collections::HashSet;

use serde::{Deserialize, Serialize};

use super::schedule::Tick;
use super::station::to_ticks;
use crate::catalogue::Catalogue;
use crate::error::{FieldError, Problems};
use crate::kitchen::OwnKitchen;
use crate::prep::PrepChoices;
use crate::setup::{LONGEST_ASKED_S, PlanRequest, check_duration};

/// Most dishes of one line-up.
pub(super) const MOST_DISHES: usize = 200;
/// Longest id and name, characters.
const LONGEST_ID: usize = 60;
/// Most entries of the smaller lists.
const MOST_FIXED: usize = 60;
const MOST_BUSY: usize = 40;
/// Serve times lie within this of zero, s.
const FARTHEST_S: f64 = 12.0 * 3600.0;

/// A step that is no longer open: it has begun, or a cook wants it there.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Fixed {
    /// Key of the step, such as `heat:1` or `plate`.
    #[cfg_attr(feature = "schema", schema(max_length = 60))]
    pub key: String,
    /// When it begins, s.
    #[cfg_attr(feature = "schema", schema(minimum = -86_400, maximum = 86_400))]
    pub start_s: f64,
}

/// A station that is not to be had until then.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Busy {
    /// Id of the station.
    #[cfg_attr(feature = "schema", schema(max_length = 60))]
    pub station: String,
    /// From then, s; from the beginning of time when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = -86_400, maximum = 86_400))]
    pub from_s: Option<f64>,
    /// Until then, s.
    #[cfg_attr(feature = "schema", schema(minimum = -86_400, maximum = 86_400))]
    pub until_s: f64,
    /// Why, for a cook.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(max_length = 60))]
    pub why: String,
}

/// Where a dish stood before something changed: it stays there unless it has to move.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Stood {
    /// Id of the gear that it cooked in.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(max_length = 60))]
    pub vessel: Option<String>,
    /// When each of its parts began.
    #[cfg_attr(feature = "schema", schema(max_items = 60))]
    pub starts: Vec<Fixed>,
    /// From the heat until it was to be eaten, s: the rest that its plan was made for there; its own when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 1800))]
    pub rest_s: Option<f64>,
    /// Id of what it was to rest on; its own when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(max_length = 60))]
    pub rest_on: Option<String>,
}

fn check_starts(field: &str, starts: &[Fixed], problems: &mut Problems) {
    if problems.at_most(field, starts, MOST_FIXED) {
        for (i, start) in starts.iter().enumerate() {
            problems.range(&format!("{field}.{i}.start_s"), start.start_s, -DAY_S, DAY_S, "s");
        }
    }
}

impl Stood {
    fn check(&self) -> Result<(), Vec<FieldError>> {
        let mut problems = Problems::new();
        check_starts("starts", &self.starts, &mut problems);
        check_duration(self.rest_s, &mut problems);
        problems.finish()
    }

    /// When a part of it began.
    pub(super) fn start(&self, key: &str) -> Option<Tick> {
        self.starts.iter().find(|start| start.key == key).map(|start| to_ticks(start.start_s))
    }

    /// Whether it was to rest as a plan has it.
    pub(super) fn rests_as(&self, plan: &PlanRequest) -> bool {
        let near = |a: f64, b: f64| (a - b).abs() < 0.5;
        let same = match (self.rest_s, plan.rest_s) {
            (Some(stood_s), Some(plan_s)) => near(stood_s, plan_s),
            (stood_s, plan_s) => stood_s.is_none() && plan_s.is_none(),
        };
        same && self.rest_on == plan.rest_on
    }
}

/// What a dish's cook at the stove has come to: it holds instead of the plan's own moments.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct AtStove {
    /// Number of the cook.
    pub cook: i32,
    /// Met the heat then, s.
    #[cfg_attr(feature = "schema", schema(minimum = -86_400, maximum = 86_400))]
    pub start_s: f64,
    /// Turned so long after that, made or to come, s.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 14_400))]
    pub turn_s: Option<f64>,
    /// Out of the heat so long after that, s.
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 14_400))]
    pub out_s: f64,
}

/// What was asked of a dish that went into the heat since, in one pan and by one plan.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Asked {
    /// Id of the gear that it was to cook in and no other.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(max_length = 60))]
    pub vessel: Option<String>,
    /// The plan of a fish.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub request: Option<PlanRequest>,
    /// Whether everything before the heat was done already.
    pub prepared: bool,
}

/// A dish: a plan, or a side.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Dish {
    /// Tells it from the others, 1 to 60 characters.
    #[cfg_attr(feature = "schema", schema(min_length = 1, max_length = 60))]
    pub id: String,
    /// What it is called; worked out when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(min_length = 1, max_length = 60))]
    pub name: Option<String>,
    /// The plan of a fish; its pieces are the servings.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub request: Option<PlanRequest>,
    /// Id of a side.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(max_length = 60))]
    pub side: Option<String>,
    /// Servings, 1 to 60; a fish's pieces, or two, when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 60))]
    pub servings: Option<u32>,
    /// When it is served, s.
    #[cfg_attr(feature = "schema", schema(minimum = -43_200, maximum = 43_200))]
    pub serve_s: f64,
    /// What its preparation leaves to choose.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub choices: Option<PrepChoices>,
    /// Whether everything before the heat is done already.
    #[serde(default)]
    pub prepared: bool,
    /// Id of the dish whose vessel it shares: fish beside fish, or a side that joins it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(max_length = 60))]
    pub with: Option<String>,
    /// Id of the gear that it cooks in and no other; whichever serves best when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(max_length = 60))]
    pub vessel: Option<String>,
    /// Nothing of it begins before that, s.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = -86_400, maximum = 86_400))]
    pub held_until_s: Option<f64>,
    /// Steps that are no longer open.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    #[cfg_attr(feature = "schema", schema(max_items = 60))]
    pub fixed: Vec<Fixed>,
    /// Its cook at the stove.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub at_stove: Option<AtStove>,
    /// Where it stood before.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub stood: Option<Stood>,
    /// What was asked of it, where it is in the heat.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub asked: Option<Box<Asked>>,
}

impl Dish {
    /// Keeps what was asked, before the heat binds it to a pan and a plan; once.
    pub(super) fn keep_asked(&mut self) {
        if self.asked.is_none() {
            let Self { vessel, request, prepared, .. } = self;
            let (vessel, request, prepared) = (vessel.clone(), request.clone(), *prepared);
            self.asked = Some(Box::new(Asked { vessel, request, prepared }));
        }
    }

    /// Out of the pan again: any pan that it may have, by the plan that was asked for. What was prepared stays so.
    pub(super) fn unbind(&mut self) {
        if let Some(asked) = self.asked.take() {
            self.vessel = asked.vessel;
            self.request = asked.request;
        }
    }

    /// The dish as it was asked for: nothing of it has begun, as on another day.
    #[must_use]
    pub fn afresh(mut self) -> Self {
        self.prepared = self.asked.as_ref().map_or(self.prepared, |asked| asked.prepared);
        self.unbind();
        Self { held_until_s: None, fixed: Vec::new(), at_stove: None, stood: None, ..self }
    }
}

/// Where a dish was before the last change.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Was {
    /// Its id.
    pub dish: String,
    /// When it was to be there, s.
    pub served_s: Option<f64>,
    /// When it was to come out of the heat, s.
    pub out_s: Option<f64>,
}

/// The last change in a service.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Last {
    /// When it was told, s.
    pub at_s: f64,
    /// What happened, in a few words.
    pub why: String,
    /// Id of the dish that it happened to.
    pub dish: Option<String>,
    /// Where dishes were before it.
    pub was: Vec<Was>,
    /// What taking it back goes back to; none where nothing can be taken back.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub before: Option<Before>,
}

/// The line-up before the last change that a hand made in a service.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Before {
    /// When that was told, s.
    pub at_s: f64,
    /// What it was, in a few words.
    pub what: String,
    /// What was lined up, with what had begun by then; its own last change is left out.
    #[cfg_attr(feature = "schema", schema(no_recursion))]
    pub request: Box<LineUpRequest>,
}

/// What is lined up. All times count from one zero, s.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct LineUpRequest {
    /// Dishes, 1 to 200.
    #[cfg_attr(feature = "schema", schema(min_items = 1, max_items = 200))]
    pub dishes: Vec<Dish>,
    /// Cooks, 1 to 8; one when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 8))]
    pub hands: Option<u32>,
    /// Burners, 1 to 12; as many as the gear stands on, or four, when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 12))]
    pub burners: Option<u32>,
    /// Ids of the gear at hand; everything when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(max_items = 100))]
    pub gear: Option<Vec<String>>,
    /// What this kitchen knows of its gear.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub kitchen: Option<OwnKitchen>,
    /// Nothing begins before that, s; any time ahead when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = -86_400, maximum = 86_400))]
    pub now_s: Option<f64>,
    /// Stations that are not to be had for a while.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    #[cfg_attr(feature = "schema", schema(max_items = 40))]
    pub busy: Vec<Busy>,
    /// What was changed last, while the service is under way.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub last: Option<Last>,
}

/// A day, s: moments of what was begun or put off lie within one of zero.
const DAY_S: f64 = 86_400.0;

fn words(text: &str, field: &str, problems: &mut Problems) {
    let is_plain = !text.trim().is_empty() && !text.chars().any(char::is_control);
    if !is_plain || text.chars().count() > LONGEST_ID {
        problems.add(field, format!("allowed are 1 to {LONGEST_ID} characters"));
    }
}

/// A moment at the stove that moves by no more moves nothing else, s: a tick of the schedule.
const MOVED_S: f64 = super::schedule::TICK_S;

impl AtStove {
    /// Checks its moments.
    pub(super) fn check(&self) -> Result<(), Vec<FieldError>> {
        let mut problems = Problems::new();
        problems.range("start_s", self.start_s, -DAY_S, DAY_S, "s");
        problems.range("out_s", self.out_s, 1.0, LONGEST_ASKED_S, "s");
        problems.range("turn_s", self.turn_s.unwrap_or(1.0), 1.0, LONGEST_ASKED_S, "s");
        problems.finish()
    }

    /// Whether it is the same for a service: what moves by less moves nothing else.
    pub fn is_near(&self, other: &Self) -> bool {
        let near = |a: f64, b: f64| (a - b).abs() <= MOVED_S;
        near(self.start_s, other.start_s)
            && near(self.out_s, other.out_s)
            && near(self.turn_s.unwrap_or(0.0), other.turn_s.unwrap_or(0.0))
    }
}

impl LineUpRequest {
    /// Checks everything but the plans in it.
    pub(super) fn check(&self, catalogue: &Catalogue) -> Result<(), Vec<FieldError>> {
        let mut problems = Problems::new();
        if self.dishes.is_empty() {
            problems.add("dishes", "allowed are 1 to 200 dishes");
        }
        if !problems.at_most("dishes", &self.dishes, MOST_DISHES) {
            return problems.finish();
        }
        for (field, value, most) in [("hands", self.hands, 8), ("burners", self.burners, 12)] {
            if let Some(value) = value {
                problems.range(field, f64::from(value), 1.0, f64::from(most), "");
            }
        }
        if let Some(now_s) = self.now_s {
            problems.range("now_s", now_s, -DAY_S, DAY_S, "s");
        }
        if problems.at_most("busy", &self.busy, MOST_BUSY) {
            for (place, busy) in self.busy.iter().enumerate() {
                problems.range(&format!("busy.{place}.until_s"), busy.until_s, -DAY_S, DAY_S, "s");
                let from_s = busy.from_s.unwrap_or(busy.until_s);
                problems.range(&format!("busy.{place}.from_s"), from_s, -DAY_S, busy.until_s, "s");
            }
        }
        let mut ids = HashSet::new();
        for (place, dish) in self.dishes.iter().enumerate() {
            let field = |name: &str| format!("dishes.{place}.{name}");
            words(&dish.id, &field("id"), &mut problems);
            if !ids.insert(dish.id.as_str()) {
                problems.add(&field("id"), "another dish has it; each id counts once");
            }
            self.check_dish(catalogue, dish, &field, &mut problems);
        }
        problems.finish()
    }

    fn check_dish(
        &self,
        catalogue: &Catalogue,
        dish: &Dish,
        field: &impl Fn(&str) -> String,
        problems: &mut Problems,
    ) {
        if let Some(name) = &dish.name {
            words(name, &field("name"), problems);
        }
        match (&dish.request, &dish.side) {
            (Some(_), Some(_)) => {
                problems.add(&field("side"), "a dish is a fish or a side: leave out one of them");
            }
            (None, None) => problems.add(&field("request"), "give a plan, or a side"),
            (None, Some(side)) => {
                problems.named(&field("side"), "a side", side, &catalogue.sides, |s| &s.id);
            }
            (Some(_), None) => {}
        }
        if let Some(servings) = dish.servings {
            problems.range(&field("servings"), f64::from(servings), 1.0, 60.0, "servings");
        }
        problems.range(&field("serve_s"), dish.serve_s, -FARTHEST_S, FARTHEST_S, "s");
        if let Some(held_s) = dish.held_until_s {
            problems.range(&field("held_until_s"), held_s, -DAY_S, DAY_S, "s");
        }
        if let Some(stood) = &dish.stood {
            problems.within(&field("stood"), stood.check());
        }
        check_starts(&field("fixed"), &dish.fixed, problems);
        if let Some(at_stove) = &dish.at_stove {
            problems.within(&field("at_stove"), at_stove.check());
        }
        let Some(with) = &dish.with else { return };
        let host = self.dishes.iter().find(|other| other.id == *with && other.id != dish.id);
        let joins = |side: &String| catalogue.side(side).and_then(|s| s.joins.as_ref());
        match (host, &dish.side) {
            (None, _) => problems.add(&field("with"), "no other dish has this id"),
            (Some(host), _) if host.with.is_some() => problems.add(
                &field("with"),
                "that dish shares another's vessel itself: name the one that all of them share",
            ),
            (Some(host), _) if host.request.is_none() => {
                problems.add(&field("with"), "only a fish's vessel can be shared");
            }
            (Some(host), Some(side)) => {
                let method = host.request.as_ref().map_or("", |r| r.method.as_str());
                let methods = joins(side).map_or(&[][..], |joins| &joins.methods);
                if !methods.iter().any(|m| m == method) {
                    problems.add(
                        &field("with"),
                        if methods.is_empty() {
                            "this side joins no fish: leave it out".to_owned()
                        } else {
                            format!("it joins only fish made by {}", methods.join(", "))
                        },
                    );
                }
            }
            (Some(host), None) => {
                let method = |dish: &Dish| dish.request.as_ref().map(|r| r.method.clone());
                if method(host) != method(dish) {
                    problems.add(&field("with"), "fish in one vessel is made by one method");
                }
            }
        }
    }
}
