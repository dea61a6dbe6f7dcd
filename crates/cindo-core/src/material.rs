//! Fish flesh as a material: composition to conductivity, density and heat, and the enthalpy table.

use serde::{Deserialize, Serialize};

use crate::error::{FieldError, Problems};
use crate::ice::{FREEZING_C, Ice};
use crate::water;

/// Share of the initial water that can boil off; the rest is bound to protein.
/// Modelling choice: ordinary fish keeps about a tenth of its water bound up to 100 °C and more.
pub const FREE_WATER_SHARE: f64 = 0.85;
/// Thermal conductivity of fully dried crust, W/(m K). Modelling choice, near dry porous bread
/// crust and fried potato crust in the literature (0.05 to 0.2).
pub const DRY_CONDUCTIVITY_W_MK: f64 = 0.12;
/// Share of the volumetric heat capacity that leaves with the water. Modelling choice.
pub const DRY_HEAT_CAPACITY_LOSS: f64 = 0.6;

/// Mass fractions of one kind of flesh.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Composition {
    /// Water, kg/kg, 0 to 1.
    pub water: f64,
    /// Protein, kg/kg, 0 to 1.
    pub protein: f64,
    /// Fat, kg/kg, 0 to 1.
    pub fat: f64,
    /// Ash, kg/kg, 0 to 1.
    pub ash: f64,
}

impl Composition {
    /// Sum of the four fractions; analyses seldom add up to exactly 1.
    pub fn total(&self) -> f64 {
        self.water + self.protein + self.fat + self.ash
    }

    /// The same fractions scaled to add up to 1.
    ///
    /// # Errors
    /// A fraction outside 0 to 1, or a sum outside 0.95 to 1.05.
    pub fn normalised(&self, field: &str) -> Result<Self, Vec<FieldError>> {
        let mut problems = Problems::new();
        for (name, value) in
            [("water", self.water), ("protein", self.protein), ("fat", self.fat), ("ash", self.ash)]
        {
            problems.range(&format!("{field}.{name}"), value, 0.0, 1.0, "");
        }
        let total = self.total();
        if !(0.95..=1.05).contains(&total) {
            problems.add(
                field,
                format!(
                    "the mass fractions add up to {total:.3}; they must add up to 0.95 to 1.05"
                ),
            );
        }
        problems.finish()?;
        Ok(Self {
            water: self.water / total,
            protein: self.protein / total,
            fat: self.fat / total,
            ash: self.ash / total,
        })
    }

    /// Thermal conductivity (W/(m K)), density (kg/m³) and specific heat (J/(kg K)) at a
    /// temperature between −40 and 150 °C, for fractions as they are (not normalised).
    ///
    /// Source: Choi & Okos (1986), tabulated in ASHRAE Handbook - Refrigeration, "Thermal
    /// Properties of Foods". Mixture: specific volumes add, conductivity by parallel volumes.
    pub fn properties(&self, temperature_c: f64) -> Properties {
        let mut specific_volume = 0.0;
        let mut conductivity_volume = 0.0;
        let mut heat = 0.0;
        for (fraction, component) in
            [(self.water, &WATER), (self.protein, &PROTEIN), (self.fat, &FAT), (self.ash, &ASH)]
        {
            let volume = fraction / quadratic(&component.density, temperature_c);
            specific_volume += volume;
            conductivity_volume += volume * quadratic(&component.conductivity, temperature_c);
            heat += fraction * quadratic(&component.specific_heat, temperature_c);
        }
        Properties {
            conductivity_w_mk: conductivity_volume / specific_volume,
            density_kg_m3: 1.0 / specific_volume,
            specific_heat_j_kgk: heat,
        }
    }
}

/// Thermal properties at one temperature.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Properties {
    /// Thermal conductivity, W/(m K).
    pub conductivity_w_mk: f64,
    /// Density, kg/m³.
    pub density_kg_m3: f64,
    /// Specific heat, J/(kg K).
    pub specific_heat_j_kgk: f64,
}

/// Constant properties that replace a composition, for tests and research; nothing evaporates.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct ConstantProperties {
    /// Thermal conductivity, W/(m K), 0.01 to 500.
    pub k: f64,
    /// Density, kg/m³, 1 to 20 000.
    pub rho: f64,
    /// Specific heat, J/(kg K), 100 to 20 000.
    pub cp: f64,
}

/// Coefficients a + b T + c T² of one component, T in °C.
pub(crate) struct Component {
    pub(crate) conductivity: [f64; 3],
    pub(crate) density: [f64; 3],
    pub(crate) specific_heat: [f64; 3],
}

pub(crate) const PROTEIN: Component = Component {
    conductivity: [1.7881e-1, 1.1958e-3, -2.7178e-6],
    density: [1.3299e3, -5.1840e-1, 0.0],
    specific_heat: [2.0082e3, 1.2089, -1.3129e-3],
};
pub(crate) const FAT: Component = Component {
    conductivity: [1.8071e-1, -2.7604e-4, -1.7749e-7],
    density: [9.2559e2, -4.1757e-1, 0.0],
    specific_heat: [1.9842e3, 1.4733, -4.8008e-3],
};
pub(crate) const ASH: Component = Component {
    conductivity: [3.2962e-1, 1.4011e-3, -2.9069e-6],
    density: [2.4238e3, -2.8063e-1, 0.0],
    specific_heat: [1.0926e3, 1.8896, -3.6817e-3],
};
const WATER: Component = Component {
    conductivity: [5.7109e-1, 1.7625e-3, -6.7036e-6],
    density: [9.9718e2, 3.1439e-3, -3.7574e-3],
    specific_heat: [4.1762e3, -9.0864e-2, 5.4731e-3],
};

fn quadratic(coefficients: &[f64; 3], t: f64) -> f64 {
    coefficients[0] + t * (coefficients[1] + t * coefficients[2])
}

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
    #[inline]
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

    /// Conductivity of a cell of known heat content, W/(m K): frozen, wet or dried.
    #[inline]
    pub fn conductivity_at(&self, e: f64, temperature_c: f64, dried: f64) -> f64 {
        match &self.ice {
            Some(ice) if e < ice.from_j_m3 => ice.conductivity_w_mk(e),
            _ => self.conductivity_w_mk(temperature_c, dried),
        }
    }

    #[inline]
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

    /// Conductivity of a cell, W/(m K), evaluated at min(T, boiling) and thinned by drying.
    #[inline]
    pub fn conductivity_w_mk(&self, temperature_c: f64, dried: f64) -> f64 {
        let wet = quadratic(&self.conductivity, temperature_c.min(self.boil_c));
        wet + dried * (DRY_CONDUCTIVITY_W_MK - wet)
    }

    /// Inverse of the heat-capacity scale of a cell whose dried share is `dried` (0 to 1).
    #[inline]
    pub fn inverse_scale(dried: f64) -> f64 {
        1.0 / (1.0 - DRY_HEAT_CAPACITY_LOSS * dried)
    }
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
        let flesh = Flesh::of(&COD.normalised("c").unwrap(), 99.97);
        for t in [-20.0, -5.0, 0.0, 4.0, 20.0, 51.3, 88.8, 99.9, 130.0] {
            let e = flesh.heat_content_j_m3(t);
            let (back, _) = flesh.temperature(e, 0.0, 1.0);
            assert!((back - t).abs() < 1e-9, "{t} came back as {back}");
        }
    }

    #[test]
    fn heat_content_is_the_integral_of_density_times_specific_heat() {
        let composition = COD.normalised("c").unwrap();
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
        let composition = COD.normalised("c").unwrap();
        let flesh = Flesh::of(&composition, 99.97);
        for t in [0.0, 10.0, 35.0, 60.0, 85.0, 99.0] {
            let exact = composition.properties(t).conductivity_w_mk;
            assert!((flesh.conductivity_w_mk(t, 0.0) / exact - 1.0).abs() < 1e-4, "{t}");
        }
    }

    #[test]
    fn boiling_cell_stays_at_the_boiling_point_until_its_water_is_gone() {
        let flesh = Flesh::of(&COD.normalised("c").unwrap(), 98.0);
        let reserve = flesh.reserve_j_m3;
        assert_eq!(flesh.temperature(0.5 * reserve, reserve, 1.0), (98.0, 0.0));
        let (t, slope) = flesh.temperature(1.001 * reserve, reserve, 1.0);
        assert!(t > 98.0 && slope > 0.0);
    }
}
