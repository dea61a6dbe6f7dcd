//! The solver against closed forms, with constant properties.

#[path = "../../cindo-heat/tests/support/mod.rs"]
mod support;

use cindo_core::simulate::{SimulatePhase, SimulateRequest, simulate};
use cindo_heat::composition::ConstantProperties;
use cindo_heat::surround::Face;
use cindo_heat::water::Air;
use support::Table;

const K: f64 = 0.52;
const RHO: f64 = 1050.0;
/// Diffusivity 1.35e-7 m²/s.
const CP: f64 = K / (1.35e-7 * RHO);

fn request(thickness_mm: f64, exponent: f64, start_c: f64, seconds: f64) -> SimulateRequest {
    SimulateRequest {
        composition: None,
        constant: Some(ConstantProperties { k: K, rho: RHO, cp: CP }),
        thickness_mm,
        shape_exponent: exponent,
        symmetric: true,
        start_c,
        altitude_m: 0.0,
        phases: vec![SimulatePhase { duration_s: seconds, bottom: None, top: None }],
        every_s: seconds,
    }
}

/// Series solution (Carslaw & Jaeger, Conduction of Heat in Solids), Biot 0.5 to 100 and Fourier
/// 0.02 to 1.2, evaluated with `SciPy`; 105 rows. A step of 95 K and 0.2 K allowed.
#[test]
fn slab_cylinder_and_sphere_match_the_series() {
    for row in Table::read("transient_series.csv").rows() {
        let exponent = match row.text("shape") {
            "slab" => 0.0,
            "cylinder" => 1.0,
            _ => 2.0,
        };
        let half_m = 0.0125;
        let seconds = row.number("Fo") * half_m * half_m / 1.35e-7;
        let mut r = request(2000.0 * half_m, exponent, 5.0, seconds);
        r.phases[0].top = Some(Face::convective(row.number("Bi") * K / half_m, 100.0));
        let answer = simulate(&r).unwrap();
        for (got, theta) in [(answer.core_c[0], "theta_center"), (answer.top_c[0], "theta_surface")]
        {
            let expected = 100.0 - 95.0 * row.number(theta);
            assert!(
                (got - expected).abs() < 0.2,
                "{} Bi {} Fo {} {theta}: {got} against {expected}",
                row.text("shape"),
                row.text("Bi"),
                row.text("Fo")
            );
        }
    }
}

/// One-term approximation, first eigenvalue and coefficient as tabulated in Incropera et al.,
/// Fundamentals of Heat and Mass Transfer, Table 5.1: valid for Fo > 0.2.
#[test]
fn one_term_table_holds_from_small_biot_numbers_to_a_held_surface() {
    let half_m = 0.0125;
    for row in Table::read("one_term_eigen.csv").rows() {
        let biot = row.number("Bi");
        for (shape, exponent) in [("slab", 0.0), ("cyl", 1.0), ("sph", 2.0)] {
            let zeta = row.number(&format!("{shape}_zeta1"));
            // Late enough for the first term alone: its decay well past the second's.
            let fourier = (0.7 / (zeta * zeta)).max(0.4);
            let seconds = fourier * half_m * half_m / 1.35e-7;
            let mut r = request(2000.0 * half_m, exponent, 5.0, seconds);
            let film = (biot * K / half_m).min(1e6);
            r.phases[0].top = Some(Face::convective(film, 100.0));
            let theta = row.number(&format!("{shape}_C1")) * (-zeta * zeta * fourier).exp();
            let got = simulate(&r).unwrap().core_c[0];
            let expected = 100.0 - 95.0 * theta;
            assert!((got - expected).abs() < 0.2, "{shape} Bi {biot}: {got} against {expected}");
        }
    }
}

/// Convective semi-infinite solid (Carslaw & Jaeger; Incropera et al., eq. 5.63): the surface of
/// a piece so thick that the far side has not noticed.
#[test]
fn surface_of_a_thick_piece_matches_the_semi_infinite_solid() {
    for row in Table::read("semi_infinite.csv").rows() {
        let (film, seconds, depth) =
            (row.number("h_W_m2K(alpha=1.35e-7,k=0.52)"), row.number("t_s"), row.number("x_m"));
        if depth > 0.0 {
            continue;
        }
        let mut r = request(80.0, 0.0, 5.0, seconds);
        r.phases[0].top = Some(Face::convective(film, 100.0));
        let got = simulate(&r).unwrap().top_c[0];
        let expected = 5.0 + 95.0 * row.number("fraction");
        assert!((got - expected).abs() < 0.2, "h {film}, {seconds} s: {got} against {expected}");
    }
}

/// Steady conduction through two films and a slab in series: elementary resistances.
#[test]
fn steady_state_is_three_resistances_in_series() {
    let mut r = request(20.0, 0.0, 20.0, 20_000.0);
    r.symmetric = false;
    r.phases[0].bottom = Some(Face::convective(400.0, 180.0));
    r.phases[0].top = Some(Face::convective(25.0, 30.0));
    let answer = simulate(&r).unwrap();
    let flux = (180.0 - 30.0) / (1.0 / 400.0 + 0.020 / K + 1.0 / 25.0);
    assert!((answer.bottom_c[0] - (180.0 - flux / 400.0)).abs() < 0.01);
    assert!((answer.top_c[0] - (30.0 + flux / 25.0)).abs() < 0.01);
}

/// A coat is a resistance in series with its film (textbook composite wall, for instance Incropera et
/// al., section 3.1): film 300 through 2 mm of k 0.14 is a film of 1/(1/300 + 0.002/0.14).
#[test]
fn coat_is_a_resistance_in_series_with_the_film() {
    let coat_m2k_w = 0.002 / 0.14;
    let overall = 1.0 / (1.0 / 300.0 + coat_m2k_w);
    let mut coated = request(25.0, 0.0, 5.0, 400.0);
    coated.phases[0].top = Some(Face { coat_m2k_w, ..Face::convective(300.0, 177.0) });
    let mut plain = request(25.0, 0.0, 5.0, 400.0);
    plain.phases[0].top = Some(Face::convective(overall, 177.0));
    let (a, b) = (simulate(&coated).unwrap(), simulate(&plain).unwrap());
    assert!((a.core_c[0] - b.core_c[0]).abs() < 1e-6, "{} {}", a.core_c[0], b.core_c[0]);
    assert!((a.top_c[0] - b.top_c[0]).abs() < 1e-6, "the flesh below the coat");
}

/// At rest the coat's outer surface divides the temperature by the resistances, radiation or not.
#[test]
fn outer_surface_divides_by_the_resistances() {
    let face = Face { coat_m2k_w: 0.03, ..Face::convective(20.0, 200.0) };
    let flux = face.balance(60.0, 500.0, &Air::boiling_at(100.0), 60.0);
    let by_hand = (200.0 - 60.0) / (1.0 / 20.0 + 0.03 + 1.0 / 500.0);
    assert!((flux.incoming_w_m2 - by_hand).abs() < 1e-6);
    assert!((flux.outer_c - (200.0 - by_hand / 20.0)).abs() < 1e-6);
    assert!((flux.surface_c(500.0) - (60.0 + by_hand / 500.0)).abs() < 1e-6);
    // With radiation what passes the outer surface is what passes coat and flesh.
    let glowing = Face { emissivity: 0.9, radiant_c: Some(200.0), ..face };
    let flux = glowing.balance(60.0, 500.0, &Air::boiling_at(100.0), 60.0);
    let through = (flux.outer_c - 60.0) / (0.03 + 1.0 / 500.0);
    assert!((flux.net_w_m2() / through - 1.0).abs() < 1e-6, "{flux:?}");
    assert!(flux.incoming_w_m2 > by_hand);
}
