//! Properties of food and water against published tables and general-purpose libraries.

mod support;

use cindo_heat::composition::Composition;
use cindo_heat::ice::FREEZING_C;
use cindo_heat::water;
use rstest::rstest;
use support::Table;

const COD: Composition = Composition { water: 0.803, protein: 0.18, fat: 0.006, ash: 0.011 };
const HADDOCK: Composition = Composition { water: 0.836, protein: 0.147, fat: 0.006, ash: 0.011 };

/// Component properties as implemented in `CoolProp` 8.0 (MIT), 0.5 to 100 °C. Its water has a
/// specific heat 1.3 % low (it starts from 4128.9 where Choi & Okos have 4176.2), so water's is
/// checked against IAPWS-IF97 instead.
#[test]
fn component_properties_match_a_general_purpose_library() {
    let pure = |name: &str| match name {
        "FoodProtein" => Some(Composition { water: 0.0, protein: 1.0, fat: 0.0, ash: 0.0 }),
        "FoodFat" => Some(Composition { water: 0.0, protein: 0.0, fat: 1.0, ash: 0.0 }),
        "FoodAsh" => Some(Composition { water: 0.0, protein: 0.0, fat: 0.0, ash: 1.0 }),
        "FoodWater" => Some(Composition { water: 1.0, protein: 0.0, fat: 0.0, ash: 0.0 }),
        _ => None,
    };
    let mut compared = 0;
    for row in Table::read("coolprop_food_component_values.csv").rows() {
        let Some(composition) = pure(row.text("component")) else { continue };
        let got = composition.properties(row.number("T_C"));
        let close = |a: f64, b: f64| (a / b - 1.0).abs() < 2e-3;
        assert!(close(got.density_kg_m3, row.number("rho_kg_m3")), "{}", row.text("component"));
        assert!(close(got.conductivity_w_mk, row.number("k_W_mK")), "{}", row.text("component"));
        if row.text("component") != "FoodWater" {
            assert!(close(got.specific_heat_j_kgk, row.number("cp_J_kgK")));
        }
        compared += 1;
    }
    assert!(compared >= 20);
    let water = Composition { water: 1.0, protein: 0.0, fat: 0.0, ash: 0.0 };
    for row in Table::read("water_properties_crosscheck.csv").rows() {
        let t = row.number("T_C");
        if t >= 20.0 {
            let got = water.properties(t);
            assert!((got.specific_heat_j_kgk / row.number("cp_IF97") - 1.0).abs() < 0.005, "{t}");
            assert!((got.conductivity_w_mk / row.number("k_IF97") - 1.0).abs() < 0.012, "{t}");
        }
        let pressure = row.number("psat_Pa");
        assert!((water::saturation_pressure_pa(t) / pressure - 1.0).abs() < 1e-3, "{t}");
    }
}

/// Specific heat of nine fish, ASHRAE Handbook - Refrigeration (from memory): the mixture without
/// normalising reproduces each within 0.5 %.
#[test]
fn specific_heats_of_fish_match_the_handbook() {
    for row in Table::read("ashrae_fish_cp_memory_check.csv").rows() {
        let composition = Composition {
            water: row.number("water") / 100.0,
            protein: row.number("protein") / 100.0,
            fat: row.number("fat") / 100.0,
            ash: row.number("ash") / 100.0,
        };
        let got = composition.properties(0.0).specific_heat_j_kgk / 1000.0;
        let expected = row.number("cp_table_MEMORY");
        assert!((got / expected - 1.0).abs() < 0.005, "{}: {got}", row.text("name"));
    }
}

/// Boiling point against the standard atmosphere with the IAPWS steam tables (`CoolProp` 8.0).
#[test]
fn boiling_point_falls_with_altitude_as_the_steam_table_says() {
    for row in Table::read("boiling_point_altitude.csv").rows() {
        let altitude = row.number("altitude_m");
        let pressure = water::pressure_pa(altitude);
        assert!((pressure / row.number("pressure_Pa") - 1.0).abs() < 1e-3, "{altitude} m");
        let got = water::boiling_point_c(altitude);
        assert!((got - row.number("boil_C")).abs() < 0.05, "{altitude} m: {got}");
    }
}

/// Lethal rates: FDA Fish and Fishery Products Hazards and Controls Guidance, appendix 4, table
/// A-3 (from memory), the rate column to 1 %; the table prints three digits.
#[test]
fn lethal_rates_match_the_guidance() {
    for row in Table::read("fda_table_A3_listeria_6D.csv").rows() {
        let Some(published) = row.maybe("lethal_rate_MEMORY") else { continue };
        let got = cindo_heat::lethality::lethal_rate(row.number("T_C"));
        assert!((got / published - 1.0).abs() < 0.01, "{} °C: {got}", row.text("T_C"));
    }
}

/// Enthalpy, kJ/kg counted from −40 °C, and unfrozen share of the water.
/// Source: ASHRAE Handbook - Refrigeration, "Thermal Properties of Foods", table of enthalpies of
/// frozen foods (after Riedel), cod with 80.3 % and haddock with 83.6 % water; from memory.
#[rstest]
#[case(COD, &[(-30.0, 19.0), (-20.0, 42.0), (-10.0, 74.0), (-5.0, 105.0), (-3.0, 137.0), (-2.0, 177.0), (-1.0, 298.0)])]
#[case(HADDOCK, &[(-30.0, 19.0), (-20.0, 42.0), (-10.0, 73.0), (-5.0, 104.0), (-3.0, 136.0), (-2.0, 177.0), (-1.0, 307.0)])]
fn enthalpy_of_lean_fish_follows_the_table(
    #[case] fish: Composition,
    #[case] table: &[(f64, f64)],
) {
    for &(t, kj_kg) in table {
        let ours = (fish.frozen_heat(t).0 - fish.frozen_heat(-40.0).0) / 1000.0;
        // A tenth of what thawing takes in all is 32 kJ/kg; most rows agree far better.
        assert!((ours - kj_kg).abs() < 0.1 * kj_kg + 8.0, "{t} °C: {ours:.1} for {kj_kg}");
    }
    let thawed = (fish.frozen_heat(FREEZING_C).0 - fish.frozen_heat(-40.0).0) / 1000.0;
    assert!((300.0..345.0).contains(&thawed), "{thawed:.0} kJ/kg to thaw");
}

#[rstest]
#[case(-20.0, 0.11)]
#[case(-10.0, 0.16)]
#[case(-5.0, 0.23)]
#[case(-3.0, 0.34)]
#[case(-2.0, 0.48)]
#[case(-1.0, 0.92)]
fn unfrozen_water_of_cod_follows_the_table(#[case] t: f64, #[case] share: f64) {
    let ours = 1.0 - COD.ice(t) / COD.water;
    assert!((ours - share).abs() < 0.06, "{t} °C: {ours:.3} for {share}");
}
