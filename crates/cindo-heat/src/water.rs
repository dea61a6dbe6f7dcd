//! Water and air: saturation, boiling point at altitude, latent heat.

use std::sync::{Arc, Mutex, PoisonError};

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

/// The air that water evaporates into.
#[derive(Debug, Clone, PartialEq)]
pub struct Air {
    /// Boiling point, °C.
    boil_c: f64,
    /// Pressure, Pa.
    pressure_pa: f64,
    /// Over temperature.
    leaving: Arc<LeavingTable>,
}

/// What lets vapour off a wet surface into still air, at one temperature: the surface's part of Stefan's flow, of which
/// [`Air::around`] takes its share of the other, kg/m³.
#[derive(Debug, Clone, Copy, Default, PartialEq)]
pub(crate) struct Leaving {
    pub(crate) surface_kg_m3: f64,
    pub(crate) around_kg_m3: f64,
}

/// Vapour counts as at most this share of the pressure in Stefan's factor, which has no end at boiling.
const MOST_VAPOUR_SHARE: f64 = 0.95;
/// [`Leaving`] is tabled from this temperature, °C, at so many points a K, up to past any boiling point.
const LEAVING_FROM_C: f64 = -60.0;
const LEAVING_PER_K: f64 = 8.0;
const LEAVING_POINTS: usize = 1368;

/// [`Leaving`] over temperature.
type LeavingTable = [Leaving; LEAVING_POINTS];

impl Air {
    /// Air at the pressure under which water boils at `boil_c`.
    pub fn boiling_at(boil_c: f64) -> Self {
        let pressure_pa = saturation_pressure_pa(boil_c);
        Self { boil_c, pressure_pa, leaving: Self::table(pressure_pa) }
    }

    /// The table under a pressure, Pa. A kitchen stays where it is: the last one is kept.
    fn table(pressure_pa: f64) -> Arc<LeavingTable> {
        static LAST: Mutex<Option<(u64, Arc<LeavingTable>)>> = Mutex::new(None);
        let mut last = LAST.lock().unwrap_or_else(PoisonError::into_inner);
        match &*last {
            Some((bits, table)) if *bits == pressure_pa.to_bits() => Arc::clone(table),
            _ => {
                let at = |i| Self::exactly(LEAVING_FROM_C + i as f64 / LEAVING_PER_K, pressure_pa);
                let table = Arc::new(std::array::from_fn(at));
                *last = Some((pressure_pa.to_bits(), Arc::clone(&table)));
                table
            }
        }
    }

    /// Boiling point, °C.
    pub(crate) fn boil_c(&self) -> f64 {
        self.boil_c
    }

    /// Vapour leaves a surface at the velocity of mass transfer times P / (Rv T) · ln((P − pa) / (P − ps)): the
    /// difference of vapour pressures with Stefan's factor, by which the vapour's own flow helps it along. The logarithm is
    /// the surface's part less that of the air around, [`Self::around`]. Source: Stefan's flow through stagnant air, in any
    /// text on mass transfer (for instance Bird, Stewart & Lightfoot, Transport Phenomena, ch. 18).
    fn exactly(surface_c: f64, pressure_pa: f64) -> Leaving {
        let share = saturation_pressure_pa(surface_c) / pressure_pa;
        let counted = share.min(MOST_VAPOUR_SHARE);
        let beyond = (share - counted) * (-(-MOST_VAPOUR_SHARE).ln_1p() / MOST_VAPOUR_SHARE);
        let around_kg_m3 = pressure_pa / (VAPOUR_GAS_CONSTANT_J_KGK * (surface_c + KELVIN_OFFSET));
        Leaving { surface_kg_m3: around_kg_m3 * (beyond - (-counted).ln_1p()), around_kg_m3 }
    }

    /// What air of such a vapour pressure, Pa, takes off what leaves, as a share of [`Leaving::around_kg_m3`].
    pub(crate) fn around(&self, vapour_pa: f64) -> f64 {
        -(-(vapour_pa / self.pressure_pa).min(0.99 * MOST_VAPOUR_SHARE)).ln_1p()
    }

    /// What leaves a surface, linear between the points of a table where that reaches, and how it changes with
    /// temperature, kg/(m³ K).
    #[inline]
    pub(crate) fn leaving(&self, surface_c: f64) -> (Leaving, Leaving) {
        let place = (surface_c - LEAVING_FROM_C) * LEAVING_PER_K;
        let ([low, high], past) = if place >= 0.0 && place < (LEAVING_POINTS - 1) as f64 {
            #[expect(
                clippy::cast_possible_truncation,
                clippy::cast_sign_loss,
                reason = "0 to 1366"
            )]
            let i = place as usize;
            ([self.leaving[i], self.leaving[i + 1]], place - i as f64)
        } else {
            (self.leaving_beyond(surface_c), 0.0)
        };
        let surface_kg_m3 = high.surface_kg_m3 - low.surface_kg_m3;
        let around_kg_m3 = high.around_kg_m3 - low.around_kg_m3;
        let now = Leaving {
            surface_kg_m3: low.surface_kg_m3 + past * surface_kg_m3,
            around_kg_m3: low.around_kg_m3 + past * around_kg_m3,
        };
        let slope = Leaving {
            surface_kg_m3: LEAVING_PER_K * surface_kg_m3,
            around_kg_m3: LEAVING_PER_K * around_kg_m3,
        };
        (now, slope)
    }

    /// Where no table reaches: there, and where its next point would be.
    #[cold]
    fn leaving_beyond(&self, surface_c: f64) -> [Leaving; 2] {
        [surface_c, surface_c + 1.0 / LEAVING_PER_K].map(|c| Self::exactly(c, self.pressure_pa))
    }
}

/// How latent heat falls with temperature, J/(kg K).
pub(crate) const LATENT_FALL_J_KGK: f64 = 2361.0;

/// Latent heat of evaporation, J/kg, for 0 to 120 °C.
///
/// Source: linear fit common in meteorology (for instance Stull, Practical Meteorology, ch. 4).
pub fn latent_heat_j_kg(temperature_c: f64) -> f64 {
    2.501e6 - LATENT_FALL_J_KGK * temperature_c
}

#[cfg(test)]
mod tests {
    use super::*;

    /// What leaves a surface is the difference of vapour pressures over `Rv T`, times Stefan's factor: between the points of
    /// the table within 1e-3 of what leaves into dry air, and nothing where the air is as wet as the surface.
    #[test]
    fn what_leaves_is_stefans_flow() {
        for boil_c in [83.0, 100.0] {
            let air = Air::boiling_at(boil_c);
            let p = saturation_pressure_pa(boil_c);
            let most_pa = MOST_VAPOUR_SHARE * p;
            for tenth in -900..1000 {
                let c = f64::from(tenth) / 10.0 + 0.037;
                let saturated_pa = saturation_pressure_pa(c);
                if saturated_pa > 0.99 * most_pa {
                    break;
                }
                let (now, slope) = air.leaving(c);
                let whole = saturated_pa / (VAPOUR_GAS_CONSTANT_J_KGK * (c + KELVIN_OFFSET));
                for around_pa in [0.0, 1000.0, 0.5 * p] {
                    let back = air.around(around_pa) * now.around_kg_m3;
                    let left = now.surface_kg_m3 - back;
                    let ratio = (p - around_pa) / (p - saturated_pa);
                    let factor = p / (saturated_pa - around_pa) * ratio.ln();
                    let exact = (1.0 - around_pa / saturated_pa) * whole * factor;
                    let off = (left - exact).abs() / (now.surface_kg_m3 + back);
                    assert!(off < 1e-3, "{c} {around_pa}: {left} for {exact}");
                }
                let next = air.leaving(c + 0.01).0.surface_kg_m3;
                let rise = (next - now.surface_kg_m3) / 0.01;
                let off = (slope.surface_kg_m3 / rise - 1.0).abs();
                assert!(off < 0.05, "{c}: {slope:?} for {rise}");
            }
        }
        assert!(Air::boiling_at(100.0).leaving(f64::NAN).0.surface_kg_m3.is_nan());
    }
}
