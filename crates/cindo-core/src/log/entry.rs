//! One cook in the log: what was planned, what happened, and what the cook says of it.

use serde::{Deserialize, Serialize};

use super::evidence::Slopes;
use crate::bench::Bench;
use crate::cook::{Event, Milestones, Promise, Reading, follow, hindsight, milestones};
use crate::error::{FieldError, Problems};
use crate::kitchen::MOST_USES;
use crate::say::tenth;
use crate::setup::{PlanRequest, resolve};

/// How it came out.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Verdict {
    /// Less done than was wanted.
    Under,
    /// As it was wanted.
    Right,
    /// More done than was wanted.
    Over,
}

/// What else was wrong.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
#[expect(missing_docs, reason = "named after what they are")]
pub enum Fault {
    Stuck,
    Torn,
    Pale,
    Scorched,
    Dry,
    Salty,
}

/// What a cook says of it, now or after service.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Remark {
    /// How it came out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub verdict: Option<Verdict>,
    /// So much less (over) or more (under) time would have done, s, 5 to 1800.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 5, maximum = 1800))]
    pub by_s: Option<f64>,
    /// What else was wrong.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    #[cfg_attr(feature = "schema", schema(max_items = 6))]
    pub faults: Vec<Fault>,
    /// Thickness as it was when cut open, mm, 3 to 150.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 3, maximum = 150))]
    pub real_thickness_mm: Option<f64>,
    /// Where the fish came from, up to 80 characters.
    #[serde(default, skip_serializing_if = "String::is_empty")]
    #[cfg_attr(feature = "schema", schema(max_length = 80))]
    pub source: String,
    /// What it cost, in whatever money, for a kilogram, 0 to 10 000.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 10_000))]
    pub price_kg: Option<f64>,
    /// How often its oil or its stock had been cooked in before, 0 to 200.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 200))]
    pub uses: Option<u32>,
    /// Anything else, up to 500 characters.
    #[serde(default, skip_serializing_if = "String::is_empty")]
    #[cfg_attr(feature = "schema", schema(max_length = 500))]
    pub note: String,
}

/// Longest and shortest time that would have done, s.
pub const MOST_BY_S: (f64, f64) = (5.0, 1800.0);
/// Thinnest and thickest that a piece may have been when cut open, mm.
pub const REAL_THICKNESS_MM: (f64, f64) = (3.0, 150.0);
/// Least and most that a kilogram may have cost.
pub const PRICE_KG: (f64, f64) = (0.0, 10_000.0);
const LONGEST_SOURCE: usize = 80;
const LONGEST_NOTE: usize = 500;
const MOST_FAULTS: usize = 6;

impl Remark {
    /// Checks it.
    ///
    /// # Errors
    /// Each field that is wrong, with what is allowed.
    pub fn check(&self) -> Result<(), Vec<FieldError>> {
        let mut problems = Problems::new();
        if let Some(by_s) = self.by_s {
            problems.range("by_s", by_s, MOST_BY_S.0, MOST_BY_S.1, "s");
            if !matches!(self.verdict, Some(Verdict::Under | Verdict::Over)) {
                problems.add("by_s", "goes with under or over; leave it out");
            }
        }
        if let Some(mm) = self.real_thickness_mm {
            problems.range("real_thickness_mm", mm, REAL_THICKNESS_MM.0, REAL_THICKNESS_MM.1, "mm");
        }
        if let Some(price) = self.price_kg {
            problems.range("price_kg", price, PRICE_KG.0, PRICE_KG.1, "");
        }
        if self.uses.is_some_and(|uses| uses > MOST_USES) {
            problems.add("uses", format!("allowed are 0 to {MOST_USES}"));
        }
        if self.source.chars().count() > LONGEST_SOURCE {
            problems.add("source", format!("allowed are up to {LONGEST_SOURCE} characters"));
        }
        if self.note.chars().count() > LONGEST_NOTE {
            problems.add("note", format!("allowed are up to {LONGEST_NOTE} characters"));
        }
        problems.at_most("faults", &self.faults, MOST_FAULTS);
        problems.finish()
    }
}

/// A cook as the log keeps it. Times are s after the fish met the heat.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Entry {
    /// What it is called.
    pub name: String,
    /// What was planned, with the kitchen as it was known then.
    pub request: PlanRequest,
    /// Off the heat as planned; none where nobody noted it.
    pub planned_s: Option<f64>,
    /// What the plan promised; none where the entry came in from a table.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub promise: Option<Promise>,
    /// Id of the gear whose heat it was.
    pub gear: String,
    /// And what that gear is called.
    pub gear_name: String,
    /// How the right pull moves with what nobody knew; none where there is no promise.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub slopes: Option<Slopes>,
    /// Off the heat; none where nobody noted it.
    pub out_s: Option<f64>,
    /// Turned.
    pub turn_s: Option<f64>,
    /// On the plate.
    pub served_s: Option<f64>,
    /// Core when eaten as the simulation has it after what happened, °C.
    pub core_served_c: Option<f64>,
    /// The right pull as readings have it afterwards, and how far that may be off, s.
    pub right_s: Option<[f64; 2]>,
    /// What the cook says of it.
    pub remark: Remark,
}

impl Entry {
    /// A cook that was followed at the stove.
    ///
    /// # Errors
    /// As [`follow`].
    pub fn of_cook<'a>(
        bench: impl Into<Bench<'a>>,
        name: &str,
        (request, promise): (&PlanRequest, &Promise),
        (events, readings): (&[Event], &[Reading]),
    ) -> Result<Self, Vec<FieldError>> {
        let bench = bench.into();
        let last_s = events.last().map_or(0.0, |e| e.at_s);
        let view = follow(bench, request, promise, (events, readings), last_s)?;
        let Milestones { out_s, served_s, .. } = milestones(events)?;
        let right = hindsight(bench, request, promise, (events, readings))?;
        Ok(Self {
            out_s: out_s.map(tenth),
            turn_s: view.forecast.turn_s,
            served_s: served_s.map(tenth),
            core_served_c: out_s.map(|_| view.forecast.core_served_c),
            right_s: right.map(|[at_s, sd_s]| [tenth(at_s), tenth(sd_s)]),
            ..Self::of_plan(bench, name, request, promise)?
        })
    }

    /// A cook of a plan of which nothing but the remark is known.
    ///
    /// # Errors
    /// A request that the catalogue does not know.
    pub fn of_plan<'a>(
        bench: impl Into<Bench<'a>>,
        name: &str,
        request: &PlanRequest,
        promise: &Promise,
    ) -> Result<Self, Vec<FieldError>> {
        let bench = bench.into();
        let resolved = resolve(bench, request)?;
        let heated = resolved.setup.heated().map(|known| &known.gear);
        Ok(Self {
            name: name.to_owned(),
            gear: heated.map_or_else(String::new, |g| g.id.clone()),
            gear_name: heated.map_or_else(String::new, |g| g.name.clone()),
            slopes: Some(Slopes::of(&resolved, request, promise)),
            request: request.clone(),
            planned_s: Some(tenth(promise.pull_s)),
            promise: Some(promise.clone()),
            out_s: None,
            turn_s: promise.turn_s.map(tenth),
            served_s: None,
            core_served_c: None,
            right_s: None,
            remark: Remark::default(),
        })
    }
}
