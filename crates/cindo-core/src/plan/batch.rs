//! Whether it fits, how far a batch cools the heat down, and how many go in at once.

use serde::Serialize;

use super::cook::Cook;
use super::quality::clock;
use super::record::Record;
use super::request::Resolved;
use crate::catalogue::{Gear, Liquid};
use crate::figures::{capital, tenth};
use crate::method::Setting;
use crate::safety::OIL_LEVEL_LIMIT;
use crate::solver::{Accuracy, Observer, Sink, View};

/// Share of the bottom that pieces can cover without touching (common practice).
const PACKING: f64 = 0.75;
/// A first fall is over within this time, s.
const FALL_S: f64 = 240.0;
/// Liquid keeps this far below the rim, mm.
const RIM_MM: f64 = 20.0;
/// A smaller fall is not worth a figure, K.
const HARDLY_K: f64 = 3.0;
/// What cannot be reached is not worth a search, pieces.
const MOST_PIECES: u32 = 60;

/// The vessel, its level, and what a batch does to the heat.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Batch {
    /// Names of the gear used, the vessel first.
    pub gear: Vec<String>,
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

/// How many pieces of this length and width find room.
pub(crate) fn places(setting: &Setting<'_>) -> u32 {
    let Some(vessel) = setting.gear.first() else { return 1 };
    if setting.length_m * 1000.0 > longest_mm(vessel) {
        return 0;
    }
    let footprint_m2 = setting.length_m * setting.width_m;
    let room = (PACKING * vessel.area_m2() / footprint_m2).floor();
    #[expect(
        clippy::cast_possible_truncation,
        clippy::cast_sign_loss,
        reason = "clamped to 1 to MOST_PIECES"
    )]
    let room = room.clamp(1.0, f64::from(MOST_PIECES)) as u32;
    room
}

/// Longest piece that lies flat in it, mm: across a round one, corner to corner in a box.
pub(crate) fn longest_mm(vessel: &Gear) -> f64 {
    let [a, b] = vessel.inside_mm;
    if vessel.round { a } else { a.hypot(b) }
}

/// Level of the liquid with the fish in, mm.
pub(crate) fn level_mm(setting: &Setting<'_>) -> Option<f64> {
    let vessel = setting.gear.first()?;
    let litres = setting.fill_l()?;
    let fish_m3 = setting.volume_m3() * f64::from(setting.count);
    let half_out = setting.method.fill.is_some_and(|f| f.share.is_none());
    let under_m3 = if half_out { 0.5 * fish_m3 } else { fish_m3 };
    Some(1000.0 * (litres / 1000.0 + under_m3) / vessel.area_m2())
}

/// Level of the oil with the fish in as a share of the pot's height; none without oil.
pub(crate) fn oil_level_share(setting: &Setting<'_>) -> Option<f64> {
    let fill = setting.method.fill?;
    let vessel = setting.gear.first()?;
    (fill.liquid == Liquid::Oil).then(|| level_mm(setting).map(|mm| mm / vessel.height_mm))?
}

/// The lowest that the store gets.
struct Lowest(f64);

impl Observer for Lowest {
    fn observe(&mut self, view: &View<'_>) -> Sink {
        // The store only climbs once it has turned; nothing lower comes after that.
        if view.store_c > self.0 + 1.0 {
            return Sink::Stop;
        }
        self.0 = self.0.min(view.store_c);
        Sink::Continue
    }
}

/// Largest batch whose fall stays within the limit, by bisection on short coarse runs.
fn largest_batch(setting: &Setting<'_>, room: u32, limit_k: f64, pull_s: f64) -> u32 {
    let fall = |count: u32| {
        let tried = Setting { count, ..setting.clone() };
        let cook = Cook::new(&tried, Accuracy::COARSE);
        let mut lowest = Lowest(cook.programme.stages[0].heater.start_c);
        let start_c = lowest.0;
        let schedule = cook.programme.schedule(pull_s);
        // Only until the heat is changed on purpose.
        let first_change_s = cook
            .programme
            .stages
            .iter()
            .zip(&schedule.starts_s)
            .find(|(s, _)| s.heater != cook.programme.stages[0].heater)
            .map_or(f64::INFINITY, |(_, at_s)| *at_s);
        let until_s = pull_s.min(FALL_S).min(first_change_s);
        cook.heat(&mut cook.raw(), &schedule, until_s, &mut lowest);
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
    cook: &Cook<'_>,
    record: &Record,
    pull_s: f64,
    brief: bool,
) -> Batch {
    let setting = &resolved.setting;
    let vessel = setting.gear.first();
    let heater = cook.programme.stages[0].heater;
    let room_for = places(setting);
    let fall_k = (heater.start_c - record.lowest_c).max(0.0);
    let limit_k = setting.method.fall_limit_k.filter(|_| heater.capacity_j_k.is_finite());
    let at_once = match limit_k {
        Some(limit) if !brief => largest_batch(setting, room_for.max(1), limit, pull_s),
        _ => room_for.max(1),
    };
    let preheat_s = preheat_s(setting, cook);
    let oil = setting.method.fill.is_some_and(|f| f.liquid == Liquid::Oil);
    let level_limit_mm = vessel
        .filter(|_| setting.method.fill.is_some())
        .map(|v| if oil { OIL_LEVEL_LIMIT * v.height_mm } else { v.height_mm - RIM_MM });
    let mut batch = Batch {
        gear: setting.gear.iter().map(|g| g.name.clone()).collect(),
        preheat_s: preheat_s.round(),
        pieces: setting.count,
        room_for,
        at_once,
        fall_k: tenth(fall_k),
        back_s: record.back_s.map(tenth),
        fall_limit_k: limit_k,
        fill_l: setting.fill_l().map(tenth),
        level_mm: level_mm(setting).map(f64::round),
        level_limit_mm: level_limit_mm.map(f64::round),
        notes: Vec::new(),
    };
    batch.notes = notes(resolved, &batch, vessel.copied());
    batch
}

/// Time to heat up whatever takes longest, s.
pub(crate) fn preheat_s(setting: &Setting<'_>, cook: &Cook<'_>) -> f64 {
    let stages = cook.programme.stages.iter();
    stages.filter_map(|stage| stage.heater.preheat_s()).fold(fallback_preheat_s(setting), f64::max)
}

/// Steam and other held stores: from the gear itself.
fn fallback_preheat_s(setting: &Setting<'_>) -> f64 {
    let gear = setting.gear.iter();
    gear.filter_map(|g| {
        let held = crate::solver::Heater {
            capacity_j_k: g.capacity_j_k()?,
            loss_w_k: g.loss_w_k,
            power_w: g.power_w,
            // Boiling is as hot as a pot without fat gets.
            ..crate::solver::Heater::held(setting.medium_c.min(setting.boil_c))
        };
        held.preheat_s()
    })
    .fold(0.0, f64::max)
}

const NUMBERS: [&str; 9] = ["none", "one", "two", "three", "four", "five", "six", "seven", "eight"];

/// A small count in words.
pub(crate) fn number(count: u32) -> String {
    usize::try_from(count)
        .ok()
        .and_then(|i| NUMBERS.get(i))
        .map_or_else(|| count.to_string(), |word| (*word).to_owned())
}

fn notes(resolved: &Resolved<'_>, batch: &Batch, vessel: Option<&Gear>) -> Vec<String> {
    let setting = &resolved.setting;
    let medium = setting.method.medium.to_lowercase();
    let mut notes = Vec::new();
    if let Some(vessel) = vessel {
        let long_mm = setting.length_m * 1000.0;
        if batch.room_for == 0 {
            notes.push(format!(
                "About {long_mm:.0} mm long, and the {} takes {:.0} mm: trim head or tail, cut it in two, or take something larger.",
                vessel.name,
                longest_mm(vessel)
            ));
        } else if resolved.count > batch.pieces {
            notes.push(format!(
                "{} find room at once: cook {} in batches.",
                capital(&number(batch.room_for)),
                number(resolved.count)
            ));
        }
    }
    if let Some(limit_k) = batch.fall_limit_k {
        let count = capital(&number(batch.pieces));
        // C° is a difference, °C a temperature: they convert differently.
        let fall = match batch.back_s {
            _ if batch.fall_k < HARDLY_K => "hardly falls".to_owned(),
            Some(back_s) => {
                format!("falls {:.0} C° and needs {} to come back", batch.fall_k, clock(back_s))
            }
            None => format!("falls {:.0} C° and does not quite come back", batch.fall_k),
        };
        notes.push(format!("{count} at a time: the {medium} {fall}."));
        if batch.fall_k > limit_k {
            notes.push(format!(
                "Too crowded: more than {limit_k:.0} C° of fall. {} at once is the most that keeps within it.",
                capital(&number(batch.at_once))
            ));
        }
    }
    if let (Some(level), Some(limit), Some(litres)) =
        (batch.level_mm, batch.level_limit_mm, batch.fill_l)
    {
        let what = if setting.method.fill.is_some_and(|f| f.liquid == Liquid::Oil) {
            "oil"
        } else {
            "liquid"
        };
        notes.push(if level > limit {
            format!("{litres} l of {what} with the fish in it stand {level:.0} mm high, over the {limit:.0} mm that are safe: take less, or fewer pieces.")
        } else {
            format!("{litres} l of {what}; with the fish in it stands {level:.0} mm high, and {limit:.0} mm are safe.")
        });
    }
    notes
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::catalogue::Catalogue;
    use crate::plan::{Piece, PlanRequest, resolve};

    fn room(cut: &str, thickness_mm: f64, length_mm: f64, width_mm: f64, gear: &str) -> u32 {
        let catalogue = Catalogue::embedded().unwrap();
        let request = PlanRequest {
            piece: Piece {
                species: "cod".into(),
                cut: cut.into(),
                thickness_mm,
                width_mm: Some(width_mm),
                length_mm: Some(length_mm),
                start_c: 5.0,
                ..Piece::default()
            },
            method: "sear".into(),
            gear: Some(vec![gear.to_owned()]),
            ..PlanRequest::default()
        };
        places(&resolve(&catalogue, &request).unwrap().setting)
    }

    /// Three quarters of a round bottom of 230 mm (41 548 mm²) over 80 × 60 mm: six and a half.
    #[test]
    fn pieces_find_room_by_area_and_length() {
        assert_eq!(room("loin", 25.0, 80.0, 60.0, "clad_28"), 6);
        assert_eq!(room("loin", 25.0, 80.0, 60.0, "cast_iron_26"), 5);
        assert_eq!(room("fillet", 15.0, 220.0, 90.0, "clad_28"), 1);
        assert_eq!(room("fillet", 15.0, 231.0, 90.0, "clad_28"), 0, "longer than the pan");
        assert_eq!(room("chunk", 10.0, 20.0, 8.0, "clad_28"), MOST_PIECES);
    }

    #[test]
    fn small_counts_are_words() {
        assert_eq!(
            (number(3).as_str(), number(8).as_str(), number(12).as_str()),
            ("three", "eight", "12")
        );
    }
}
