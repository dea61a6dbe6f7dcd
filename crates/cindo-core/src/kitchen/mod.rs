//! The kitchen: which piece of gear gives the heat, where it is set, and what is known of its ways.

mod calibration;
mod checks;
mod heat_source;
mod own;
mod settings;

pub(crate) use calibration::{BETWEEN, SLOPE_K, WITHIN, over_dial};
pub use calibration::{Calibration, DIAL_C, Eye};
pub use checks::{CheckFound, CheckMade, DialReading, GearCheck};
pub(crate) use heat_source::{HeatSource, Load};
pub use own::{DialWord, Known, OwnGear, OwnKitchen};
pub use settings::{ALTITUDE_RANGE_M, House, Kitchen, MOST_USES, OwnOil};
