//! A piece of gear, what is in it and where it is set, as a heater of the solver.

use crate::catalogue::{Control, Gear, GearKind};
use cindo_heat::reservoir::{Draw, Heater};

/// An open oven door loses this on top, W/K: some 20 K in twenty seconds (common practice).
const OPEN_DOOR_W_K: f64 = 45.0;

/// A hand at the knob and its burner answer with this lag, a thermostat and its element with the
/// other, s (modelling choices).
const HAND_LAG_S: f64 = 15.0;

const THERMOSTAT_LAG_S: f64 = 8.0;

/// Where the heat of a stage comes from.
#[derive(Debug, Clone, Copy)]
pub(crate) struct HeatSource<'a> {
    /// What the gear serves as.
    pub(crate) kind: GearKind,
    /// The gear.
    pub(crate) gear: &'a Gear,
    /// Whether it stays at one temperature whatever meets it.
    pub(crate) holds: bool,
    /// Heat capacity of what is in it, J/K.
    pub(crate) filled_j_k: f64,
    /// Where knob or thermostat is set, °C.
    pub(crate) set_c: f64,
    /// Whether its door stands open.
    pub(crate) is_open: bool,
}

/// What pieces ask of a heat source.
#[derive(Debug, Clone, Copy)]
pub(crate) struct Load {
    /// Outer faces of all pieces together, m².
    pub(crate) face_m2: f64,
    /// Heat that their coats take while they set.
    pub(crate) coat: Draw,
}

impl HeatSource<'_> {
    /// As the solver sees it under a load.
    pub(crate) fn heater(&self, load: &Load) -> Heater {
        let reservoir = self.kind as usize;
        let Some(empty_j_k) = self.gear.capacity_j_k().filter(|_| !self.holds) else {
            return Heater { reservoir, ..Heater::held(self.set_c) };
        };
        Heater {
            reservoir,
            told: 0,
            is_held: false,
            start_c: self.set_c,
            set_c: self.set_c,
            capacity_j_k: empty_j_k + self.filled_j_k,
            loss_w_k: self.gear.loss_w_k + if self.is_open { OPEN_DOOR_W_K } else { 0.0 },
            power_w: self.gear.power_w,
            lag_s: match self.gear.control {
                Some(Control::Thermostat) => THERMOSTAT_LAG_S,
                _ => HAND_LAG_S,
            },
            load_m2: load.face_m2,
            coat: load.coat,
            joined: Draw::NONE,
        }
    }
}
