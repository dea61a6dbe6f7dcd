//! Flesh as the solver knows it: temperature and conductivity as functions of heat content.

use crate::composition::{Composition, ConstantProperties, quadratic};
use crate::ice::{FREEZING_C, Ice};
use crate::water::{self, Air};

/// Share of the initial water that can boil off; the rest is bound to protein.
/// Modelling choice: ordinary fish keeps about a tenth of its water bound up to 100 °C and more.
pub const FREE_WATER_SHARE: f64 = 0.85;
/// Thermal conductivity of fully dried crust, W/(m K). Modelling choice, near dry porous bread
/// crust and fried potato crust in the literature (0.05 to 0.2).
pub const DRY_CONDUCTIVITY_W_MK: f64 = 0.12;
/// Share of the volumetric heat capacity that leaves with the water. Modelling choice.
pub const DRY_HEAT_CAPACITY_LOSS: f64 = 0.6;

/// A cell conducts as if so much of it at least were wet: two that are all but dry would else have nothing between them.
const LEAST_WET_SHARE: f64 = 1e-3;
/// Coldest temperature that the wet curves of [`Flesh`] are fitted to, °C: ice takes over above it.
const FIT_FLOOR_C: f64 = -5.0;
/// Heat content is scaled by this inside the curves, J/m³, so that coefficients stay near 1.
const HEAT_UNIT_J_M3: f64 = 1e8;
/// Terms of the temperature curve. Five follow the integral to better than 1e-4 K.
const CURVE_TERMS: usize = 5;

/// Flesh in enthalpy form: temperature as a function of heat content.
///
/// Heat content is volumetric (J/m³) and counted from the boiling point of this flesh, so that
/// water leaving at the boiling point carries none of it. Below zero the flesh is wet and its
/// temperature follows a polynomial fitted to the integral of ρ `c_p`; from zero to the cell's
/// latent reserve it boils; beyond the reserve the dried cell heats on. Polynomials instead of a
/// table let the compiler work on several cells at once.
#[derive(Debug, Clone)]
pub struct Flesh {
    /// (T − boiling) / heat content as a polynomial of the heat content in `HEAT_UNIT_J_M3`.
    curve: [f64; CURVE_TERMS],
    /// Conductivity as a polynomial of temperature, W/(m K).
    conductivity: [f64; 3],
    /// Boiling point here, °C. For constant properties only the zero of the heat content.
    pub boil_c: f64,
    /// The air around it.
    pub(crate) air: Air,
    /// Latent heat held by the free water of a fresh cell, J/m³; 0 when nothing evaporates.
    pub reserve_j_m3: f64,
    /// Latent heat at the boiling point, J/kg.
    pub latent_j_kg: f64,
    /// Slope of temperature with heat content above the plateau, K m³/J.
    slope_above: f64,
    /// Whether surfaces can dry and cells can boil.
    pub evaporates: bool,
    /// What takes over below the freezing point, for runs that get that cold.
    ice: Option<Ice>,
}

impl Flesh {
    /// Flesh of a (normalised) composition that boils at `boil_c`.
    pub fn of(composition: &Composition, boil_c: f64) -> Self {
        let rho_cp = |t: f64| {
            let p = composition.properties(t);
            p.density_kg_m3 * p.specific_heat_j_kgk
        };
        let temperature = |share: f64| boil_c + share * (FIT_FLOOR_C - boil_c);
        let (mut content, mut ratio) = ([0.0; CURVE_TERMS], [0.0; CURVE_TERMS]);
        for (i, share) in chebyshev::<CURVE_TERMS>().into_iter().enumerate() {
            let t = temperature(share);
            content[i] = -simpson(rho_cp, t, boil_c) / HEAT_UNIT_J_M3;
            ratio[i] = (t - boil_c) / content[i];
        }
        let nodes = chebyshev::<3>().map(temperature);
        let conductivity = nodes.map(|t| composition.properties(t).conductivity_w_mk);
        let latent_j_kg = water::latent_heat_j_kg(boil_c);
        let raw_density = composition.properties(10.0).density_kg_m3;
        Self {
            curve: interpolate(content, ratio),
            conductivity: interpolate(nodes, conductivity),
            boil_c,
            air: Air::boiling_at(boil_c),
            reserve_j_m3: latent_j_kg * FREE_WATER_SHARE * composition.water * raw_density,
            latent_j_kg,
            slope_above: 1.0 / (rho_cp(boil_c) * (1.0 - DRY_HEAT_CAPACITY_LOSS)),
            evaporates: composition.water > 0.0,
            ice: None,
        }
    }

    /// The same, frozen below the freezing point. Worth its curve only where it gets that cold.
    pub fn freezing(composition: &Composition, boil_c: f64) -> Self {
        let wet = Self::of(composition, boil_c);
        let ice = Ice::new(composition, wet.heat_content_j_m3(FREEZING_C));
        Self { ice: Some(ice), ..wet }
    }

    /// Flesh of a composition for a run whose coldest temperature is this, °C.
    pub fn down_to(composition: &Composition, boil_c: f64, coldest_c: f64) -> Self {
        if coldest_c < FREEZING_C {
            Self::freezing(composition, boil_c)
        } else {
            Self::of(composition, boil_c)
        }
    }

    /// Whether ice takes over below the freezing point.
    pub fn freezes(&self) -> bool {
        self.ice.is_some()
    }

    /// Flesh of constant properties: no plateau, no drying.
    pub fn constant(properties: &ConstantProperties, boil_c: f64) -> Self {
        let capacity = properties.rho * properties.cp;
        let mut curve = [0.0; CURVE_TERMS];
        curve[0] = HEAT_UNIT_J_M3 / capacity;
        Self {
            curve,
            conductivity: [properties.k, 0.0, 0.0],
            boil_c,
            air: Air::boiling_at(boil_c),
            reserve_j_m3: 0.0,
            latent_j_kg: water::latent_heat_j_kg(boil_c),
            slope_above: 1.0 / capacity,
            evaporates: false,
            ice: None,
        }
    }

    /// Heat content of flesh that has lost no water at a temperature, J/m³.
    pub fn heat_content_j_m3(&self, temperature_c: f64) -> f64 {
        if let Some(ice) = self.ice.as_ref().filter(|_| temperature_c < FREEZING_C) {
            return ice.heat_content_j_m3(temperature_c);
        }
        let rise = temperature_c - self.boil_c;
        if rise >= 0.0 {
            return rise / self.slope_above;
        }
        // Newton on the nearly straight curve.
        let mut e = rise * HEAT_UNIT_J_M3 / self.curve[0];
        for _ in 0..8 {
            let (t, slope) = self.wet_temperature(e, 0.0, 1.0);
            e -= (t - temperature_c) / slope;
        }
        e
    }

    /// Temperature (°C) and dT/dE (K m³/J) of a cell with heat content `e` (J/m³), latent
    /// reserve left (J/m³) and the inverse of its heat-capacity scale.
    pub fn temperature(&self, e: f64, reserve: f64, inverse_scale: f64) -> (f64, f64) {
        match &self.ice {
            Some(ice) if e < ice.from_j_m3 => ice.temperature(e),
            _ => self.wet_temperature(e, reserve, inverse_scale),
        }
    }

    /// [`Self::temperature`] for a line of cells. The wet curve is branchless, so that cells are
    /// worked on in pairs; frozen ones are done over.
    #[inline(always)]
    pub(crate) fn temperatures(
        &self,
        cells: &Cells<'_>,
        temperature: &mut [f64],
        slope: &mut [f64],
    ) {
        let n = cells.heat.len();
        let (heat, reserve) = (&cells.heat[..n], &cells.reserve[..n]);
        let inverse_scale = &cells.inverse_scale[..n];
        let (temperature, slope) = (&mut temperature[..n], &mut slope[..n]);
        for i in 0..n {
            (temperature[i], slope[i]) =
                self.wet_temperature(heat[i], reserve[i], inverse_scale[i]);
        }
        if let Some(ice) = &self.ice {
            for i in 0..n {
                if heat[i] < ice.from_j_m3 {
                    (temperature[i], slope[i]) = ice.temperature(heat[i]);
                }
            }
        }
    }

    /// Thermal resistivities of the halves of each cell of a line, m K/W, into `lower` and `higher`: towards its lower and
    /// its higher neighbour. What has dried of it is a layer on the side that the heat comes from; its temperature is that
    /// of the middle of what is still wet, or of all of it once nothing is. Branchless, as [`Self::temperatures`] is.
    #[inline(always)]
    pub(crate) fn half_resistivities_mk_w(
        &self,
        cells: &Conducting<'_>,
        lower: &mut [f64],
        higher: &mut [f64],
    ) {
        let n = cells.temperature_c.len();
        let (temperature_c, dried) = (&cells.temperature_c[..n], &cells.dried[..n]);
        let (heat, from_lower) = (&cells.heat[..n], &cells.from_lower[..n]);
        let (lower, higher) = (&mut lower[..n], &mut higher[..n]);
        let halves = |k: f64, dried: f64, from_lower: f64| {
            let left = 1.0 - dried;
            let wet = if left > LEAST_WET_SHARE { left } else { LEAST_WET_SHARE } / k;
            let dry = dried * (1.0 / DRY_CONDUCTIVITY_W_MK);
            let below = if dried < 1.0 { 2.0 * from_lower } else { 1.0 };
            [wet + below * dry, wet + (2.0 - below) * dry]
        };
        for i in 0..n {
            let k = self.conductivity_w_mk(temperature_c[i]);
            [lower[i], higher[i]] = halves(k, dried[i], from_lower[i]);
        }
        if let Some(ice) = &self.ice {
            for i in 0..n {
                if heat[i] < ice.from_j_m3 {
                    let k = ice.conductivity_w_mk(heat[i]);
                    [lower[i], higher[i]] = halves(k, dried[i], from_lower[i]);
                }
            }
        }
    }

    #[inline(always)]
    fn wet_temperature(&self, e: f64, reserve: f64, inverse_scale: f64) -> (f64, f64) {
        let [a, b, c, d, f] = self.curve;
        let unit = inverse_scale / HEAT_UNIT_J_M3;
        let x = if e < 0.0 { e } else { 0.0 } * unit;
        let rise = x * (a + x * (b + x * (c + x * (d + x * f))));
        let slope = unit * (a + x * (2.0 * b + x * (3.0 * c + x * (4.0 * d + x * 5.0 * f))));
        // Selections instead of branches, so that cells are worked on in pairs.
        let over = if e > reserve { e - reserve } else { 0.0 };
        let above = if e >= reserve { self.slope_above } else { 0.0 };
        (self.boil_c + rise + over * self.slope_above, if e < 0.0 { slope } else { above })
    }

    /// Conductivity of what is wet, W/(m K), evaluated at min(T, boiling).
    #[inline(always)]
    pub fn conductivity_w_mk(&self, temperature_c: f64) -> f64 {
        let wet_c = if temperature_c < self.boil_c { temperature_c } else { self.boil_c };
        quadratic(self.conductivity, wet_c)
    }

    /// Inverse of the heat-capacity scale of a cell whose dried share is `dried` (0 to 1).
    #[inline]
    pub fn inverse_scale(dried: f64) -> f64 {
        1.0 / (1.0 - DRY_HEAT_CAPACITY_LOSS * dried)
    }
}

/// What the resistivities of a line of cells follow from.
pub(crate) struct Conducting<'a> {
    /// Heat contents, J/m³.
    pub(crate) heat: &'a [f64],
    /// Temperatures, °C.
    pub(crate) temperature_c: &'a [f64],
    /// Dried shares, 0 to 1.
    pub(crate) dried: &'a [f64],
    /// 1 where heat comes from the lower end of the line, 0 where from the higher.
    pub(crate) from_lower: &'a [f64],
}

/// What the temperatures of a line of cells follow from.
pub(crate) struct Cells<'a> {
    /// Heat contents, J/m³.
    pub(crate) heat: &'a [f64],
    /// Latent reserves left, J/m³.
    pub(crate) reserve: &'a [f64],
    /// Inverses of the heat-capacity scales.
    pub(crate) inverse_scale: &'a [f64],
}

/// Chebyshev points on 0 to 1, ends excluded.
fn chebyshev<const N: usize>() -> [f64; N] {
    std::array::from_fn(|i| {
        0.5 - 0.5 * ((2 * i + 1) as f64 / (2 * N) as f64 * std::f64::consts::PI).cos()
    })
}

/// Integral of `f` from `a` to `b` by Simpson's rule on 16 intervals: heat capacity is nearly a parabola.
fn simpson(f: impl Fn(f64) -> f64, a: f64, b: f64) -> f64 {
    let step = (b - a) / 16.0;
    (0..16)
        .map(|i| a + step * f64::from(i))
        .map(|t| step / 6.0 * (f(t) + 4.0 * f(t + 0.5 * step) + f(t + step)))
        .sum()
}

/// Coefficients, constant first, of the polynomial through the given points: divided differences
/// (Newton's form), expanded.
fn interpolate<const N: usize>(x: [f64; N], y: [f64; N]) -> [f64; N] {
    let mut divided = y;
    for order in 1..N {
        for i in (order..N).rev() {
            divided[i] = (divided[i] - divided[i - 1]) / (x[i] - x[i - order]);
        }
    }
    let mut coefficients = [0.0; N];
    for i in (0..N).rev() {
        for j in (1..N).rev() {
            coefficients[j] = coefficients[j - 1] - x[i] * coefficients[j];
        }
        coefficients[0] = divided[i] - x[i] * coefficients[0];
    }
    coefficients
}

#[cfg(test)]
mod tests {
    use super::*;

    const COD: Composition =
        Composition { water: 0.8122, protein: 0.1781, fat: 0.0067, ash: 0.0116 };

    #[test]
    fn enthalpy_curve_returns_the_temperature_put_in() {
        let flesh = Flesh::of(&COD.normalised().unwrap(), 99.97);
        for t in [-20.0, -5.0, 0.0, 4.0, 20.0, 51.3, 88.8, 99.9, 130.0] {
            let e = flesh.heat_content_j_m3(t);
            let (back, _) = flesh.temperature(e, 0.0, 1.0);
            assert!((back - t).abs() < 1e-9, "{t} came back as {back}");
        }
    }

    #[test]
    fn heat_content_is_the_integral_of_density_times_specific_heat() {
        let composition = COD.normalised().unwrap();
        let flesh = Flesh::of(&composition, 99.97);
        let by_curve = flesh.heat_content_j_m3(60.0) - flesh.heat_content_j_m3(5.0);
        let n = 2000;
        let step = 55.0 / f64::from(n);
        let by_midpoints: f64 = (0..n)
            .map(|i| {
                let p = composition.properties(5.0 + step * (f64::from(i) + 0.5));
                p.density_kg_m3 * p.specific_heat_j_kgk * step
            })
            .sum();
        assert!((by_curve / by_midpoints - 1.0).abs() < 1e-6);
    }

    #[test]
    fn fitted_conductivity_stays_on_the_mixture() {
        let composition = COD.normalised().unwrap();
        let flesh = Flesh::of(&composition, 99.97);
        for t in [0.0, 10.0, 35.0, 60.0, 85.0, 99.0] {
            let exact = composition.properties(t).conductivity_w_mk;
            assert!((flesh.conductivity_w_mk(t) / exact - 1.0).abs() < 1e-4, "{t}");
        }
    }

    #[test]
    fn boiling_cell_stays_at_the_boiling_point_until_its_water_is_gone() {
        let flesh = Flesh::of(&COD.normalised().unwrap(), 98.0);
        let reserve = flesh.reserve_j_m3;
        assert_eq!(flesh.temperature(0.5 * reserve, reserve, 1.0), (98.0, 0.0));
        let (t, slope) = flesh.temperature(1.001 * reserve, reserve, 1.0);
        assert!(t > 98.0 && slope > 0.0);
    }
}
