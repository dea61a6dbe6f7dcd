//! What food is made of, and what that makes of its conductivity, density and heat.

use serde::{Deserialize, Serialize};

/// Mass fractions of one kind of flesh.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Composition {
    /// Water, kg/kg, 0 to 1; in a row of the catalogue g per 100 g.
    #[cfg_attr(feature = "schema", schema(minimum = 0))]
    pub water: f64,
    /// Protein, kg/kg, 0 to 1; in a row of the catalogue g per 100 g.
    #[cfg_attr(feature = "schema", schema(minimum = 0))]
    pub protein: f64,
    /// Fat, kg/kg, 0 to 1; in a row of the catalogue g per 100 g.
    #[cfg_attr(feature = "schema", schema(minimum = 0))]
    pub fat: f64,
    /// Ash, kg/kg, 0 to 1; in a row of the catalogue g per 100 g.
    #[cfg_attr(feature = "schema", schema(minimum = 0))]
    pub ash: f64,
}

impl Composition {
    /// Sum of the four fractions; analyses seldom add up to exactly 1.
    pub fn total(&self) -> f64 {
        self.water + self.protein + self.fat + self.ash
    }

    /// The same fractions scaled to add up to 1.
    #[must_use]
    pub fn scaled(&self) -> Self {
        let total = self.total();
        Self {
            water: self.water / total,
            protein: self.protein / total,
            fat: self.fat / total,
            ash: self.ash / total,
        }
    }

    /// The same fractions scaled to add up to 1, if they are those of a food.
    ///
    /// # Errors
    /// Every fraction outside 0 to 1, and a sum outside 0.95 to 1.05.
    pub fn normalised(&self) -> Result<Self, Vec<CompositionFault>> {
        let fractions = [
            ("water", self.water),
            ("protein", self.protein),
            ("fat", self.fat),
            ("ash", self.ash),
        ];
        let mut faults: Vec<CompositionFault> = fractions
            .into_iter()
            .filter(|(_, value)| !(0.0..=1.0).contains(value))
            .map(|(name, value)| CompositionFault::Fraction { name, value })
            .collect();
        let total = self.total();
        if !(TOTAL_RANGE.0..=TOTAL_RANGE.1).contains(&total) {
            faults.push(CompositionFault::Total(total));
        }
        if faults.is_empty() { Ok(self.scaled()) } else { Err(faults) }
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
            let volume = fraction / quadratic(component.density, temperature_c);
            specific_volume += volume;
            conductivity_volume += volume * quadratic(component.conductivity, temperature_c);
            heat += fraction * quadratic(component.specific_heat, temperature_c);
        }
        Properties {
            conductivity_w_mk: conductivity_volume / specific_volume,
            density_kg_m3: 1.0 / specific_volume,
            specific_heat_j_kgk: heat,
        }
    }
}

/// Sums of the fractions that an analysis may come to.
pub const TOTAL_RANGE: (f64, f64) = (0.95, 1.05);

/// What is wrong with mass fractions.
#[derive(Debug, Clone, Copy, PartialEq, thiserror::Error)]
pub enum CompositionFault {
    /// One of them is not a share.
    #[error("the mass fraction of {name} is {value}; it must be from 0 to 1")]
    Fraction {
        /// Which one.
        name: &'static str,
        /// What it is.
        value: f64,
    },
    /// They do not add up.
    #[error("the mass fractions add up to {0:.3}; they must add up to 0.95 to 1.05")]
    Total(f64),
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
    #[cfg_attr(feature = "schema", schema(minimum = 0.01, maximum = 500))]
    pub k: f64,
    /// Density, kg/m³, 1 to 20 000.
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 20_000))]
    pub rho: f64,
    /// Specific heat, J/(kg K), 100 to 20 000.
    #[cfg_attr(feature = "schema", schema(minimum = 100, maximum = 20_000))]
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
pub(crate) const WATER: Component = Component {
    conductivity: [5.7109e-1, 1.7625e-3, -6.7036e-6],
    density: [9.9718e2, 3.1439e-3, -3.7574e-3],
    specific_heat: [4.1762e3, -9.0864e-2, 5.4731e-3],
};

/// a + b T + c T².
#[inline]
pub(crate) fn quadratic([a, b, c]: [f64; 3], t: f64) -> f64 {
    a + t * (b + t * c)
}
