//! Ice in flesh: how much of the water is frozen, and what that does to heat and conductivity.
//!
//! Ice fraction from the freezing point depression of an ideal dilute solution (Schwartzberg 1976;
//! Chen 1985), as in ASHRAE Handbook - Refrigeration, "Thermal Properties of Foods":
//! `x_ice = (x_water − x_bound) (1 − t_f / t)` with `x_bound = 0.4 x_protein`. Heat content is the
//! sum over the components, the fusion heat of ice included, so that one curve freezes and thaws.

use crate::composition::{ASH, Component, Composition, FAT, PROTEIN, Properties, quadratic};

/// Initial freezing point of fish flesh, °C. The handbook's list of −2.2 °C for every fish
/// contradicts its own enthalpy table for cod, haddock and perch, where 90 % of the water is liquid
/// at −1 °C and about half at −2 °C; those tables ask for −0.9 °C and are followed here.
pub const FREEZING_C: f64 = -0.9;
/// Bound water, kg per kg of protein. Source: the same chapter.
const BOUND_PER_PROTEIN: f64 = 0.4;
/// Heat of fusion of water at 0 °C, J/kg. Source: steam tables.
const FUSION_J_KG: f64 = 333.6e3;
/// Coldest temperature of the curve, °C; below, it goes on straight.
const FLOOR_C: f64 = -60.0;
/// Intervals of the curve, even in heat content, which spaces them closely where ice forms.
const INTERVALS: usize = 256;

/// Choi & Okos (1986), for −40 to 150 °C.
const ICE: Component = Component {
    conductivity: [2.2196, -6.2489e-3, 1.0154e-4],
    density: [9.1689e2, -1.3071e-1, 0.0],
    specific_heat: [2.0623e3, 6.0769, 0.0],
};
/// Choi & Okos (1986), liquid water for −40 to 0 °C.
const SUPERCOOLED_HEAT: [f64; 3] = [4.1289e3, -5.3062, 9.9516e-1];

/// ∫ a + b t + c t² from 0 °C.
fn integral([a, b, c]: [f64; 3], t: f64) -> f64 {
    t * (a + t * (b / 2.0 + t * c / 3.0))
}

impl Composition {
    /// Share of the mass that is ice, kg/kg, at a temperature in °C.
    pub fn ice(&self, temperature_c: f64) -> f64 {
        if temperature_c >= FREEZING_C {
            return 0.0;
        }
        self.freezable() * (1.0 - FREEZING_C / temperature_c)
    }

    fn freezable(&self) -> f64 {
        (self.water - BOUND_PER_PROTEIN * self.protein).max(0.0)
    }

    /// Heat content, J/kg counted from unfrozen flesh at 0 °C, and its slope, J/(kg K), for −60 °C
    /// to the freezing point.
    pub fn frozen_heat(&self, temperature_c: f64) -> (f64, f64) {
        let t = temperature_c;
        let dry = [(self.protein, PROTEIN), (self.fat, FAT), (self.ash, ASH)];
        let ice = self.ice(t);
        let liquid = self.water - ice;
        let mut heat = liquid * integral(SUPERCOOLED_HEAT, t)
            + ice * (integral(ICE.specific_heat, t) - FUSION_J_KG);
        let mut slope =
            liquid * quadratic(SUPERCOOLED_HEAT, t) + ice * quadratic(ICE.specific_heat, t);
        for (share, component) in dry {
            heat += share * integral(component.specific_heat, t);
            slope += share * quadratic(component.specific_heat, t);
        }
        if t < FREEZING_C {
            let per_kg =
                integral(ICE.specific_heat, t) - FUSION_J_KG - integral(SUPERCOOLED_HEAT, t);
            slope += self.freezable() * FREEZING_C / (t * t) * per_kg;
        }
        (heat, slope)
    }

    /// Thermal properties at or below the freezing point, ice included; the specific heat is the
    /// apparent one, with the heat of fusion in it.
    pub fn frozen_properties(&self, temperature_c: f64) -> Properties {
        let ice = self.ice(temperature_c);
        let wet = Self { water: self.water - ice, ..*self };
        let Properties { conductivity_w_mk, density_kg_m3, .. } = wet.properties(temperature_c);
        // The mixture without the ice, whose shares add up to 1 − ice.
        let rest_m3 = 1.0 / density_kg_m3;
        let ice_m3 = ice / quadratic(ICE.density, temperature_c);
        let through_ice = ice_m3 * quadratic(ICE.conductivity, temperature_c);
        Properties {
            conductivity_w_mk: (rest_m3 * conductivity_w_mk + through_ice) / (rest_m3 + ice_m3),
            density_kg_m3: 1.0 / (rest_m3 + ice_m3),
            specific_heat_j_kgk: self.frozen_heat(temperature_c).1,
        }
    }
}

/// Frozen flesh in enthalpy form: below the heat content at the freezing point, temperature and
/// conductivity as curves of the heat content.
///
/// A volume keeps its mass: that water takes 9 % more room as ice (5 to 7 % of the piece) is left
/// out, like all changes of size.
#[derive(Debug, Clone)]
pub struct Ice {
    /// Heat content at the freezing point, J/m³, counted as in `Flesh`.
    pub from_j_m3: f64,
    density_kg_m3: f64,
    composition: Composition,
    /// Width of an interval, J/m³.
    interval_j_m3: f64,
    /// Temperature (°C), its slope over one interval (K) and conductivity (W/(m K)) at each node,
    /// the warmest first.
    nodes: Vec<[f64; 3]>,
}

impl Ice {
    /// Ice in a (normalised) composition whose flesh holds `from_j_m3` at the freezing point.
    pub fn new(composition: &Composition, from_j_m3: f64) -> Self {
        let density_kg_m3 = composition.properties(FREEZING_C).density_kg_m3;
        let (top, _) = composition.frozen_heat(FREEZING_C);
        let (floor, _) = composition.frozen_heat(FLOOR_C);
        let interval_j_kg = (top - floor) / INTERVALS as f64;
        let mut t = FREEZING_C;
        let nodes = (0..=INTERVALS).map(|i| {
            let wanted = top - interval_j_kg * i as f64;
            // Newton from the node before: the curve is convex this side, so it never overshoots.
            for _ in 0..20 {
                let (heat, slope) = composition.frozen_heat(t.min(FREEZING_C - 1e-9));
                let step = (heat - wanted) / slope;
                t -= step;
                if step.abs() < 1e-10 {
                    break;
                }
            }
            t = t.min(FREEZING_C);
            let slope = composition.frozen_heat(t.min(FREEZING_C - 1e-9)).1;
            [t, interval_j_kg / slope, composition.frozen_properties(t).conductivity_w_mk]
        });
        Self {
            from_j_m3,
            density_kg_m3,
            composition: *composition,
            interval_j_m3: interval_j_kg * density_kg_m3,
            nodes: nodes.collect(),
        }
    }

    /// Heat content at a temperature below freezing, J/m³.
    pub fn heat_content_j_m3(&self, temperature_c: f64) -> f64 {
        let (top, _) = self.composition.frozen_heat(FREEZING_C);
        let (heat, _) = self.composition.frozen_heat(temperature_c.max(FLOOR_C));
        self.from_j_m3 + self.density_kg_m3 * (heat - top)
    }

    fn place(&self, e: f64) -> (usize, f64) {
        let depth = (self.from_j_m3 - e) / self.interval_j_m3;
        #[expect(
            clippy::cast_possible_truncation,
            clippy::cast_sign_loss,
            reason = "clamped to the nodes; NaN goes to 0"
        )]
        let i = (depth.max(0.0) as usize).min(INTERVALS - 1);
        (i, depth - i as f64)
    }

    /// Temperature (°C) and dT/dE (K m³/J) at a heat content below that of the freezing point:
    /// cubic Hermite between the nodes.
    pub fn temperature(&self, e: f64) -> (f64, f64) {
        let (i, s) = self.place(e);
        let ([t0, m0, _], [t1, m1, _]) = (self.nodes[i], self.nodes[i + 1]);
        if s > 1.0 {
            return (t1 - m1 * (s - 1.0), m1 / self.interval_j_m3);
        }
        // Downwards: the slope over s is −m.
        let (a, b) = (t1 - t0, -(m0 + m1));
        let (c2, c3) = (3.0 * a + 2.0 * m0 + m1, b - 2.0 * a);
        let t = t0 + s * (-m0 + s * (c2 + s * c3));
        let slope = -m0 + s * (2.0 * c2 + s * 3.0 * c3);
        (t, -slope / self.interval_j_m3)
    }

    /// Conductivity at a heat content below that of the freezing point, W/(m K).
    pub fn conductivity_w_mk(&self, e: f64) -> f64 {
        let (i, s) = self.place(e);
        let (k0, k1) = (self.nodes[i][2], self.nodes[i + 1][2]);
        k0 + s.min(1.0) * (k1 - k0)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    const COD: Composition = Composition { water: 0.803, protein: 0.178, fat: 0.007, ash: 0.012 };

    #[test]
    fn the_curve_returns_the_temperature_put_in() {
        let ice = Ice::new(&COD, -1e8);
        for t in [-59.0, -40.0, -18.0, -5.0, -2.0, -1.2, -0.95, -0.901] {
            let (back, slope) = ice.temperature(ice.heat_content_j_m3(t));
            assert!((back - t).abs() < 2e-4, "{t} came back as {back}");
            let (_, exact) = COD.frozen_heat(t);
            let ratio = slope * exact * ice.density_kg_m3;
            assert!((ratio - 1.0).abs() < 0.01, "slope at {t}: {ratio}");
        }
        let (beyond, slope) = ice.temperature(ice.heat_content_j_m3(-60.0) - 1e7);
        assert!(beyond < -63.0 && slope > 0.0, "straight on below the floor: {beyond}");
    }

    /// Slope and heat content belong together: heat is the integral of the slope.
    #[test]
    fn heat_is_the_integral_of_apparent_specific_heat() {
        let (from, to, n) = (-30.0, -1.0, 20_000);
        let step = (to - from) / f64::from(n);
        let sum: f64 =
            (0..n).map(|i| COD.frozen_heat(from + step * (f64::from(i) + 0.5)).1 * step).sum();
        let direct = COD.frozen_heat(to).0 - COD.frozen_heat(from).0;
        assert!((sum / direct - 1.0).abs() < 1e-6, "{sum} against {direct}");
    }

    #[test]
    fn conductivity_rises_threefold_as_fish_freezes() {
        let frozen = COD.frozen_properties(-20.0).conductivity_w_mk;
        let raw = COD.properties(0.0).conductivity_w_mk;
        // Handbook values for frozen lean fish along and across fibres: 1.2 to 1.9 (from memory).
        assert!((1.2..1.9).contains(&frozen) && frozen / raw > 2.4, "{frozen} and {raw}");
    }
}
