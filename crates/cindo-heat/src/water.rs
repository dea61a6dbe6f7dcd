//! Water and air: saturation, boiling point at altitude, latent heat.

use std::sync::LazyLock;

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

/// The same from a table, linear between its points: within 3e-5 of it between −50 and 110 °C, for what asks
/// thousands of times a second.
pub(crate) fn tabled_saturation_pa(temperature_c: f64) -> f64 {
    const FROM_C: f64 = -50.0;
    const PER_K: f64 = 8.0;
    const POINTS: usize = 1282;
    static TABLE: LazyLock<[f64; POINTS]> = LazyLock::new(|| {
        std::array::from_fn(|i| saturation_pressure_pa(FROM_C + i as f64 / PER_K))
    });
    let place = (temperature_c - FROM_C) * PER_K;
    if !(place >= 0.0 && place < (POINTS - 1) as f64) {
        return saturation_pressure_pa(temperature_c);
    }
    #[expect(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "0 to 1280")]
    let i = place as usize;
    let [low, high] = [TABLE[i], TABLE[i + 1]];
    low + (place - i as f64) * (high - low)
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

/// The air that water evaporates into.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Air {
    /// Boiling point, °C.
    boil_c: f64,
    /// Pressure, Pa.
    pressure_pa: f64,
}

/// Vapour counts as at most this share of the pressure in Stefan's factor, which has no end at boiling.
const MOST_VAPOUR_SHARE: f64 = 0.95;

impl Air {
    /// Air at the pressure under which water boils at `boil_c`.
    pub fn boiling_at(boil_c: f64) -> Self {
        Self { boil_c, pressure_pa: saturation_pressure_pa(boil_c) }
    }

    /// Boiling point, °C.
    pub(crate) fn boil_c(&self) -> f64 {
        self.boil_c
    }

    /// What drives vapour off a surface, Pa, and how it grows with the pressure of saturation: the
    /// difference of vapour pressures times Stefan's factor P / (ps − pa) · ln((P − pa) / (P − ps)), by
    /// which the vapour's own flow helps it along. Source: Stefan's flow through stagnant air, in any
    /// text on mass transfer (for instance Bird, Stewart & Lightfoot, Transport Phenomena, ch. 18).
    pub(crate) fn driving(&self, saturated_pa: f64, vapour_pa: f64) -> (f64, f64) {
        let p = self.pressure_pa;
        let most_pa = MOST_VAPOUR_SHARE * p;
        let around_pa = vapour_pa.min(0.99 * most_pa);
        let at_pa = saturated_pa.clamp(1.001 * around_pa, most_pa);
        let flow = p * ln_of_near((p - around_pa) / (p - at_pa));
        let factor = flow / (at_pa - around_pa);
        let slope = if saturated_pa < most_pa { p / (p - at_pa) } else { factor };
        (factor * (saturated_pa - vapour_pa), slope)
    }
}

/// Natural logarithm of a ratio of 1 or little more, which a surface that is not about to boil asks for: within 2e-6.
///
/// Source: the series of the inverse hyperbolic tangent, ln x = 2 (y + y³/3 + y⁵/5 + …) with y = (x − 1) / (x + 1), in
/// any table of series (for instance Abramowitz & Stegun, 4.1.27).
fn ln_of_near(ratio: f64) -> f64 {
    const NEAR: f64 = 0.25;
    let y = (ratio - 1.0) / (ratio + 1.0);
    if y > NEAR {
        return ratio.ln();
    }
    let y2 = y * y;
    2.0 * y * (1.0 + y2 * (1.0 / 3.0 + y2 * (0.2 + y2 / 7.0)))
}

/// Latent heat of evaporation, J/kg, for 0 to 120 °C.
///
/// Source: linear fit common in meteorology (for instance Stull, Practical Meteorology, ch. 4).
pub fn latent_heat_j_kg(temperature_c: f64) -> f64 {
    2.501e6 - 2361.0 * temperature_c
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_series_is_the_logarithm() {
        for hundredth in 100..400 {
            let ratio = f64::from(hundredth) / 100.0 + 0.003;
            assert!((ln_of_near(ratio) / ratio.ln() - 1.0).abs() < 2e-6, "{ratio}");
        }
        assert!(ln_of_near(1.0).abs() < 1e-12);
        assert!(ln_of_near(f64::NAN).is_nan());
    }

    #[test]
    fn the_table_is_the_curve() {
        for tenth in -700..1400 {
            let c = f64::from(tenth) / 10.0 + 0.037;
            let [tabled, exact] = [tabled_saturation_pa(c), saturation_pressure_pa(c)];
            assert!((tabled / exact - 1.0).abs() < 3e-5, "{c}: {tabled} for {exact}");
        }
        assert!(tabled_saturation_pa(f64::NAN).is_nan());
    }
}
