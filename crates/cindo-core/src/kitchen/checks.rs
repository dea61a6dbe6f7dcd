//! Checks of gear, each a few minutes with what is at hand, and what they find.

use serde::{Deserialize, Serialize};

use super::settings::ALTITUDE_RANGE_M;
use crate::error::{FieldError, Problems};
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
    /// It runs so much hotter than its dial says, K, and how far that may be off.
    pub runs: Option<[f64; 2]>,
    /// Power that gets into the vessel, W.
    pub power_w: Option<f64>,
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
/// Heat capacity of water, J/(kg K), near 60 °C, and what a litre weighs, kg. Source: ASHRAE Handbook, from
/// memory.
const WATER_J_KGK: f64 = 4185.0;
const LITRE_KG: f64 = 0.99;
const MOST_READINGS: usize = 4;

impl CheckMade {
    /// What it finds, for a vessel that holds so much heat when empty, J/K, and loses so much, W/K, in a kitchen
    /// at an altitude, m.
    ///
    /// # Errors
    /// Each field that is wrong, with what is allowed.
    pub fn found(
        &self,
        (empty_j_k, loss_w_k): (f64, f64),
        altitude_m: f64,
    ) -> Result<CheckFound, Vec<FieldError>> {
        let mut problems = Problems::new();
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
                CheckFound { runs: Some(dial_off(readings)), ..CheckFound::default() }
            }
            Self::Boil { litres, start_c, took_s } => {
                problems.range("litres", *litres, 0.3, 10.0, "l");
                problems.range("start_c", *start_c, 1.0, 60.0, "°C");
                problems.range("took_s", *took_s, 30.0, 3600.0, "s");
                let rise_k = boiling_point_c(altitude_m) - start_c;
                let kept_w = (litres * LITRE_KG * WATER_J_KGK + empty_j_k) * rise_k / took_s;
                // On the way up it loses about half of what it loses when hot.
                let lost_w = 0.5 * loss_w_k * rise_k;
                let power_w = (kept_w + lost_w).clamp(100.0, 20_000.0);
                CheckFound {
                    power_w: Some((power_w / 10.0).round() * 10.0),
                    ..CheckFound::default()
                }
            }
            Self::BoilingPoint { read_c } => {
                problems.range("read_c", *read_c, 80.0, 101.5, "°C");
                CheckFound { altitude_m: Some(altitude_of_m(*read_c)), ..CheckFound::default() }
            }
        };
        problems.finish().map(|()| found)
    }
}

/// How far a dial is off on average, K, and how far that may be off itself.
fn dial_off(readings: &[DialReading]) -> [f64; 2] {
    let count = readings.len().max(1) as f64;
    let mean = readings.iter().map(|r| r.read_c - r.dial_c).sum::<f64>() / count;
    let apart = readings.iter().map(|r| (r.read_c - r.dial_c - mean).powi(2)).sum::<f64>() / count;
    // Where it is off differently at different settings, one figure for all of them is off by that.
    let sd = THERMOMETER_K.hypot(SWING_K / count.sqrt()).hypot(apart.sqrt());
    [(mean * 10.0).round() / 10.0, (sd * 10.0).round() / 10.0]
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
mod tests {
    use super::*;

    const POT: (f64, f64) = (1300.0, 5.0);

    /// A 2 kW electric kettle of 1.7 l boils in five minutes and a half from 15 °C (common practice: 5 to 6).
    #[test]
    fn a_kettle_says_its_power() {
        let made = CheckMade::Boil { litres: 1.7, start_c: 15.0, took_s: 330.0 };
        let power_w = made.found((350.0, 1.0), 0.0).unwrap().power_w.unwrap();
        assert!((1850.0..2050.0).contains(&power_w), "{power_w}");
    }

    /// Water boils at 95.0 °C at 1500 m and at 90.0 °C at 3000 m (standard atmosphere; handbook tables).
    #[test]
    fn boiling_water_says_how_high_it_is() {
        for (read_c, wanted_m) in [(100.0, 0.0), (95.0, 1500.0), (90.0, 3000.0)] {
            let made = CheckMade::BoilingPoint { read_c };
            let altitude_m = made.found(POT, 0.0).unwrap().altitude_m.unwrap();
            assert!((altitude_m - wanted_m).abs() < 60.0, "{read_c}: {altitude_m}");
        }
    }

    #[test]
    fn more_settings_are_surer_and_different_ones_less() {
        let at = |offs: &[f64]| {
            let reading = |off: &f64| DialReading { dial_c: 180.0, read_c: 180.0 + off };
            let readings = offs.iter().map(reading).collect();
            CheckMade::Dial { readings }.found(POT, 0.0).unwrap().runs.unwrap()
        };
        assert_eq!(at(&[-9.0])[0].to_bits(), (-9.0_f64).to_bits());
        assert!(at(&[-9.0, -9.0])[1] < at(&[-9.0])[1]);
        assert!(at(&[-15.0, -3.0])[1] > at(&[-9.0, -9.0])[1]);
    }

    #[test]
    fn what_cannot_be_read_is_refused_by_field() {
        let made = CheckMade::Dial { readings: vec![DialReading { dial_c: 500.0, read_c: 5.0 }] };
        let fields: Vec<String> =
            made.found(POT, 0.0).unwrap_err().into_iter().map(|e| e.field).collect();
        assert_eq!(fields, ["readings.0.dial_c", "readings.0.read_c"]);
        assert!(CheckMade::Dial { readings: Vec::new() }.found(POT, 0.0).is_err());
    }
}
