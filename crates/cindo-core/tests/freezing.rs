//! Freezing and thawing against tables, Plank's equation and Pham's method, all outside the project.

#![expect(clippy::unwrap_used, reason = "a helper that cannot work should stop its test")]

use cindo_core::catalogue::Catalogue;
use cindo_core::cut_face::cut_face;
use cindo_core::piece::Piece;
use cindo_core::plan::plan;
use cindo_core::prep::freeze::{FreezeRequest, FreezerKind, freeze};
use cindo_core::prep::thaw::{Thaw, ThawPlace, ThawRequest, thaw};
use cindo_core::setup::{Doneness, PlanRequest};
use cindo_core::simulate::{SimulateAnswer, SimulatePhase, SimulateRequest, simulate};
use cindo_heat::composition::Composition;
use cindo_heat::ice::FREEZING_C;
use cindo_heat::surround::Face;
use proptest::prelude::*;
use rstest::rstest;

const COD: Composition = Composition { water: 0.803, protein: 0.18, fat: 0.006, ash: 0.011 };

/// A day of cod in one surrounding, sampled every minute.
fn frozen(thickness_mm: f64, shape_exponent: f64, start_c: f64, top: Face) -> SimulateAnswer {
    let phase = SimulatePhase { duration_s: 86_400.0, bottom: None, top: Some(top) };
    simulate(&SimulateRequest {
        composition: Some(COD),
        constant: None,
        thickness_mm,
        shape_exponent,
        symmetric: true,
        start_c,
        altitude_m: 0.0,
        phases: vec![phase],
        every_s: 60.0,
    })
    .unwrap()
}

/// Time until the middle of a slab passes `to_c`, s.
fn slab_s(thickness_mm: f64, h: f64, air_c: f64, start_c: f64, to_c: f64) -> f64 {
    let answer = frozen(thickness_mm, 0.0, start_c, Face::convective(h, air_c));
    let balance = answer.energy_j_m2;
    assert!((balance.incoming / balance.sensible - 1.0).abs() < 1e-3, "heat is booked");
    let falls = to_c < start_c;
    let passed = answer.core_c.iter().position(|c| if falls { *c <= to_c } else { *c >= to_c });
    answer.time_s[passed.unwrap()]
}

/// Plank's equation for a slab, `t = ρ λ / |t_f − t_a| · (a / 2h + a² / 8k)`, with the latent heat of all
/// its water, as textbooks take it, and the conductivity of the layer that has changed.
fn plank_s(mm: f64, h: f64, around_c: f64, k: f64) -> f64 {
    let a = mm / 1000.0;
    let latent = COD.water * 333.6e3;
    let rho = COD.properties(0.0).density_kg_m3;
    rho * latent / (FREEZING_C - around_c).abs() * (a / (2.0 * h) + a * a / (8.0 * k))
}

/// Plank leaves sensible heat out, so the piece starts at its freezing point and counts as frozen at
/// −10 °C; stated accuracy of the equation is some 10 to 15 % (Cleland & Earle's review; from memory).
#[rstest]
#[case(25.0, 20.0, -30.0)]
#[case(25.0, 100.0, -30.0)]
#[case(50.0, 30.0, -40.0)]
fn freezing_agrees_with_plank(#[case] mm: f64, #[case] h: f64, #[case] air_c: f64) {
    let ours = slab_s(mm, h, air_c, -0.85, -10.0);
    let k = COD.frozen_properties(-15.0).conductivity_w_mk;
    let ratio = ours / plank_s(mm, h, air_c, k);
    assert!((0.85..1.15).contains(&ratio), "{ratio:.2}");
}

/// Thawing is Plank's equation with numbers that depend on Stefan and Plank number:
/// `P = 0.5 (0.7754 + 2.2828 Ste Pk)`, `R = 0.125 (0.4271 + 2.1220 Ste − 1.4847 Ste²)` instead of 1/2 and 1/8, with
/// the enthalpy between −10 and 0 °C. Source: Cleland, Earle & Cleland (1986), as in ASHRAE Handbook -
/// Refrigeration, "Cooling and Freezing Times of Foods" (from memory); stated accuracy some 10 %,
/// 15 % are allowed here for properties that are not the same.
#[rstest]
#[case(25.0, 20.0, 5.0)]
#[case(25.0, 150.0, 12.0)]
#[case(50.0, 150.0, 20.0)]
fn thawing_agrees_with_the_handbook(#[case] mm: f64, #[case] h: f64, #[case] around_c: f64) {
    let ours = slab_s(mm, h, around_c, -18.0, -0.85);
    let thawed = COD.properties(5.0);
    let (k, capacity) =
        (thawed.conductivity_w_mk, thawed.density_kg_m3 * thawed.specific_heat_j_kgk);
    let to_zero = thawed.specific_heat_j_kgk * -FREEZING_C;
    let melting = COD.frozen_heat(FREEZING_C).0 - COD.frozen_heat(-10.0).0 + to_zero;
    let volumetric = thawed.density_kg_m3 * melting;
    let stefan = capacity * (around_c - FREEZING_C) / volumetric;
    // Frozen fish: about 2.0 kJ/(kg K) in 1000 kg/m³.
    let plank = 2.0e6 * (FREEZING_C + 18.0) / volumetric;
    let p = 0.5 * (0.7754 + 2.2828 * stefan * plank);
    let r = 0.125 * (0.4271 + 2.1220 * stefan - 1.4847 * stefan * stefan);
    let a = mm / 1000.0;
    let handbook_s = volumetric / (around_c - FREEZING_C) * (p * a / h + r * a * a / k);
    let ratio = ours / handbook_s;
    assert!((0.85..1.15).contains(&ratio), "{ratio:.2}");
}

/// Pham's method (Pham 1986, as in ASHRAE Handbook - Refrigeration, "Cooling and Freezing Times of
/// Foods", and Singh & Heldman, Introduction to Food Engineering, ch. 7; from memory) with the
/// sensible heat in it. Its stated accuracy is about 10 %; 15 % are allowed here for constants that
/// are not the same.
#[rstest]
#[case(20.0, 15.0, -25.0, 5.0, -18.0)]
#[case(40.0, 30.0, -30.0, 10.0, -10.0)]
#[case(60.0, 60.0, -35.0, 5.0, -18.0)]
fn freezing_agrees_with_pham(
    #[case] mm: f64,
    #[case] h: f64,
    #[case] air_c: f64,
    #[case] start_c: f64,
    #[case] to_c: f64,
) {
    let (rho, unfrozen, frozen, latent) = (1055.0, 3650.0, 1950.0, 0.8 * 333.6e3 * 0.95);
    let k = COD.frozen_properties(-15.0).conductivity_w_mk;
    let mean_c = 1.8 + 0.263 * to_c + 0.105 * air_c;
    let before = rho * unfrozen * (start_c - mean_c) / (0.5 * (start_c + mean_c) - air_c);
    let during = rho * (latent + frozen * (mean_c - to_c)) / (mean_c - air_c);
    let half = mm / 2000.0;
    let pham = half / h * (before + during) * (1.0 + h * half / k / 2.0);
    let ratio = slab_s(mm, h, air_c, start_c, to_c) / pham;
    assert!((0.85..1.15).contains(&ratio), "{ratio:.3} of Pham's {pham:.0} s");
}

/// A worked example of Plank's equation: a sphere of 7 cm, 1000 kg/m³, 250 kJ/kg, k 1.2, h 50, from
/// −1.25 °C in air of −40 °C: 0.72 h. Source: Singh & Heldman, Introduction to Food Engineering,
/// example on Plank's equation (from memory). The equation cannot be given to the simulation, whose
/// latent heat follows from its water; flesh with about that heat and conductivity takes longer by
/// the sensible heat that Plank leaves out, as the book says of the equation.
#[test]
fn worked_example_of_a_sphere_is_near() {
    let book_s: f64 = 1000.0 * 250e3 / 38.75 * (0.07 / (6.0 * 50.0) + 0.07 * 0.07 / (24.0 * 1.2));
    assert!((book_s / 3600.0 - 0.72).abs() < 0.01);
    let answer = frozen(70.0, 2.0, -0.85, Face::convective(50.0, -40.0));
    let passed = answer.core_c.iter().position(|c| *c <= -10.0).unwrap();
    let ratio = answer.time_s[passed] / book_s;
    assert!((0.9..1.35).contains(&ratio), "{ratio:.2} of {book_s:.0} s");
}

fn fillet(thickness_mm: f64) -> Piece {
    Piece {
        species: "cod".into(),
        cut: "fillet".into(),
        thickness_mm,
        start_c: 4.0,
        ..Piece::default()
    }
}

fn thawed_h(thickness_mm: f64, place: ThawPlace) -> f64 {
    let catalogue = Catalogue::embedded().unwrap();
    let thaw_as = Thaw { place, ..Thaw::default() };
    let request = ThawRequest { piece: fillet(thickness_mm), thaw: thaw_as };
    let answer = thaw(&catalogue, &request).unwrap();
    assert!(answer.half_s < answer.through_s && answer.through_s < answer.lead_s);
    answer.through_s / 3600.0
}

/// Common practice: a portion thaws overnight in the fridge and within the hour under cold water.
#[test]
fn thawing_takes_what_cooks_say() {
    let fridge = thawed_h(25.0, ThawPlace::Fridge);
    assert!((8.0..24.0).contains(&fridge), "fridge {fridge:.1} h");
    let water = thawed_h(25.0, ThawPlace::ColdWater);
    assert!((0.3..1.2).contains(&water), "water {water:.2} h");
    assert!(
        thawed_h(50.0, ThawPlace::ColdWater) > 2.5 * water,
        "thicker is more than in proportion"
    );
}

#[rstest]
#[case(-18.0, FreezerKind::Still, false)]
#[case(-20.0, FreezerKind::Still, false)]
#[case(-23.0, FreezerKind::Still, true)]
#[case(-40.0, FreezerKind::Blast, true)]
fn only_a_colder_freezer_kills_parasites(
    #[case] freezer_c: f64,
    #[case] freezer: FreezerKind,
    #[case] gets_there: bool,
) {
    let catalogue = Catalogue::embedded().unwrap();
    let request =
        FreezeRequest { piece: fillet(30.0), freezer, freezer_c, ..FreezeRequest::default() };
    let answer = freeze(&catalogue, &request).unwrap();
    assert_eq!(answer.through_s.is_some(), gets_there, "{}", answer.sentence);
    match answer.safe_s {
        None => assert!(answer.sentence.starts_with("Never"), "{}", answer.sentence),
        Some(safe_s) if freezer_c > -35.0 => {
            assert!((safe_s - answer.through_s.unwrap() - 7.0 * 86_400.0).abs() < 1.0);
        }
        Some(safe_s) => assert!(safe_s < 86_400.0, "15 hours at −35 °C: {safe_s}"),
    }
    assert!(answer.coldest_c < freezer_c + 0.3, "it cools down to the freezer");
}

fn planned(method: &str, start_c: f64) -> Result<f64, String> {
    let catalogue = Catalogue::embedded().unwrap();
    let request = PlanRequest {
        piece: Piece { start_c, ..fillet(25.0) },
        method: method.into(),
        doneness: Doneness::Band("medium".into()),
        ..PlanRequest::default()
    };
    plan(&catalogue, &request)
        .map(|answer| answer.pull_s)
        .map_err(|errors| format!("{}: {}", errors[0].field, errors[0].message))
}

/// Common practice on packs of frozen fillets: half as long again, to twice as long. Melting takes nearly
/// twice the heat of the cooking itself, so that the simulation lies at the long end and over it.
#[test]
fn from_frozen_takes_about_twice_as_long() {
    for method in ["poach", "steam", "roast"] {
        let ratio = planned(method, -18.0).unwrap() / planned(method, 4.0).unwrap();
        assert!((1.5..2.5).contains(&ratio), "{method}: {ratio:.2}");
        let partly = planned(method, -2.0).unwrap() / planned(method, 4.0).unwrap();
        assert!(1.05 < partly && partly < ratio, "{method}, half thawed: {partly:.2}");
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(24))]

    /// However frozen, a plan rests to its band, and colder takes longer.
    #[test]
    fn frozen_plans_reach_their_band(
        start_c in -30.0..-2.0f64,
        mm in 10.0..35.0f64,
        method in 0usize..4,
    ) {
        let catalogue = Catalogue::embedded().unwrap();
        let method = ["poach", "steam", "roast", "parcel"][method];
        let asked = |start_c: f64| PlanRequest {
            piece: Piece { start_c, ..fillet(mm) },
            method: method.into(),
            doneness: Doneness::Band("medium".into()),
            ..PlanRequest::default()
        };
        let answer = plan(&catalogue, &asked(start_c)).unwrap();
        prop_assert!(answer.core_at_pull_c < 55.0 && answer.core_peak_c >= 50.0, "{}", answer.core_served_c);
        prop_assert!(answer.pull_s > plan(&catalogue, &asked(4.0)).unwrap().pull_s);
        let books = answer.heat;
        let given = books.sensible_j_m2 + books.latent_j_m2;
        prop_assert!((given / books.incoming_j_m2 - 1.0).abs() < 1e-3, "heat is booked");
    }
}

/// The cut face of a frozen piece: ice all through at first, done in the end, edges ahead of the middle.
#[test]
fn cut_face_starts_frozen_and_ends_done() {
    let catalogue = Catalogue::embedded().unwrap();
    let request = PlanRequest {
        piece: Piece { start_c: -18.0, ..fillet(25.0) },
        method: "roast".into(),
        doneness: Doneness::Band("medium".into()),
        ..PlanRequest::default()
    };
    let cut = cut_face(&catalogue, &request).unwrap();
    assert!(cut.core_c[0] < -10.0, "{:?}", &cut.core_c[..2]);
    assert!(cut.hottest_c[0].iter().filter(|c| **c < -5).count() > cut.hottest_c[0].len() / 2);
    let coldest = cut.hottest_c.last().unwrap().iter().min().unwrap();
    assert!(*coldest > 40, "{coldest} °C at most somewhere");
    assert!(cut.core_c.iter().copied().fold(f64::MIN, f64::max) > 48.0);
}

#[test]
fn hot_oil_and_hot_pans_refuse_ice() {
    for method in ["deep_fry", "sear", "grill"] {
        let refused = planned(method, -18.0).unwrap_err();
        assert!(refused.starts_with("piece.start_c"), "{refused}");
    }
}

/// What would never be thawed in time is refused, not called thawed when the patience ends.
#[test]
fn a_block_that_does_not_thaw_in_time_is_refused() {
    let catalogue = Catalogue::embedded().unwrap();
    let of = |place: ThawPlace, pack_mm: f64| {
        let how = Thaw { place, pack_mm: Some(pack_mm), ..Thaw::default() };
        thaw(&catalogue, &ThawRequest { piece: fillet(30.0), thaw: how })
    };
    let refused = of(ThawPlace::Fridge, 200.0).unwrap_err();
    assert_eq!(refused[0].field, "thaw.pack_mm");
    assert!(of(ThawPlace::Fridge, 60.0).is_ok() && of(ThawPlace::ColdWater, 200.0).is_ok());
}

#[test]
fn cold_questions_name_what_is_wrong() {
    let catalogue = Catalogue::embedded().unwrap();
    let how = Thaw { from_c: Some(3.0), place_c: Some(30.0), ..Thaw::default() };
    let request = ThawRequest { piece: fillet(25.0), thaw: how };
    let fields: Vec<String> =
        thaw(&catalogue, &request).unwrap_err().into_iter().map(|e| e.field).collect();
    assert_eq!(fields, ["thaw.from_c", "thaw.place_c"]);
    let request = FreezeRequest {
        piece: fillet(25.0),
        freezer_c: 3.0,
        pack_mm: Some(900.0),
        ..FreezeRequest::default()
    };
    let fields: Vec<String> =
        freeze(&catalogue, &request).unwrap_err().into_iter().map(|e| e.field).collect();
    assert_eq!(fields, ["pack_mm", "freezer_c"]);
}
