use super::*;
use crate::plan::{Piece, PlanRequest, resolve};

fn request(method: &str) -> PlanRequest {
    PlanRequest {
        piece: Piece {
            species: "cod".into(),
            cut: "fillet".into(),
            thickness_mm: 25.0,
            start_c: 5.0,
            ..Piece::default()
        },
        method: method.into(),
        ..PlanRequest::default()
    }
}

/// Runs a check on the setting of a request.
fn on<T>(request: &PlanRequest, check: impl FnOnce(&Setting<'_>) -> T) -> T {
    let catalogue = Catalogue::embedded().unwrap();
    let resolved = resolve(&catalogue, request).unwrap();
    check(&resolved.setting)
}

fn programme_at(turn: Turn) -> Schedule {
    on(&request("sear"), |s| Programme { turn, ..s.programme() }.schedule(200.0))
}

#[test]
fn turns_follow_their_school() {
    assert_eq!(programme_at(Turn::Never).turns_s, [0.0; 0]);
    assert_eq!(programme_at(Turn::AtShare(0.8)).turns_s, [160.0]);
    assert_eq!(programme_at(Turn::At(75.0)).turns_s, [75.0]);
    assert_eq!(programme_at(Turn::At(300.0)).turns_s, [0.0; 0], "it is out before that");
    let often = programme_at(Turn::Every(30.0));
    assert_eq!(often.turns_s, [30.0, 60.0, 90.0, 120.0, 150.0, 180.0]);
    assert!(!often.is_turned(10.0) && often.is_turned(30.0) && !often.is_turned(60.0));
    assert!((often.next_change_s(30.0) - 60.0).abs() < 1e-9);
}

#[test]
fn stages_rise_and_the_lid_goes_on_a_minute_before_the_end() {
    let mut r = request("saute");
    r.variant = Some("lid".into());
    on(&r, |setting| {
        let programme = setting.programme();
        let schedule = programme.schedule(400.0);
        assert_eq!(schedule.starts_s, [0.0, 200.0, 340.0]);
        assert_eq!((schedule.stage(10.0), schedule.stage(200.0), schedule.stage(399.0)), (0, 1, 2));
        // So short that the lid would come before the turn: stages stay in order.
        let short = programme.schedule(50.0);
        assert!(short.starts_s.windows(2).all(|w| w[0] <= w[1]), "{short:?}");
    });
    on(&request("saute"), |setting| assert_eq!(setting.programme().stages.len(), 2));
}

#[test]
fn heat_changes_sides_when_the_fish_is_turned() {
    on(&request("sear"), |setting| {
        let programme = setting.programme();
        let schedule = programme.schedule(300.0);
        let (first, second) =
            (programme.phase(&schedule, 20.0, 1.0), programme.phase(&schedule, 250.0, 1.0));
        assert_eq!((first.bottom, first.top), (second.top, second.bottom));
        assert!(first.bottom.unwrap().on_store && !first.top.unwrap().on_store);
        let (lying, turned) = (programme.rest(10.0, false), programme.rest(10.0, true));
        assert_eq!((lying.bottom, lying.top), (turned.top, turned.bottom));
    });
}

#[test]
fn pan_goes_into_the_oven_and_its_door_closes() {
    on(&request("pan_roast"), |setting| {
        let stages = setting.programme().stages;
        assert_eq!(stages[0].heater.store, GearKind::Pan as usize);
        assert_eq!(stages[1].heater.store, GearKind::Oven as usize);
        assert!((stages[1].heater.set_c - 185.0).abs() < 1e-9);
        assert!(stages[1].heater.loss_w_k > stages[2].heater.loss_w_k + 30.0, "the door was open");
        // The pan answers to a hand, the oven to its thermostat.
        assert!(stages[0].heater.lag_s > stages[1].heater.lag_s);
    });
}

#[test]
fn lowered_heat_stops_at_its_floor() {
    let set = |medium_c: f64| {
        let mut r = request("sear");
        r.medium_c = Some(medium_c);
        on(&r, |setting| setting.programme().stages[2].heater.set_c)
    };
    assert!((set(200.0) - 180.0).abs() < 1e-9);
    assert!((set(170.0) - 155.0).abs() < 1e-9, "not below the floor");
    assert!((set(145.0) - 145.0).abs() < 1e-9, "nor above what it was");
}

#[test]
fn stores_hold_what_is_in_them() {
    // A third of 280 × 220 × 180 mm in oil at 2.1 kJ/K a litre, and 3 kg of steel: by hand.
    let oil_j_k = 0.333 * 11.088 * 2100.0 + 3.0 * 500.0;
    on(&request("deep_fry"), |setting| {
        let heater = setting.programme().stages[0].heater;
        assert!((heater.capacity_j_k / oil_j_k - 1.0).abs() < 1e-3, "{}", heater.capacity_j_k);
        assert!(heater.coat_j > 1e4, "batter takes heat: {}", heater.coat_j);
    });
    on(&request("sear"), |setting| {
        let heater = setting.programme().stages[0].heater;
        assert!((heater.capacity_j_k - 700.0).abs() < 1e-9);
        // 160 g of cod, 25 mm thick: its footprint by hand.
        let footprint_m2 = 0.160 / 1064.0 / 0.025;
        assert!((heater.load_m2 / footprint_m2 - 1.0).abs() < 0.02, "{}", heater.load_m2);
    });
    on(&request("steam"), |setting| {
        assert!(setting.programme().stages[0].heater.capacity_j_k.is_infinite());
    });
}

#[test]
fn skin_keeps_a_face_from_drying() {
    let wet = |skin: bool, coating: &str| {
        let mut r = request("roast");
        r.piece.skin = skin;
        r.coating = Some(coating.into());
        on(&r, |setting| setting.programme().stages[0].below.face.wet)
    };
    assert!((wet(false, "none") - 0.6).abs() < 1e-9);
    assert!((wet(true, "none") - 0.15).abs() < 1e-9);
    assert!((wet(true, "butter") - 0.1).abs() < 1e-9);
}

/// Every method, variation and coat gives a card without gaps: steps in order, placeholders filled.
#[test]
fn every_card_is_complete() {
    let catalogue = Catalogue::embedded().unwrap();
    for method in &catalogue.methods {
        let variants: Vec<Option<String>> = if method.variants.is_empty() {
            vec![None]
        } else {
            method.variants.iter().map(|v| Some(v.id.clone())).collect()
        };
        for variant in variants {
            for skin in [false, true] {
                let mut r = request(&method.id);
                r.piece.skin = skin;
                r.variant.clone_from(&variant);
                on(&r, |setting| {
                    let programme = setting.programme();
                    let times = Times {
                        schedule: programme.schedule(500.0),
                        pull_s: 500.0,
                        rest_s: 120.0,
                        look: "pearly".to_owned(),
                        side_opaque: Some(0.5),
                    };
                    let steps = setting.steps(&programme, &times);
                    let label = format!("{} {variant:?}", method.id);
                    assert!(steps.len() >= 2 && steps[0].start_s <= 0.0, "{label}");
                    assert_eq!(steps.last().unwrap().action, "rest", "{label}");
                    assert!(steps.windows(2).all(|w| w[0].start_s <= w[1].start_s), "{label}");
                    for step in &steps {
                        let text = format!("{}{}{}", step.title, step.detail, step.cue);
                        assert!(!text.contains('{') && !text.contains('}'), "{label}: {text}");
                        assert!(step.detail.ends_with('.'), "{label}: {}", step.detail);
                        assert!(step.duration_s >= 0.0, "{label}");
                    }
                });
            }
        }
    }
}

#[test]
fn heights_rise_in_words() {
    let words: Vec<_> = (0..=20).map(|i| words::height_words(f64::from(i) / 20.0)).collect();
    let mut distinct = words.clone();
    distinct.dedup();
    assert_eq!(distinct.len(), 8, "each word once, in order: {distinct:?}");
    assert_eq!(words[10], "half way up");
    assert_eq!(words[20], "to the top");
}

/// What a side sees is gas, fat, liquid or oven air: never the glow of an element.
#[test]
fn sides_see_no_more_than_an_oven() {
    let catalogue = Catalogue::embedded().unwrap();
    for method in &catalogue.methods {
        on(&request(&method.id), |setting| {
            for stage in setting.programme().stages {
                let side = stage.side.at(0.0);
                let medium_c = if side.on_store { stage.heater.set_c } else { side.face.medium_c };
                assert!(medium_c <= 220.0, "{}: {medium_c}", method.id);
                assert!(!side.radiant_on_store || stage.heater.set_c <= 220.0, "{}", method.id);
            }
        });
    }
}
