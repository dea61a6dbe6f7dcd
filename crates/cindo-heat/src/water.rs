//! Water and air: saturation, boiling point at altitude, latent heat.

use crate::constants::{KELVIN_OFFSET, VAPOUR_GAS_CONSTANT_J_KGK};

/// Air pressure at an altitude, Pa.
///
/// Valid in the troposphere, −430 to 11 000 m.
/// Source: U.S. Standard Atmosphere 1976 (ISO 2533), constant lapse rate of 6.5 K/km.
pub fn pressure_pa(altitude_m: f64) -> f64 {
    101_325.0 * (1.0 - 2.255_77e-5 * altitude_m).powf(5.255_88)
}

/// Vapour pressure of water at saturation, Pa, for 0 to 373 °C.
///
/// Source: Wagner & Pruss (1993), J. Phys. Chem. Ref. Data 22:783, the auxiliary equation that
/// IAPWS recommends; checked against `tests/data/water_properties_crosscheck.csv`.
pub fn saturation_pressure_pa(temperature_c: f64) -> f64 {
    const CRITICAL_K: f64 = 647.096;
    const CRITICAL_PA: f64 = 22.064e6;
    let kelvin = temperature_c + KELVIN_OFFSET;
    let tau = 1.0 - kelvin / CRITICAL_K;
    let root = tau.max(0.0).sqrt();
    let tau2 = tau * tau;
    let tau3 = tau2 * tau;
    let sum = tau
        * (-7.859_517_83 + 1.844_082_59 * root - 15.961_871_9 * tau3 + 22.680_741_1 * tau2 * root
            - 11.786_649_7 * tau2
            + 1.801_225_02 * tau3 * tau3 * root);
    CRITICAL_PA * (CRITICAL_K / kelvin * sum).exp()
}

/// Slope of the saturation curve, Pa/K, by Clausius and Clapeyron with an ideal vapour.
pub fn saturation_slope_pa_k(temperature_c: f64, pressure_pa: f64) -> f64 {
    let kelvin = temperature_c + KELVIN_OFFSET;
    latent_heat_j_kg(temperature_c) * pressure_pa / (VAPOUR_GAS_CONSTANT_J_KGK * kelvin * kelvin)
}

/// Boiling point of water at an altitude, °C.
pub fn boiling_point_c(altitude_m: f64) -> f64 {
    let target = pressure_pa(altitude_m);
    let mut boil_c = 100.0;
    // Newton on ln p: nearly linear in T, so six rounds reach rounding error anywhere in range.
    for _ in 0..6 {
        let p = saturation_pressure_pa(boil_c);
        boil_c -= (p / target).ln() * p / saturation_slope_pa_k(boil_c, p);
    }
    boil_c
}

/// Latent heat of evaporation, J/kg, for 0 to 120 °C.
///
/// Source: linear fit common in meteorology (for instance Stull, Practical Meteorology, ch. 4).
pub fn latent_heat_j_kg(temperature_c: f64) -> f64 {
    2.501e6 - 2361.0 * temperature_c
}
