//! Salt against the analytic solutions of diffusion, and its books.

use super::salted::UNIT;
use super::*;
use approx::assert_relative_eq;
use std::f64::consts::PI;

const THICKNESS_M: f64 = 0.025;

fn piece(skin: bool) -> Piece {
    Piece {
        species: "cod".into(),
        cut: "loin".into(),
        thickness_mm: 1000.0 * THICKNESS_M,
        start_c: 4.0,
        skin,
        ..Piece::default()
    }
}

fn with_body<T>(skin: bool, test: impl FnOnce(SaltedPiece<'_>, f64) -> T) -> T {
    let catalogue = Catalogue::embedded().unwrap();
    let piece = piece(skin);
    let board = look_up(&catalogue, &piece, &mut Problems::new()).unwrap();
    let size = board.dimensions(&piece);
    test(SaltedPiece::new(None, &board, &piece, &size), size.weight_kg)
}

fn answer(choice: SaltChoice) -> SaltAnswer {
    let catalogue = Catalogue::embedded().unwrap();
    salt(&catalogue, &SaltRequest { piece: piece(false), salt: choice }).unwrap()
}

fn salting(id: &str) -> SaltChoice {
    SaltChoice { salting: Some(id.into()), ..SaltChoice::default() }
}

/// Plane sheet with constant surface concentration, uptake over time.
/// Source: Crank, The Mathematics of Diffusion, 2nd ed., eq. 4.18.
#[test]
fn uptake_from_endless_brine_is_that_of_a_plane_sheet() {
    with_body(false, |salted, _| {
        // Without the film that a real bath has: 5 % less in the first half hour.
        let salted = SaltedPiece { transfer_m_s: [1e-2; 2], ..salted };
        for hours in [0.5, 2.0, 8.0, 40.0] {
            let mut state = salted.fresh();
            salted.expose(&mut state, 3600.0 * hours, Some(60.0));
            let full = 60.0 / 1000.0 * salted.water_kg_m3 * THICKNESS_M;
            let ours = salted.salt_kg_m2(&state) / full;
            let fourier = diffusivity_m2_s(FRIDGE_C) * 3600.0 * hours / THICKNESS_M.powi(2);
            let lacking: f64 = (0..200)
                .map(|n| f64::from(2 * n + 1) * PI)
                .map(|q| 8.0 / (q * q) * (-q * q * fourier).exp())
                .sum();
            assert_relative_eq!(ours, 1.0 - lacking, max_relative = 0.005);
        }
    });
}

/// Plane sheet in a well-stirred bath of limited volume.
/// Source: Crank, the same, eq. 4.37, with tan q = −α q.
#[test]
fn uptake_from_little_brine_is_that_of_a_stirred_bath() {
    with_body(false, |salted, weight_kg| {
        let water_kg_m2 = 0.5 * weight_kg / salted.area_m2;
        let alpha = water_kg_m2 / (salted.water_kg_m3 * THICKNESS_M);
        for hours in [2.0, 10.0, 40.0] {
            let mut state = salted.fresh();
            salted.soak(&mut state, 3600.0 * hours, 30.0, water_kg_m2);
            let final_g_kg = 30.0 * alpha / (1.0 + alpha);
            let full = final_g_kg / 1000.0 * salted.water_kg_m3 * THICKNESS_M;
            let half = 0.5 * THICKNESS_M;
            let fourier = diffusivity_m2_s(FRIDGE_C) * 3600.0 * hours / (half * half);
            let lacking: f64 = (1..60)
                .map(|n| {
                    // tan q + α q rises from −∞ to above 0 between these.
                    let (mut low, mut high) = ((f64::from(n) - 0.5) * PI + 1e-9, f64::from(n) * PI);
                    for _ in 0..80 {
                        let q = 0.5 * (low + high);
                        if q.tan() + alpha * q > 0.0 { high = q } else { low = q }
                    }
                    let aq2 = (alpha * low).powi(2);
                    2.0 * alpha * (1.0 + alpha) / (1.0 + alpha + aq2) * (-low * low * fourier).exp()
                })
                .sum();
            let ours = salted.salt_kg_m2(&state) / full;
            assert_relative_eq!(ours, 1.0 - lacking, max_relative = 0.03);
        }
    });
}

#[test]
fn a_dose_of_dry_salt_is_never_more_than_all_of_it() {
    with_body(false, |salted, _| {
        for (hours, dose) in [(0.05, 0.3), (2.0, 0.1), (100.0, 0.2)] {
            let mut state = salted.fresh();
            salted.strew(&mut state, 3600.0 * hours, dose);
            let taken = salted.salt_kg_m2(&state);
            assert!(taken > 0.0 && taken < dose * 1.001, "{hours} h: {taken} of {dose}");
            // The flesh holds what crossed its faces.
            let crossed = state.balance().incoming_j_m2 / UNIT * salted.water_kg_m3 / 1000.0;
            assert_relative_eq!(taken, crossed, max_relative = 1e-6);
        }
        let mut state = salted.fresh();
        salted.strew(&mut state, 360_000.0, 0.2);
        assert_relative_eq!(salted.salt_kg_m2(&state), 0.2, max_relative = 1e-3);
        let percent = salted.percent(&state);
        assert!((percent[30] / salted.surface_percent(&percent) - 1.0).abs() < 0.3, "evens out");
    });
}

#[test]
fn equilibrium_brine_ends_at_what_it_aims_for_and_never_above() {
    let mut last = 0.0;
    for minutes in [60.0, 720.0, 2880.0] {
        let answer = answer(SaltChoice { minutes: Some(minutes), ..salting("equilibrium") });
        assert!(answer.mean_percent > last, "{minutes}");
        assert!(answer.mean_percent < 1.02, "{minutes}: {}", answer.mean_percent);
        last = answer.mean_percent;
    }
    assert!(last > 0.75, "after two days {last} of 1 %");
}

/// Common practice: a pinch just before, half an hour in a brine, or a short heavy salting with a
/// rinse all season a portion; the heavy salting left on is far too much.
#[test]
fn schools_season_as_cooks_say() {
    for id in ["just_before", "crust", "quick", "wet_brine", "cure"] {
        let seasoned = answer(salting(id));
        assert_eq!(seasoned.verdict, SaltVerdict::JustRight, "{id}: {}", seasoned.sentence);
        assert!(seasoned.surface_percent >= seasoned.mean_percent, "{id}");
    }
    let unrinsed = answer(SaltChoice { rinse: Some(false), ..salting("quick") });
    assert_eq!(unrinsed.verdict, SaltVerdict::TooSalty, "{}", unrinsed.sentence);
    let hardly = answer(salting("hardly"));
    assert_eq!(hardly.verdict, SaltVerdict::BarelySeasoned, "{}", hardly.sentence);
}

#[test]
fn a_rest_evens_the_salt_out_and_takes_none_away() {
    let plain = answer(salting("quick"));
    let rested = answer(SaltChoice { rest_min: Some(120.0), ..salting("quick") });
    assert!(rested.surface_percent < plain.surface_percent);
    assert_relative_eq!(rested.mean_percent, plain.mean_percent, epsilon = 0.011);
    assert_eq!(plain.changes.len(), 2);
    assert!(plain.changes[0].eaten_percent > plain.eaten_percent, "without its rinse");
}

/// Common practice: two uncovered days in the fridge take some 5 to 15 % of the weight.
#[test]
fn two_days_uncovered_dry_the_fish() {
    let two_days = answer(SaltChoice { minutes: Some(2880.0), ..salting("cure") });
    let share = (two_days.dried_g + two_days.drawn_g) / 180.0;
    assert!((0.04..0.2).contains(&share), "{share}");
    assert!(two_days.cautions.iter().any(|c| c.contains("fridge")));
}

#[test]
fn skin_slows_salt_down() {
    let taken = |skin| {
        with_body(skin, |salted, _| {
            let mut state = salted.fresh();
            salted.expose(&mut state, 1800.0, Some(60.0));
            salted.salt_kg_m2(&state)
        })
    };
    let ratio = taken(true) / taken(false);
    assert!((0.5..0.75).contains(&ratio), "one open face of two and a little: {ratio}");
}

#[test]
fn wrong_wishes_are_named() {
    let catalogue = Catalogue::embedded().unwrap();
    let fields = |salted: SaltChoice| -> Vec<String> {
        let request = SaltRequest { piece: piece(false), salt: salted };
        salt(&catalogue, &request).unwrap_err().into_iter().map(|e| e.field).collect()
    };
    assert_eq!(fields(salting("sideways")), ["salt.salting"]);
    assert_eq!(fields(salting("overnight")), ["salt.salting"]);
    let wild = SaltChoice {
        minutes: Some(9000.0),
        percent: Some(60.0),
        rest_min: Some(-1.0),
        ..salting("cure")
    };
    assert_eq!(fields(wild), ["salt.minutes", "salt.percent", "salt.rest_min"]);
}
