//! Constants of nature and of this solver that more than one part needs.

/// Offset between the Celsius and Kelvin scales, K.
pub const KELVIN_OFFSET: f64 = 273.15;

/// Molar gas constant, J/(mol K). Source: CODATA 2018.
pub const GAS_CONSTANT_J_MOLK: f64 = 8.314_462_618;

/// Specific gas constant of water vapour, J/(kg K): R / M = 8.314462618 / 0.018015268.
/// Source: CODATA 2018 gas constant; molar mass of water per IAPWS.
pub const VAPOUR_GAS_CONSTANT_J_KGK: f64 = 461.523;

/// Stefan–Boltzmann constant, W/(m² K⁴). Source: CODATA 2018.
pub const STEFAN_BOLTZMANN_W_M2K4: f64 = 5.670_374_419e-8;

/// Volumetric heat capacity of raw fish, rounded, J/(m³ K): the solver turns a heat error into an
/// equivalent temperature error with it, and whatever else diffuses on the same solver is scaled to it.
pub const TYPICAL_CAPACITY_J_M3K: f64 = 3.8e6;

/// Kitchen air, °C.
pub const ROOM_C: f64 = 22.0;
