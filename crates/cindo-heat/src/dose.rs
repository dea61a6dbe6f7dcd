//! What heat does to the flesh: setting and drying. These are modelling choices, one constant each;
//! they were chosen so that side heights and state match common practice.

/// Flesh sets at this rate per second when at [`SET_REFERENCE_C`].
const SET_DECADE_K: f64 = 5.0;
const SET_REFERENCE_C: f64 = 50.0;
/// Seconds at the reference after which a cell is set (opaque).
const SET_DOSE_S: f64 = 10.0;
const DRY_DECADE_K: f64 = 6.0;
/// Actin shrinks at 70 to 78 °C (from memory); flesh at 62 to 74 °C is firm, not dry.
const DRY_REFERENCE_C: f64 = 74.0;
/// Seconds at the reference after which a cell is dry.
const DRY_DOSE_S: f64 = 30.0;

/// Surface browning: reference °C and decade K; seconds at the reference for golden and for
/// scorched.
const BROWN_REFERENCE_C: f64 = 175.0;
/// Browning ten times as fast takes a surface so much hotter, K.
pub const BROWN_DECADE_K: f64 = 35.0;
/// Seconds at the reference for a golden face: chosen so that a skin that spends seven minutes on a
/// pan of 165 to 185 °C (its own surface is 20 to 30 K cooler) comes out golden.
pub const GOLDEN_S: f64 = 90.0;
/// Seconds at the reference for a scorched face.
pub const SCORCHED_S: f64 = 5.0 * GOLDEN_S;
/// Drip: share of the weight that flesh lets go of by the temperature it reached, a sigmoid through
/// the range in which its proteins shrink (myosin 43 to 57 °C, actin 70 to 78 °C, from memory).
const DRIP_MOST: f64 = 0.18;
const DRIP_MIDDLE_C: f64 = 58.0;
const DRIP_WIDTH_K: f64 = 7.0;

/// Seconds of browning at the reference a second, for a surface temperature.
pub fn brown_rate(surface_c: f64) -> f64 {
    ((surface_c - BROWN_REFERENCE_C) / BROWN_DECADE_K * std::f64::consts::LN_10).exp()
}

/// Share of its weight that flesh drips once it has been this hot, 0 to 1.
pub fn drip_share(hottest_c: f64) -> f64 {
    DRIP_MOST / (1.0 + (-(hottest_c - DRIP_MIDDLE_C) / DRIP_WIDTH_K).exp())
}

/// Setting and drying of each cell over a run.
#[derive(Debug, Clone)]
pub struct Dose {
    shift_k: f64,
    set_s: Vec<f64>,
    dry_s: Vec<f64>,
    set_rate: Vec<f64>,
    dry_rate: Vec<f64>,
}

impl Dose {
    /// Raw flesh of `cells` cells whose kind sets `shift_k` higher than usual.
    pub fn new(cells: usize, shift_k: f64) -> Self {
        let zeros = || vec![0.0; cells];
        Self { shift_k, set_s: zeros(), dry_s: zeros(), set_rate: zeros(), dry_rate: zeros() }
    }

    /// Adds one step, by the trapezoidal rule.
    pub fn add(&mut self, temperature_c: &[f64], step_s: f64) {
        for (i, &t) in temperature_c.iter().enumerate() {
            let set = rate(t - self.shift_k, SET_REFERENCE_C, SET_DECADE_K);
            let dry = rate(t, DRY_REFERENCE_C, DRY_DECADE_K);
            self.set_s[i] += 0.5 * step_s * (self.set_rate[i] + set);
            self.dry_s[i] += 0.5 * step_s * (self.dry_rate[i] + dry);
            self.set_rate[i] = set;
            self.dry_rate[i] = dry;
        }
    }

    /// Share of the volume that is set, 0 to 1. `volume` is one weight a cell.
    pub fn set_share(&self, volume: &[f64]) -> f64 {
        let total: f64 = volume.iter().sum();
        let set = volume.iter().enumerate().filter(|(i, _)| self.is_set(*i));
        set.map(|(_, v)| v).sum::<f64>() / total
    }

    /// Whether a cell is set.
    pub fn is_set(&self, cell: usize) -> bool {
        self.set_s[cell] >= SET_DOSE_S
    }

    /// Whether a cell is dry.
    pub fn is_dry(&self, cell: usize) -> bool {
        self.dry_s[cell] >= DRY_DOSE_S
    }
}

/// Share of what sets flesh that a second at this temperature brings, of a kind that sets `shift_k` higher than usual.
pub fn set_rate(temperature_c: f64, shift_k: f64) -> f64 {
    let decades = (temperature_c - shift_k - SET_REFERENCE_C) / SET_DECADE_K;
    10.0_f64.powf(decades) / SET_DOSE_S
}

/// By how much flesh was hotter than what sets it, K, after a dose of [`set_rate`]; 0 where it is just set.
pub fn set_excess_k(dose: f64) -> f64 {
    SET_DECADE_K * dose.max(f64::MIN_POSITIVE).log10()
}

fn rate(temperature_c: f64, reference_c: f64, decade_k: f64) -> f64 {
    // Far below the reference nothing happens; skipping it saves most of the exponentials.
    let decades = (temperature_c - reference_c) / decade_k;
    if decades < -6.0 { 0.0 } else { (decades * std::f64::consts::LN_10).exp() }
}
