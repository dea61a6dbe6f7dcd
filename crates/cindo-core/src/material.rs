//! Fish flesh as a material: composition to conductivity, density and heat, and the enthalpy table.

use serde::{Deserialize, Serialize};

use crate::error::{FieldError, Problems};
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
        for (name, value) in [
            ("water", self.water),
            ("protein", self.protein),
            ("fat", self.fat),
            ("ash", self.ash),
        ] {
            problems.range(&format!("{field}.{name}"), value, 0.0, 1.0, "");
        }
        let total = self.total();
        if !(0.95..=1.05).contains(&total) {
            problems.add(
                field,
                format!("the mass fractions add up to {total:.3}; they must add up to 0.95 to 1.05"),
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
struct Component {
    conductivity: [f64; 3],
    density: [f64; 3],
    specific_heat: [f64; 3],
}

const PROTEIN: Component = Component {
    conductivity: [1.7881e-1, 1.1958e-3, -2.7178e-6],
    density: [1.3299e3, -5.1840e-1, 0.0],
    specific_heat: [2.0082e3, 1.2089, -1.3129e-3],
};
const FAT: Component = Component {
    conductivity: [1.8071e-1, -2.7604e-4, -1.7749e-7],
    density: [9.2559e2, -4.1757e-1, 0.0],
    specific_heat: [1.9842e3, 1.4733, -4.8008e-3],
};
const ASH: Component = Component {
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

/// Coldest temperature in the enthalpy table, °C.
const TABLE_FLOOR_C: f64 = -60.0;
/// Intervals of the enthalpy table: 0.3 K each, so linear steps err by less than 1e-5 K.
const TABLE_INTERVALS: usize = 512;

/// One node of the enthalpy table.
#[derive(Debug, Clone, Copy)]
struct Node {
    temperature_c: f64,
    /// dT/dE up to the next node, K m³/J.
    slope: f64,
    conductivity_w_mk: f64,
    conductivity_slope: f64,
}

/// Flesh in enthalpy form: temperature as a function of heat content.
///
/// Heat content is volumetric (J/m³) and counted from the boiling point of this flesh, so that
/// water leaving at the boiling point carries none of it. Below zero the flesh is wet and its
/// temperature follows the table; from zero to the cell's latent reserve it boils; beyond the
/// reserve the dried cell heats on.
#[derive(Debug, Clone)]
pub struct Flesh {
    nodes: Vec<Node>,
    floor_j_m3: f64,
    inverse_step: f64,
    /// Boiling point here, °C. For constant properties only the zero of the heat content.
    pub boil_c: f64,
    /// Latent heat held by the free water of a fresh cell, J/m³; 0 when nothing evaporates.
    pub reserve_j_m3: f64,
    /// Latent heat at the boiling point, J/kg.
    pub latent_j_kg: f64,
    capacity_above_j_m3k: f64,
    conductivity_above_w_mk: f64,
    /// Whether surfaces can dry and cells can boil.
    pub evaporates: bool,
}

impl Flesh {
    /// Flesh of a (normalised) composition that boils at `boil_c`.
    pub fn of(composition: &Composition, boil_c: f64) -> Self {
        let rho_cp = |t: f64| {
            let p = composition.properties(t);
            p.density_kg_m3 * p.specific_heat_j_kgk
        };
        // Heat content on a fine temperature grid by Simpson's rule, then turned round so that
        // the look-up is by heat content and costs no search.
        let fine = 4 * TABLE_INTERVALS;
        let step = (boil_c - TABLE_FLOOR_C) / fine as f64;
        let mut content = vec![0.0; fine + 1];
        for i in (0..fine).rev() {
            let t = TABLE_FLOOR_C + step * i as f64;
            let area = step / 6.0 * (rho_cp(t) + 4.0 * rho_cp(t + 0.5 * step) + rho_cp(t + step));
            content[i] = content[i + 1] - area;
        }
        let floor = content[0];
        let width = -floor / TABLE_INTERVALS as f64;
        let mut nodes = Vec::with_capacity(TABLE_INTERVALS + 1);
        let mut j = 0;
        for i in 0..=TABLE_INTERVALS {
            let target = floor + width * i as f64;
            while j + 1 < fine && content[j + 1] < target {
                j += 1;
            }
            let share = (target - content[j]) / (content[j + 1] - content[j]);
            let t = (TABLE_FLOOR_C + step * (j as f64 + share)).min(boil_c);
            nodes.push(Node {
                temperature_c: t,
                slope: 0.0,
                conductivity_w_mk: composition.properties(t).conductivity_w_mk,
                conductivity_slope: 0.0,
            });
        }
        link(&mut nodes, width);
        let at_boil = composition.properties(boil_c);
        let raw_density = composition.properties(10.0).density_kg_m3;
        let latent_j_kg = water::latent_heat_j_kg(boil_c);
        Self {
            nodes,
            floor_j_m3: floor,
            inverse_step: 1.0 / width,
            boil_c,
            reserve_j_m3: latent_j_kg * FREE_WATER_SHARE * composition.water * raw_density,
            latent_j_kg,
            capacity_above_j_m3k: rho_cp(boil_c) * (1.0 - DRY_HEAT_CAPACITY_LOSS),
            conductivity_above_w_mk: at_boil.conductivity_w_mk,
            evaporates: composition.water > 0.0,
        }
    }

    /// Flesh of constant properties: no plateau, no drying.
    pub fn constant(properties: &ConstantProperties, boil_c: f64) -> Self {
        let capacity = properties.rho * properties.cp;
        let width = capacity * (boil_c - TABLE_FLOOR_C);
        let node = |t: f64| Node {
            temperature_c: t,
            slope: 0.0,
            conductivity_w_mk: properties.k,
            conductivity_slope: 0.0,
        };
        let mut nodes = vec![node(TABLE_FLOOR_C), node(boil_c)];
        link(&mut nodes, width);
        Self {
            nodes,
            floor_j_m3: -width,
            inverse_step: 1.0 / width,
            boil_c,
            reserve_j_m3: 0.0,
            latent_j_kg: water::latent_heat_j_kg(boil_c),
            capacity_above_j_m3k: capacity,
            conductivity_above_w_mk: properties.k,
            evaporates: false,
        }
    }

    /// Heat content of wet flesh at a temperature up to the boiling point, J/m³.
    pub fn heat_content_j_m3(&self, temperature_c: f64) -> f64 {
        if temperature_c >= self.boil_c {
            return (temperature_c - self.boil_c) * self.capacity_above_j_m3k;
        }
        let i = self
            .nodes
            .partition_point(|n| n.temperature_c <= temperature_c)
            .saturating_sub(1)
            .min(self.nodes.len() - 2);
        let node = &self.nodes[i];
        self.floor_j_m3
            + i as f64 / self.inverse_step
            + (temperature_c - node.temperature_c) / node.slope
    }

    /// Temperature (°C) and dT/dE (K m³/J) of a cell with heat content `e` (J/m³), latent
    /// reserve left (J/m³) and the heat-capacity scale of its dried share.
    #[inline]
    pub fn temperature(&self, e: f64, reserve: f64, scale: f64) -> (f64, f64) {
        if e < 0.0 {
            let wet = e / scale;
            let (i, offset) = self.locate(wet);
            let node = &self.nodes[i];
            (node.temperature_c + node.slope * offset, node.slope / scale)
        } else if e < reserve {
            (self.boil_c, 0.0)
        } else {
            let slope = 1.0 / self.capacity_above_j_m3k;
            (self.boil_c + (e - reserve) * slope, slope)
        }
    }

    /// Conductivity of a cell, W/(m K), evaluated at min(T, boiling) and thinned by drying.
    #[inline]
    pub fn conductivity_w_mk(&self, e: f64, dried: f64, scale: f64) -> f64 {
        let wet = if e < 0.0 {
            let (i, offset) = self.locate(e / scale);
            let node = &self.nodes[i];
            node.conductivity_w_mk + node.conductivity_slope * offset
        } else {
            self.conductivity_above_w_mk
        };
        wet + dried * (DRY_CONDUCTIVITY_W_MK - wet)
    }

    #[inline]
    fn locate(&self, e: f64) -> (usize, f64) {
        let position = (e - self.floor_j_m3) * self.inverse_step;
        #[expect(
            clippy::cast_possible_truncation,
            clippy::cast_sign_loss,
            reason = "float-to-int casts saturate, and the index is clamped to the table"
        )]
        let i = (position as usize).min(self.nodes.len() - 2);
        (i, (position - i as f64) / self.inverse_step)
    }

    /// Heat-capacity scale of a cell whose dried share is `dried` (0 to 1).
    #[inline]
    pub fn scale(&self, dried: f64) -> f64 {
        1.0 - DRY_HEAT_CAPACITY_LOSS * dried
    }
}

fn link(nodes: &mut [Node], width: f64) {
    for i in 0..nodes.len() - 1 {
        let next = nodes[i + 1];
        let node = &mut nodes[i];
        node.slope = (next.temperature_c - node.temperature_c) / width;
        node.conductivity_slope = (next.conductivity_w_mk - node.conductivity_w_mk) / width;
    }
    if let [.., before, last] = nodes {
        last.slope = before.slope;
        last.conductivity_slope = before.conductivity_slope;
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    const COD: Composition = Composition { water: 0.8122, protein: 0.1781, fat: 0.0067, ash: 0.0116 };

    #[test]
    fn enthalpy_table_returns_the_temperature_put_in() {
        let flesh = Flesh::of(&COD.normalised("c").unwrap(), 99.97);
        for t in [-5.0, 0.0, 4.0, 20.0, 51.3, 88.8, 99.9, 130.0] {
            let e = flesh.heat_content_j_m3(t);
            let reserve = 0.0;
            let (back, _) = flesh.temperature(e, reserve, 1.0);
            assert!((back - t).abs() < 1e-9, "{t} came back as {back}");
        }
    }

    #[test]
    fn heat_content_is_the_integral_of_density_times_specific_heat() {
        let composition = COD.normalised("c").unwrap();
        let flesh = Flesh::of(&composition, 99.97);
        let by_table = flesh.heat_content_j_m3(60.0) - flesh.heat_content_j_m3(5.0);
        let n = 2000;
        let step = 55.0 / f64::from(n);
        let by_midpoints: f64 = (0..n)
            .map(|i| {
                let p = composition.properties(5.0 + step * (f64::from(i) + 0.5));
                p.density_kg_m3 * p.specific_heat_j_kgk * step
            })
            .sum();
        assert!((by_table / by_midpoints - 1.0).abs() < 1e-6);
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
