//! Whether it fits, how far a batch cools the heat down, and how many go in at once.

use serde::Serialize;

use super::record::Record;
use super::trial::Trial;
use crate::catalogue::{Gear, Liquid};
use crate::say::{MM, capital, clock, number, tenth};
use crate::setup::{OIL_LEVEL_LIMIT, RIM_MM, Resolved, Setup, level_mm, longest_mm, places};
use cindo_heat::reservoir::Heater;
use cindo_heat::solve::{Accuracy, Observer, Sink, View};

/// A first fall is over within this time, s.
const FALL_S: f64 = 240.0;

/// A smaller fall is not worth a figure, K.
const HARDLY_K: f64 = 3.0;

/// The vessel, its level, and what a batch does to the heat.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Batch {
    /// Names of the gear used, the vessel first.
    pub gear: Vec<String>,
    /// Id of the vessel; none where it needs none.
    pub vessel: Option<String>,
    /// Time to heat it up, s.
    pub preheat_s: f64,
    /// Pieces in the heat at once in this plan.
    pub pieces: u32,
    /// Pieces that find room at once; 0 when even one is too long.
    pub room_for: u32,
    /// Pieces that keep the fall within its limit and find room.
    pub at_once: u32,
    /// How far the heat falls with this batch, K.
    pub fall_k: f64,
    /// When it has recovered, s; none when it does not while they cook.
    pub back_s: Option<f64>,
    /// Largest fall that the method allows, K.
    pub fall_limit_k: Option<f64>,
    /// Liquid or oil before the fish, l.
    pub fill_l: Option<f64>,
    /// Its level with the fish in, mm.
    pub level_mm: Option<f64>,
    /// Highest level that is safe, mm.
    pub level_limit_mm: Option<f64>,
    /// What to know about it, one sentence each.
    pub notes: Vec<String>,
}

/// The lowest that the store gets.
struct Lowest(f64);

impl Observer for Lowest {
    fn observe(&mut self, view: &View<'_>) -> Sink {
        // The store only climbs once it has turned; nothing lower comes after that.
        if view.reservoir_c > self.0 + 1.0 {
            return Sink::Stop;
        }
        self.0 = self.0.min(view.reservoir_c);
        Sink::Continue
    }
}

/// Largest batch whose fall stays within the limit, by bisection on short coarse runs.
fn largest_batch(setup: &Setup<'_>, room: u32, limit_k: f64, pull_s: f64) -> u32 {
    let fall = |count: u32| {
        let tried = Setup { count, ..setup.clone() };
        let trial = Trial::new(&tried, Accuracy::COARSE);
        let mut lowest = Lowest(trial.programme.stages[0].heater.start_c);
        let start_c = lowest.0;
        let schedule = trial.programme.schedule(pull_s);
        // Only until the heat is changed on purpose.
        let first_change_s = trial.programme.first_new_heat_s(&schedule);
        let until_s = pull_s.min(FALL_S).min(first_change_s);
        trial.heat(&mut trial.raw(), &schedule, until_s, &mut lowest);
        start_c - lowest.0
    };
    if fall(room) <= limit_k {
        return room;
    }
    let (mut low, mut high) = (0, room);
    while high - low > 1 {
        let middle = low + (high - low) / 2;
        if fall(middle) <= limit_k { low = middle } else { high = middle }
    }
    low.max(1)
}

/// The batch of a plan.
pub(crate) fn batch(
    resolved: &Resolved<'_>,
    trial: &Trial<'_>,
    record: &Record,
    pull_s: f64,
    brief: bool,
) -> Batch {
    let setup = &resolved.setup;
    let vessel = setup.vessel();
    let heater = trial.programme.stages[0].heater;
    let room_for = places(setup);
    let fall_k = (heater.start_c - record.lowest_c).max(0.0);
    let limit_k = setup.method.fall_limit_k.filter(|_| heater.capacity_j_k.is_finite());
    let at_once = match limit_k {
        Some(limit) if !brief => largest_batch(setup, room_for.max(1), limit, pull_s),
        _ => room_for.max(1),
    };
    let preheat_s = preheat_s(setup, trial);
    let oil = setup.method.fill.is_some_and(|f| f.liquid == Liquid::Oil);
    let level_limit_mm = vessel
        .filter(|_| setup.method.fill.is_some())
        .map(|v| if oil { OIL_LEVEL_LIMIT * v.height_mm } else { v.height_mm - RIM_MM });
    let mut batch = Batch {
        gear: setup.gear().map(|g| g.name.clone()).collect(),
        vessel: setup.vessel().map(|g| g.id.clone()),
        preheat_s: preheat_s.round(),
        pieces: setup.count,
        room_for,
        at_once,
        fall_k: tenth(fall_k),
        back_s: record.back_s.map(tenth),
        fall_limit_k: limit_k,
        fill_l: setup.fill_l().map(tenth),
        level_mm: level_mm(setup).map(f64::round),
        level_limit_mm: level_limit_mm.map(f64::round),
        notes: Vec::new(),
    };
    batch.notes = notes(resolved, &batch, vessel);
    batch
}

/// Time to heat up whatever takes longest, s.
pub(crate) fn preheat_s(setup: &Setup<'_>, trial: &Trial<'_>) -> f64 {
    let stages = trial.programme.stages.iter();
    stages.filter_map(|stage| stage.heater.preheat_s()).fold(fallback_preheat_s(setup), f64::max)
}

/// Steam and other held stores: from the gear itself.
fn fallback_preheat_s(setup: &Setup<'_>) -> f64 {
    setup
        .gear()
        .filter_map(|g| {
            let held = Heater {
                capacity_j_k: g.capacity_j_k()?,
                loss_w_k: g.loss_w_k,
                power_w: g.power_w,
                // Boiling is as hot as a pot without fat gets.
                ..Heater::held(setup.medium_c.min(setup.boil_c))
            };
            held.preheat_s()
        })
        .fold(0.0, f64::max)
}

fn notes(resolved: &Resolved<'_>, batch: &Batch, vessel: Option<&Gear>) -> Vec<String> {
    let setup = &resolved.setup;
    let medium = setup.method.medium.to_lowercase();
    let mut notes = Vec::new();
    if let Some(vessel) = vessel {
        let long_mm = setup.length_m * 1000.0;
        if batch.room_for == 0 {
            notes.push(format!(
                "About {long_mm:.0}{MM} long, and the {} takes {:.0}{MM}: trim head or tail, cut it in two, or take something larger.",
                vessel.name,
                longest_mm(vessel)
            ));
        } else if resolved.count > batch.pieces {
            notes.push(format!(
                "{} at a time: cook {} in batches.",
                capital(&if batch.room_for == 1 {
                    "one fits".to_owned()
                } else {
                    format!("{} fit", number(batch.room_for))
                }),
                number(resolved.count)
            ));
        }
    }
    if let Some(limit_k) = batch.fall_limit_k {
        let count = capital(&number(batch.pieces));
        let fall = match batch.back_s {
            _ if batch.fall_k < HARDLY_K => "hardly cools".to_owned(),
            Some(back_s) => {
                format!("cools at first: wait {} before the next", clock(back_s))
            }
            None => "cools and does not quite come back: heat it up again for the next".to_owned(),
        };
        notes.push(format!("{count} at a time: the {medium} {fall}."));
        if batch.fall_k > limit_k {
            notes.push(format!(
                "Too crowded, the {medium} cools too far: {} at once is the most.",
                number(batch.at_once)
            ));
        }
    }
    if let (Some(level), Some(limit), Some(litres)) =
        (batch.level_mm, batch.level_limit_mm, batch.fill_l)
    {
        let what = if setup.method.fill.is_some_and(|f| f.liquid == Liquid::Oil) {
            "oil"
        } else {
            "liquid"
        };
        notes.push(if level > limit {
            format!("{litres} l of {what} with the fish in it stand {level:.0}{MM} high, over the {limit:.0}{MM} that are safe: take less, or fewer pieces.")
        } else {
            format!("{litres} l of {what}; with the fish in it stands {level:.0}{MM} high, and {limit:.0}{MM} are safe.")
        });
    }
    notes
}
