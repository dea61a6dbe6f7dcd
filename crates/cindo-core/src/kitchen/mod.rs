//! The kitchen: which piece of gear gives the heat, and where it is set.

mod heat_source;

pub(crate) use heat_source::{HeatSource, Load};
