//! The core against published tables and general-purpose libraries.

#[path = "../../cindo-heat/tests/support/mod.rs"]
mod support;

use cindo_core::simulate::{SimulatePhase, SimulateRequest, simulate};
use cindo_heat::composition::Composition;
use cindo_heat::surround::Face;
use support::Table;

const COD: Composition = Composition { water: 0.8122, protein: 0.1781, fat: 0.0067, ash: 0.0116 };
const SALMON: Composition =
    Composition { water: 0.6489, protein: 0.2042, fat: 0.1342, ash: 0.0113 };

/// Slab with Choi–Okos properties, conduction only: `SciPy` LSODA on 400 cells, agreeing with `FiPy`
/// within 0.01 K (general-purpose numerical libraries). 0.1 K allowed.
#[test]
fn variable_property_slab_matches_a_general_purpose_ode_solver() {
    let setup = |case: &str| match case {
        c if c.starts_with("cod 25mm sous") => (COD, 25.0, 5.0, (300.0, 60.0), (300.0, 60.0)),
        c if c.starts_with("salmon 25mm bath") => (SALMON, 25.0, 5.0, (300.0, 55.0), (300.0, 55.0)),
        c if c.starts_with("cod 20mm poach") => (COD, 20.0, 5.0, (800.0, 85.0), (800.0, 85.0)),
        c if c.starts_with("salmon 30mm oven") => (SALMON, 30.0, 5.0, (25.0, 200.0), (25.0, 200.0)),
        c if c.starts_with("salmon 25mm pan") => (SALMON, 25.0, 8.0, (400.0, 150.0), (10.0, 25.0)),
        c if c.starts_with("cod 15mm steam") => (COD, 15.0, 5.0, (5000.0, 100.0), (5000.0, 100.0)),
        c if c.starts_with("halibut") => (COD, 40.0, 5.0, (250.0, 60.0), (250.0, 60.0)),
        other => panic!("unknown case {other}"),
    };
    let mut compared = 0;
    for row in Table::read("varprop_slab_reference.csv").rows() {
        let (composition, thickness_mm, start_c, below, above) = setup(row.text("case"));
        let seconds = row.number("t_s");
        let answer = simulate(&SimulateRequest {
            composition: Some(composition),
            constant: None,
            thickness_mm,
            shape_exponent: 0.0,
            symmetric: false,
            start_c,
            altitude_m: 0.0,
            phases: vec![SimulatePhase {
                duration_s: seconds,
                bottom: Some(Face::convective(below.0, below.1)),
                top: Some(Face::convective(above.0, above.1)),
            }],
            every_s: seconds,
        })
        .unwrap();
        // The reference has no boiling: compare only what stays below it.
        if answer.bottom_c[0].max(answer.top_c[0]) > 98.0 {
            continue;
        }
        compared += 1;
        let expected = row.number("T_mean_C");
        assert!(
            (answer.mean_c[0] - expected).abs() < 0.1,
            "{} at {seconds} s, mean: {} against {expected}",
            row.text("case"),
            answer.mean_c[0]
        );
        if below == above {
            let expected = row.number("T_mid_C");
            assert!(
                (answer.core_c[0] - expected).abs() < 0.1,
                "{} at {seconds} s, middle: {} against {expected}",
                row.text("case"),
                answer.core_c[0]
            );
        }
    }
    assert!(compared >= 45, "only {compared} rows were comparable");
}

/// Sous-vide heating times for a slab from 5 °C to within 0.5 K of a 60 °C bath (Baldwin 2012,
/// Int. J. Gastronomy and Food Science 1:15-30; from memory). Films of 155 and 95 W/(m² K) bracket
/// every row within 5 %.
#[test]
fn bath_heating_times_bracket_the_published_table() {
    let minutes_to_core = |thickness_mm: f64, film: f64| {
        let answer = simulate(&SimulateRequest {
            composition: None,
            constant: Some(cindo_heat::composition::ConstantProperties {
                k: 0.518,
                rho: 1000.0,
                cp: 0.518 / (1.4e-7 * 1000.0),
            }),
            thickness_mm,
            shape_exponent: 0.0,
            symmetric: true,
            start_c: 5.0,
            altitude_m: 0.0,
            phases: vec![SimulatePhase {
                duration_s: 20_000.0,
                bottom: None,
                top: Some(Face::convective(film, 60.0)),
            }],
            every_s: 10.0,
        })
        .unwrap();
        let i = answer.core_c.iter().position(|&c| c >= 59.5).unwrap();
        answer.time_s[i] / 60.0
    };
    for (mm, published_min) in
        [(10.0, 19.0), (15.0, 35.0), (20.0, 50.0), (30.0, 90.0), (40.0, 150.0), (50.0, 210.0)]
    {
        let (quick, slow) = (minutes_to_core(mm, 155.0), minutes_to_core(mm, 95.0));
        assert!(
            quick * 0.95 <= published_min && published_min <= slow * 1.05,
            "{mm} mm: {quick:.1} to {slow:.1} min against {published_min}"
        );
    }
}

/// A piece held in a 63 °C bath reaches a 6-log Listeria reduction after about 17 min at that
/// temperature (the same table), long after it has met 63 °C for 15 s.
#[test]
fn the_two_safety_standards_are_far_apart() {
    let mut watch = cindo_core::caution::Watch::new(1, 5.0, cindo_core::setup::Limit::INTACT);
    let (mut book_s, mut listeria_s) = (None, None);
    for second in 1..2000 {
        watch.add(&[63.0], 1.0);
        let verdict = watch.verdict();
        if verdict.reaches_63c_15s {
            book_s.get_or_insert(second);
        }
        if verdict.f70_min >= cindo_heat::lethality::LISTERIA_6_LOG_MIN {
            listeria_s.get_or_insert(second);
        }
    }
    assert!((15..=17).contains(&book_s.unwrap()), "{book_s:?}");
    let minutes = f64::from(listeria_s.unwrap()) / 60.0;
    assert!((minutes - 17.0).abs() < 0.4, "{minutes}");
}
