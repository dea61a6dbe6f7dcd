//! Checks of gear, each a few minutes with what is at hand, and what they find.

use serde::{Deserialize, Serialize};

use super::own::{MASS_KG, POWER_W};
use super::settings::ALTITUDE_RANGE_M;
use crate::catalogue::{Catalogue, Gear, Liquid, Material};
use crate::error::{FieldError, Problems};
use crate::say::{listed, tenth};
use cindo_heat::bounded::Bounded;
use cindo_heat::constants::ROOM_C;
use cindo_heat::reservoir::Lump;
use cindo_heat::water::boiling_point_c;

/// What was set and what a thermometer said, °C.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct DialReading {
    /// The dial, 40 to 300.
    #[cfg_attr(feature = "schema", schema(minimum = 40, maximum = 300))]
    pub dial_c: f64,
    /// The thermometer, 20 to 330.
    #[cfg_attr(feature = "schema", schema(minimum = 20, maximum = 330))]
    pub read_c: f64,
}

/// A check.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(tag = "kind", rename_all = "snake_case")]
pub enum CheckMade {
    /// A dial in degrees against a thermometer in the oven or the oil, at one to four settings.
    Dial {
        /// What was set and read.
        #[cfg_attr(feature = "schema", schema(min_items = 1, max_items = 4))]
        readings: Vec<DialReading>,
    },
    /// Until a wipe of oil smokes in a pan that was cold: the power that gets into it.
    FirstSmoke {
        /// Id of the fat.
        #[cfg_attr(feature = "schema", schema(max_length = 60))]
        oil: String,
        /// The pan at the start, °C, 0 to 60.
        #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 60))]
        start_c: f64,
        /// Until it smoked, s, 20 to 1800.
        #[cfg_attr(feature = "schema", schema(minimum = 20, maximum = 1800))]
        took_s: f64,
    },
    /// Until drops of water run about as beads in a pan that was cold: the power that gets into it.
    Drops {
        /// The pan at the start, °C, 0 to 60.
        #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 60))]
        start_c: f64,
        /// Until they ran, s, 20 to 1800.
        #[cfg_attr(feature = "schema", schema(minimum = 20, maximum = 1800))]
        took_s: f64,
    },
    /// Minutes until water boils: the power that gets into it.
    Boil {
        /// Water, l, 0.3 to 10.
        #[cfg_attr(feature = "schema", schema(minimum = 0.3, maximum = 10))]
        litres: f64,
        /// Its temperature at the start, °C, 1 to 60.
        #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 60))]
        start_c: f64,
        /// Until it boiled, s, 30 to 3600.
        #[cfg_attr(feature = "schema", schema(minimum = 30, maximum = 3600))]
        took_s: f64,
    },
    /// A cold iron weight on a hot pan whose heat is off, until both are as warm; then the heat on until both are
    /// as hot as the pan was: how heavy the pan is, and the power that gets into it.
    ColdWeight {
        /// The weight, g, 200 to 5000.
        #[cfg_attr(feature = "schema", schema(minimum = 200, maximum = 5000))]
        mass_g: f64,
        /// The weight at the start, °C, −25 to 30.
        #[cfg_attr(feature = "schema", schema(minimum = -25, maximum = 30))]
        weight_c: f64,
        /// The pan at the start, °C, 80 to 260.
        #[cfg_attr(feature = "schema", schema(minimum = 80, maximum = 260))]
        before_c: f64,
        /// Both, once they are as warm, °C, 30 to 240.
        #[cfg_attr(feature = "schema", schema(minimum = 30, maximum = 240))]
        level_c: f64,
        /// Until then, s, 5 to 900.
        #[cfg_attr(feature = "schema", schema(minimum = 5, maximum = 900))]
        fall_s: f64,
        /// From then until both are as hot as the pan was, s, 10 to 1800.
        #[cfg_attr(feature = "schema", schema(minimum = 10, maximum = 1800))]
        back_s: f64,
    },
    /// Until oil is back at its heat after a batch, or an oven after its door: the power that gets into it.
    Return {
        /// Oil in it, l, 0 to 40; none in an oven.
        #[serde(default)]
        #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 40))]
        litres: f64,
        /// The lowest that it fell to, °C, 40 to 300.
        #[cfg_attr(feature = "schema", schema(minimum = 40, maximum = 300))]
        lowest_c: f64,
        /// What it is back at, °C, 50 to 300.
        #[cfg_attr(feature = "schema", schema(minimum = 50, maximum = 300))]
        back_c: f64,
        /// From the lowest until then, s, 10 to 3600.
        #[cfg_attr(feature = "schema", schema(minimum = 10, maximum = 3600))]
        took_s: f64,
    },
    /// A thermometer in ice water and in boiling water: how far it is off where fish is done.
    IceAndBoil {
        /// In ice water it says, °C, −10 to 10.
        #[cfg_attr(feature = "schema", schema(minimum = -10, maximum = 10))]
        ice_c: f64,
        /// In boiling water it says, °C, 75 to 115.
        #[cfg_attr(feature = "schema", schema(minimum = 75, maximum = 115))]
        boil_c: f64,
    },
    /// What a thermometer says in boiling water: how high the kitchen is.
    BoilingPoint {
        /// The thermometer, °C, 80 to 101.5.
        #[cfg_attr(feature = "schema", schema(minimum = 80, maximum = 101.5))]
        read_c: f64,
    },
}

/// What a check found.
#[derive(Debug, Clone, Copy, Default, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CheckFound {
    /// It runs so much hotter than its dial says, or a thermometer reads so much too high, K, and how far that
    /// may be off.
    pub runs: Option<[f64; 2]>,
    /// Where that holds on its dial, °C; none where it has no dial.
    #[serde(default)]
    pub at_c: Option<f64>,
    /// And so much more of it for every 100 K hotter, K, and how far that may be off; none from one setting.
    #[serde(default)]
    pub slope: Option<[f64; 2]>,
    /// Power that gets into the vessel, W.
    pub power_w: Option<f64>,
    /// How far that may be off, W.
    #[serde(default)]
    pub power_sd_w: Option<f64>,
    /// Mass of the vessel that takes part, kg.
    #[serde(default)]
    pub mass_kg: Option<f64>,
    /// Height above the sea, m.
    pub altitude_m: Option<f64>,
}

/// A check of a piece of gear.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct GearCheck {
    /// Id of the gear.
    pub gear: String,
    /// What was done.
    pub made: CheckMade,
    /// What it found.
    pub found: CheckFound,
}

/// A kitchen thermometer and the swing of a thermostat are off by so much, K (one standard deviation each;
/// common practice: an oven swings some 5 K either way).
const THERMOMETER_K: f64 = 1.5;
const SWING_K: f64 = 3.0;
/// Drops of water run about as beads from here, and that may be off by so much, °C and K: where a film of vapour
/// carries them, some 190 to 200 °C on smooth metal (Leidenfrost; from memory of heat transfer texts).
const BEADS_C: (f64, f64) = (195.0, 12.0);
/// A moment is told to so much, s; a lump is off by so much of its heat (what is known of a vessel's mass).
const MOMENT_S: f64 = 5.0;
const STORE_SHARE: f64 = 0.08;
/// A pan's thermometer is off by so much at a moment, K.
const SURFACE_K: f64 = 4.0;
/// What a thermometer says in ice and in boiling water is right to this, K.
const BATH_K: f64 = 0.4;
/// Where a thermometer has to be right: the core of a fish that is done, °C.
const DONE_C: f64 = 52.0;
const MOST_READINGS: usize = 4;

/// A lump that was heated from one temperature to another, the latter known to so much.
struct Heated {
    lump: Lump,
    from_c: f64,
    to: (f64, f64),
    took_s: f64,
}

impl Heated {
    /// The power that it took, to 10 W, and how far that may be off.
    fn found(&self) -> CheckFound {
        let Self { lump, from_c, to: (to_c, to_sd_k), took_s } = *self;
        let power_w = lump.power_w(from_c, to_c, took_s);
        let heavier = Lump { capacity_j_k: lump.capacity_j_k * (1.0 + STORE_SHARE), ..lump };
        let off_w = [
            lump.power_w(from_c, to_c + to_sd_k, took_s) - power_w,
            lump.power_w(from_c, to_c, took_s + MOMENT_S) - power_w,
            heavier.power_w(from_c, to_c, took_s) - power_w,
        ];
        let sd_w = off_w.iter().map(|w| w * w).sum::<f64>().sqrt();
        let tens = |w: f64| (w / 10.0).round() * 10.0;
        CheckFound {
            power_w: Some(tens(power_w.bounded(POWER_W.0, POWER_W.1))),
            power_sd_w: Some(tens(sd_w.bounded(10.0, POWER_W.1))),
            ..CheckFound::default()
        }
    }
}

impl CheckMade {
    /// The id of its row in the data.
    fn kind(&self) -> &'static str {
        match self {
            Self::Dial { .. } => "dial",
            Self::FirstSmoke { .. } => "first_smoke",
            Self::Drops { .. } => "drops",
            Self::Boil { .. } => "boil",
            Self::ColdWeight { .. } => "cold_weight",
            Self::Return { .. } => "return",
            Self::IceAndBoil { .. } => "ice_and_boil",
            Self::BoilingPoint { .. } => "boiling_point",
        }
    }

    /// What it finds of this gear, in a kitchen at an altitude, m.
    ///
    /// # Errors
    /// Each field that is wrong, with what is allowed.
    pub fn found(
        &self,
        catalogue: &Catalogue,
        gear: &Gear,
        altitude_m: f64,
    ) -> Result<CheckFound, Vec<FieldError>> {
        let mut problems = Problems::new();
        let rows = || catalogue.checks.iter().filter(|row| row.suits(gear));
        if !rows().any(|row| row.id == self.kind()) {
            let mut allowed: Vec<&str> = rows().map(|row| row.id.as_str()).collect();
            allowed.sort_unstable();
            allowed.dedup();
            let allowed =
                if allowed.is_empty() { "none".to_owned() } else { listed(allowed.into_iter()) };
            problems.add("kind", format!("is no check of such gear; allowed are {allowed}"));
        }
        let empty_j_k = gear.mass_kg * gear.material.specific_heat_j_kgk() + gear.water_j_k;
        let lump = |more_j_k: f64| Lump {
            capacity_j_k: (empty_j_k + more_j_k).max(1.0),
            loss_w_k: gear.loss_w_k,
        };
        let boil_c = boiling_point_c(altitude_m);
        let found = match self {
            Self::Dial { readings } => {
                if readings.is_empty() {
                    problems.add("readings", "at least one is wanted");
                }
                problems.at_most("readings", readings, MOST_READINGS);
                for (place, reading) in readings.iter().take(MOST_READINGS).enumerate() {
                    let field = |name: &str| format!("readings.{place}.{name}");
                    problems.range(&field("dial_c"), reading.dial_c, 40.0, 300.0, "°C");
                    problems.range(&field("read_c"), reading.read_c, 20.0, 330.0, "°C");
                }
                dial_off(readings)
            }
            Self::FirstSmoke { oil, start_c, took_s } => {
                from_cold(*start_c, *took_s, &mut problems);
                let fat = problems.named("oil", "a fat", oil, &catalogue.oils, |oil| &oil.id);
                let [low_c, high_c] = fat.map_or([200.0, 240.0], |fat| fat.smoke_point_c);
                let to = (0.5 * (low_c + high_c), 0.25 * (high_c - low_c));
                Heated { lump: lump(0.0), from_c: *start_c, to, took_s: *took_s }.found()
            }
            Self::Drops { start_c, took_s } => {
                from_cold(*start_c, *took_s, &mut problems);
                Heated { lump: lump(0.0), from_c: *start_c, to: BEADS_C, took_s: *took_s }.found()
            }
            Self::Boil { litres, start_c, took_s } => {
                problems.range("litres", *litres, 0.3, 10.0, "l");
                problems.range("start_c", *start_c, 1.0, 60.0, "°C");
                problems.range("took_s", *took_s, 30.0, 3600.0, "s");
                let lump = lump(litres * Liquid::Water.capacity_j_kl());
                Heated { lump, from_c: *start_c, to: (boil_c, 0.5), took_s: *took_s }.found()
            }
            Self::ColdWeight { mass_g, weight_c, before_c, level_c, fall_s, back_s } => {
                let temperatures = [*weight_c, *before_c, *level_c];
                cold_weight(gear, *mass_g, temperatures, [*fall_s, *back_s], &mut problems)
            }
            Self::Return { litres, lowest_c, back_c, took_s } => {
                problems.range("litres", *litres, 0.0, 40.0, "l");
                problems.range("lowest_c", *lowest_c, 40.0, 300.0, "°C");
                problems.range("back_c", *back_c, 50.0, 300.0, "°C");
                problems.range("took_s", *took_s, 10.0, 3600.0, "s");
                if *lowest_c > back_c - LEAST_RETURN_K {
                    let message = format!(
                        "has to be at least {LEAST_RETURN_K:.0} °C below what it is set to"
                    );
                    problems.add("lowest_c", message);
                }
                let lump = lump(litres * Liquid::Oil.capacity_j_kl());
                let to = (*back_c, THERMOMETER_K);
                Heated { lump, from_c: *lowest_c, to, took_s: *took_s }.found()
            }
            Self::IceAndBoil { ice_c, boil_c: said_c } => {
                problems.range("ice_c", *ice_c, -10.0, 10.0, "°C");
                problems.range("boil_c", *said_c, 75.0, 115.0, "°C");
                // Between the two a thermometer is taken to be straight.
                let share = DONE_C / boil_c;
                let high_k = (1.0 - share) * ice_c + share * (said_c - boil_c);
                let sd_k = BATH_K * (1.0 - share).hypot(share);
                CheckFound { runs: Some([tenth(high_k), tenth(sd_k)]), ..CheckFound::default() }
            }
            Self::BoilingPoint { read_c } => {
                problems.range("read_c", *read_c, 80.0, 101.5, "°C");
                CheckFound { altitude_m: Some(altitude_of_m(*read_c)), ..CheckFound::default() }
            }
        };
        problems.finish().map(|()| found)
    }
}

/// Falls and returns that are smaller than this say nothing, K.
const LEAST_FALL_K: f64 = 15.0;
const LEAST_RETURN_K: f64 = 3.0;

/// Checks what a pan that was cold was at, °C, and what it took, s.
fn from_cold(start_c: f64, took_s: f64, problems: &mut Problems) {
    problems.range("start_c", start_c, 0.0, 60.0, "°C");
    problems.range("took_s", took_s, 20.0, 1800.0, "s");
}

/// What a cold weight of so much, g, finds of a pan: its own and the pan's temperature at the start and that of both
/// once they are as warm, °C; until then, and until both are as hot as the pan was, s.
fn cold_weight(
    gear: &Gear,
    mass_g: f64,
    [weight_c, before_c, level_c]: [f64; 3],
    [fall_s, back_s]: [f64; 2],
    problems: &mut Problems,
) -> CheckFound {
    problems.range("mass_g", mass_g, 200.0, 5000.0, "g");
    problems.range("weight_c", weight_c, -25.0, 30.0, "°C");
    problems.range("before_c", before_c, 80.0, 260.0, "°C");
    problems.range("level_c", level_c, 30.0, 240.0, "°C");
    problems.range("fall_s", fall_s, 5.0, 900.0, "s");
    problems.range("back_s", back_s, 10.0, 1800.0, "s");
    if level_c > before_c - LEAST_FALL_K {
        let message = format!(
            "has to be at least {LEAST_FALL_K:.0} °C below what the pan was at; take a heavier weight"
        );
        problems.add("level_c", message);
    }
    let weight_j_k = 1e-3 * mass_g * Material::CastIron.specific_heat_j_kgk();
    // What the pan gave on the way down is in the weight or was lost to the room.
    let lost_j = gear.loss_w_k * (0.5 * (before_c + level_c) - ROOM_C) * fall_s;
    let fall_k = (before_c - level_c).max(LEAST_FALL_K);
    let pan_j_k = (weight_j_k * (level_c - weight_c) + lost_j) / fall_k;
    let mass_kg = (pan_j_k - gear.water_j_k) / gear.material.specific_heat_j_kgk();
    if mass_kg < MASS_KG.0 {
        problems.add("level_c", "the pan would weigh nothing: read both again");
    }
    let both = Lump { capacity_j_k: (pan_j_k + weight_j_k).max(1.0), loss_w_k: gear.loss_w_k };
    let to = (before_c, SURFACE_K);
    let found = Heated { lump: both, from_c: level_c, to, took_s: back_s }.found();
    let mass_kg = mass_kg.bounded(MASS_KG.0, MASS_KG.1);
    CheckFound { mass_kg: Some(tenth(mass_kg)), ..found }
}

/// Settings that are closer together say nothing of a slope, K.
const APART_K: f64 = 30.0;

/// A straight line through what a dial is off at its settings: in their middle, and more for every 100 K.
fn dial_off(readings: &[DialReading]) -> CheckFound {
    let count = readings.len().max(1) as f64;
    let mean = |of: fn(&DialReading) -> f64| readings.iter().map(of).sum::<f64>() / count;
    let (at_c, off_k) = (mean(|r| r.dial_c), mean(|r| r.read_c - r.dial_c));
    let dials = || readings.iter().map(|r| r.dial_c);
    let span_k = dials().fold(f64::MIN, f64::max) - dials().fold(f64::MAX, f64::min);
    let across: f64 = dials().map(|c| (0.01 * (c - at_c)).powi(2)).sum();
    let slope = (span_k >= APART_K).then(|| {
        let along = |r: &DialReading| 0.01 * (r.dial_c - at_c) * (r.read_c - r.dial_c - off_k);
        // One thermometer is off alike at all of them; where the thermostat stood in its swing differs.
        let slope_k = readings.iter().map(along).sum::<f64>() / across;
        [tenth(slope_k), tenth(SWING_K / across.sqrt())]
    });
    let line_k = |dial_c: f64| off_k + slope.map_or(0.0, |[by, _]| 0.01 * by * (dial_c - at_c));
    let apart = readings.iter().map(|r| (r.read_c - r.dial_c - line_k(r.dial_c)).powi(2));
    // What the line leaves is off by that.
    let left_k = (apart.sum::<f64>() / count).sqrt();
    let sd_k = THERMOMETER_K.hypot(SWING_K / count.sqrt()).hypot(left_k);
    CheckFound {
        runs: Some([tenth(off_k), tenth(sd_k)]),
        at_c: Some(tenth(at_c)),
        slope,
        ..CheckFound::default()
    }
}

/// The altitude at which water boils so, m, to ten.
fn altitude_of_m(read_c: f64) -> f64 {
    let (mut low, mut high) = ALTITUDE_RANGE_M;
    // Boiling falls with altitude.
    for _ in 0..40 {
        let middle = 0.5 * (low + high);
        if boiling_point_c(middle) > read_c { low = middle } else { high = middle }
    }
    (0.05 * (low + high)).round() * 10.0
}

#[cfg(test)]
mod tests;
