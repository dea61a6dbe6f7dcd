//! What heat does to the flesh: setting and drying. These are modelling choices, one constant each;
//! they were chosen so that side heights and dryness match common practice.

/// Flesh sets at this rate per second when at [`SET_REFERENCE_C`].
const SET_DECADE_K: f64 = 5.0;
const SET_REFERENCE_C: f64 = 50.0;
/// Seconds at the reference after which a cell is set (opaque).
const SET_DOSE_S: f64 = 10.0;
const DRY_DECADE_K: f64 = 6.0;
const DRY_REFERENCE_C: f64 = 66.0;
/// Seconds at the reference after which a cell is dry.
const DRY_DOSE_S: f64 = 30.0;

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
        share(&self.set_s, SET_DOSE_S, volume)
    }

    /// Share of the volume that is dry, 0 to 1.
    pub fn dry_share(&self, volume: &[f64]) -> f64 {
        share(&self.dry_s, DRY_DOSE_S, volume)
    }
}

fn rate(temperature_c: f64, reference_c: f64, decade_k: f64) -> f64 {
    // Far below the reference nothing happens; skipping it saves most of the exponentials.
    let decades = (temperature_c - reference_c) / decade_k;
    if decades < -6.0 { 0.0 } else { (decades * std::f64::consts::LN_10).exp() }
}

/// Share of the volume whose cells are past a dose.
fn share(dose: &[f64], full: f64, volume: &[f64]) -> f64 {
    let total: f64 = volume.iter().sum();
    let past: f64 = dose.iter().zip(volume).filter(|(d, _)| **d >= full).map(|(_, v)| v).sum();
    past / total
}
