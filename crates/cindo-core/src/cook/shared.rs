//! Heat that more than one cook uses: how hot one leaves it for the next.

use cindo_heat::bounded::Bounded;
use cindo_heat::reservoir::{Draw, Heater, Reservoir};
use cindo_heat::solve::Accuracy;

use super::event::{Event, Happened, JOINED_C, JOINED_G};
use super::follow::{Prepared, at};
use super::promise::Promise;
use crate::bench::Bench;
use crate::error::FieldError;
use crate::say::tenth;
use crate::setup::{PlanRequest, Resolved, resolve};
use crate::timeline::{Deed, Programme};

/// The heat of a cook at a moment.
#[derive(Debug, Clone, PartialEq)]
pub struct HeatLeft {
    /// Id of the gear.
    pub gear: String,
    /// How hot it is, °C.
    pub medium_c: f64,
    /// What it is set to, °C.
    pub set_c: f64,
    /// Its fish, while that is in it.
    pub fish: Option<FishIn>,
}

/// Fish in a heat: what it takes until it is warm.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct FishIn {
    /// All pieces, g.
    pub mass_g: f64,
    /// How warm their middle is, °C.
    pub core_c: f64,
}

impl FishIn {
    /// As something that joins what is in the heat already, of a cook with this number.
    pub fn joins(&self, what: &str, cook: i32) -> Happened {
        Happened::Join {
            what: what.to_owned(),
            mass_g: self.mass_g.bounded(JOINED_G.0, JOINED_G.1),
            start_c: self.core_c.bounded(JOINED_C.0, JOINED_C.1),
            cook: Some(cook),
        }
    }
}

/// Later after a fish than this nobody knows what became of its heat, s.
const KNOWN_S: f64 = 600.0;
/// The heat is looked at so long before the fish would be out of it, s.
const STAYS_S: f64 = 5.0;
/// Heat that is no further than this from what is wanted is as wanted, K.
const AS_WANTED_K: f64 = 3.0;
/// A heat that is set no further than this from what a plan wants is set for it, K.
const SAME_SETTING_K: f64 = 5.0;
/// The heat comes back in steps of so much, s.
const STEP_S: f64 = 1.0;

/// The heat as a cook has it or left it at a moment of its own clock, s: on its way back to what it is set to once
/// the fish is out. None before the fish is in, and where it has been out for long. What readings say is of the fish,
/// not of its heat.
///
/// # Errors
/// As [`super::follow`].
pub fn heat_left<'a>(
    bench: impl Into<Bench<'a>>,
    request: &PlanRequest,
    promise: &Promise,
    events: &[Event],
    at_s: f64,
) -> Result<Option<HeatLeft>, Vec<FieldError>> {
    let bench = bench.into();
    let prepared = Prepared::of(bench, request, promise, (events, &[]), at_s)?;
    let gear = prepared.resolved.setup.heated().map(|known| known.gear.id.clone());
    let is_in = prepared.story.in_s.is_some_and(|in_s| in_s <= at_s);
    let elapsed_s = prepared.elapsed_s(at_s).filter(|_| is_in);
    let Some((gear, elapsed_s)) = gear.zip(elapsed_s) else { return Ok(None) };
    let out_s = prepared.story.out_s.filter(|out_s| *out_s <= elapsed_s);
    let in_heat_s = out_s.unwrap_or(elapsed_s).max(1.0);
    if elapsed_s - in_heat_s > KNOWN_S {
        return Ok(None);
    }
    let cook = prepared.cook(&prepared.resolved, promise);
    // What nobody took out long after its moment was taken out and not told.
    let right_s = prepared.out_s(&cook).unwrap_or(0.0);
    if out_s.is_none() && elapsed_s > right_s + KNOWN_S {
        return Ok(None);
    }
    // Only what happened until then, and as if it stayed in a little longer: out of it, it is in the room.
    let mut deeds = prepared.deeds.clone();
    deeds.retain(|done| done.at_s <= in_heat_s && done.what != Deed::Out);
    let series = cook.ending(Accuracy::FAST, &deeds, in_heat_s + STAYS_S).1.series;
    let held_c = prepared.story.held_c();
    let left_c = held_c.unwrap_or_else(|| at(&series, &series.medium_c, in_heat_s));
    let lived = cook.lived(in_heat_s + STAYS_S, &deeds);
    let stages = &lived.programme.stages;
    let heater = stages[lived.schedule.stage(in_heat_s)].heater;
    // In the oven it is no longer in the pan.
    if stages.first().is_some_and(|first| first.heater.reservoir != heater.reservoir) {
        return Ok(None);
    }
    let medium_c =
        if out_s.is_some() { returning_c(&heater, left_c, elapsed_s - in_heat_s) } else { left_c };
    let fish = out_s.is_none().then(|| FishIn {
        mass_g: mass_g(&prepared.resolved),
        core_c: at(&series, &series.core_c, in_heat_s),
    });
    let medium_c = tenth(medium_c);
    bench.afford(Ok(Some(HeatLeft { gear, medium_c, set_c: heater.set_c, fish })))
}

/// What a reservoir with nothing in it comes back to in a time, °C.
fn returning_c(heater: &Heater, from_c: f64, for_s: f64) -> f64 {
    let empty = Heater {
        start_c: from_c,
        is_held: false,
        load_m2: 0.0,
        coat: Draw::NONE,
        joined: Draw::NONE,
        ..*heater
    };
    let mut reservoir = Reservoir::default();
    reservoir.meet(&empty);
    let mut past_s = 0.0;
    while past_s < for_s {
        let step_s = STEP_S.min(for_s - past_s);
        reservoir.advance(&empty, past_s, step_s, 0.0);
        past_s += step_s;
    }
    reservoir.temperature_c()
}

/// What a plan cooks on, and what goes into it.
#[derive(Debug, Clone, PartialEq)]
pub struct HeatWanted {
    /// Id of the gear.
    pub gear: String,
    /// What its heat is set to as the fish goes in, °C.
    pub set_c: f64,
    /// How much hotter than its knob says it is known to be, K.
    pub runs_k: f64,
    /// What goes in.
    pub fish: FishIn,
}

impl HeatLeft {
    /// Whether it is set for such a plan.
    pub fn is_set_as(&self, wanted: &HeatWanted) -> bool {
        (self.set_c - wanted.set_c).abs() <= SAME_SETTING_K
    }
}

impl HeatWanted {
    /// What the knob of its heat says then, °C.
    pub fn said_c(&self) -> f64 {
        self.set_c - self.runs_k
    }

    /// What goes in meets this, °C, where that is not what is wanted: heat with fish in it as it is, else as the
    /// latest left it, unless it is set anew for this plan. `left` is of the same gear, the latest first.
    pub fn met_c(&self, left: &[&HeatLeft]) -> Option<f64> {
        let found = left.iter().find(|left| left.fish.is_some());
        let found = found.or_else(|| left.iter().find(|left| left.is_set_as(self)))?;
        ((found.medium_c - self.set_c).abs() >= AS_WANTED_K).then_some(found.medium_c)
    }
}

/// All pieces of a plan, g.
fn mass_g(resolved: &Resolved<'_>) -> f64 {
    1000.0 * resolved.setup.weight_kg * f64::from(resolved.count)
}

/// What a plan goes into; none where it has no heat of its own.
///
/// # Errors
/// A request that the catalogue does not know.
pub fn heat_wanted<'a>(
    bench: impl Into<Bench<'a>>,
    request: &PlanRequest,
) -> Result<Option<HeatWanted>, Vec<FieldError>> {
    let resolved = resolve(bench.into(), request)?;
    let setup = &resolved.setup;
    let set_c = Programme::of(setup).stages.first().map(|stage| stage.heater.set_c);
    Ok(setup.heated().zip(set_c).map(|(known, set_c)| HeatWanted {
        gear: known.gear.id.clone(),
        set_c,
        runs_k: setup.runs_k,
        fish: FishIn { mass_g: mass_g(&resolved), core_c: request.piece.start_c },
    }))
}
