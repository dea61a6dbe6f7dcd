use cindo_heat::flesh::Flesh;
use cindo_heat::grid::Grid;
use cindo_heat::solve::{Accuracy, Phase, Simulation};
use cindo_heat::surround::Surround;

use super::*;
use crate::catalogue::{Catalogue, GearKind};
use crate::piece::Piece;
use crate::setup::{PlanRequest, Setup, resolve};

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

/// Runs a check on the setup of a request.
fn on<T>(request: &PlanRequest, check: impl FnOnce(&Setup<'_>) -> T) -> T {
    let catalogue = Catalogue::embedded().unwrap();
    let resolved = resolve((&catalogue).into(), request).unwrap();
    check(&resolved.setup)
}

fn programme_at(turn: Turn) -> Schedule {
    on(&request("sear"), |s| Programme { turn, ..Programme::of(s) }.schedule(200.0))
}

#[test]
fn turns_follow_their_school() {
    assert_eq!(programme_at(Turn::Never).turns_s, [0.0; 0]);
    assert_eq!(programme_at(Turn::AtShare(0.8)).turns_s, [160.0]);
    assert_eq!(programme_at(Turn::At(75.0)).turns_s, [75.0]);
    assert_eq!(programme_at(Turn::At(300.0)).turns_s, [0.0; 0], "it is out before that");
    let often = programme_at(Turn::Every(30.0));
    // Half of so short a stay; of a long one two and a half minutes, until it lets go.
    assert_eq!(often.turns_s, [100.0, 130.0, 160.0]);
    assert!(!often.is_turned(90.0) && often.is_turned(100.0) && !often.is_turned(130.0));
    assert!((often.next_change_s(100.0) - 130.0).abs() < 1e-9);
    let long = on(&request("sear"), |s| {
        Programme { turn: Turn::Every(30.0), ..Programme::of(s) }.schedule(400.0)
    });
    assert_eq!(long.turns_s[..2], [150.0, 180.0]);
}

#[test]
fn stages_rise_and_the_lid_goes_on_a_minute_before_the_end() {
    let mut r = request("saute");
    r.variant = Some("lid".into());
    on(&r, |setup| {
        let programme = Programme::of(setup);
        let schedule = programme.schedule(400.0);
        assert_eq!(schedule.starts_s, [0.0, 200.0, 340.0]);
        assert_eq!((schedule.stage(10.0), schedule.stage(200.0), schedule.stage(399.0)), (0, 1, 2));
        // So short that the lid would come before the turn: stages stay in order.
        let short = programme.schedule(50.0);
        assert!(short.starts_s.windows(2).all(|w| w[0] <= w[1]), "{short:?}");
    });
    on(&request("saute"), |setup| assert_eq!(Programme::of(setup).stages.len(), 2));
}

#[test]
fn heat_changes_sides_when_the_fish_is_turned() {
    on(&request("sear"), |setup| {
        let programme = Programme::of(setup);
        let schedule = programme.schedule(300.0);
        let at = |from_s: f64| {
            let mut phase: Option<Phase> = None;
            programme.walk(&schedule, (from_s, from_s + 1.0), |stretch| {
                phase = Some(stretch.phase());
                None
            });
            phase.unwrap()
        };
        let (first, second) = (at(20.0), at(250.0));
        assert_eq!((first.bottom, first.top), (second.top, second.bottom));
        assert!(first.bottom.unwrap().on_reservoir && !first.top.unwrap().on_reservoir);
        // Taken off at the very moment of the turn it is not turned any more.
        let rest = |pull_s: f64| programme.rested(&schedule, pull_s, 10.0).phase();
        let (lying, turned) = (rest(schedule.turns_s[0]), rest(300.0));
        let plate = |surround: Option<Surround>| surround.unwrap().backing.is_some();
        assert!(plate(lying.bottom) && !plate(lying.top), "{lying:?}");
        assert!(plate(turned.top) && !plate(turned.bottom), "{turned:?}");
        // The side that never met the pan is wetter than one with a crust.
        let shuts = |surround: Option<Surround>| surround.unwrap().skin.crust_m > 0.0;
        assert!(!shuts(lying.top) && shuts(turned.bottom));
    });
}

#[test]
fn pan_goes_into_the_oven_and_its_door_closes() {
    on(&request("pan_roast"), |setup| {
        let stages = Programme::of(setup).stages;
        assert_eq!(stages[0].heater.reservoir, GearKind::Pan as usize);
        assert_eq!(stages[1].heater.reservoir, GearKind::Oven as usize);
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
        on(&r, |setup| Programme::of(setup).stages[2].heater.set_c)
    };
    assert!((set(200.0) - 180.0).abs() < 1e-9);
    assert!((set(170.0) - 155.0).abs() < 1e-9, "not below the floor");
    assert!((set(145.0) - 145.0).abs() < 1e-9, "nor above what it was");
}

#[test]
fn reservoirs_hold_what_is_in_them() {
    // A third of 280 × 220 × 180 mm in oil at 2.1 kJ/K a litre, and 3 kg of steel: by hand.
    let oil_j_k = 0.333 * 11.088 * 2100.0 + 3.0 * 500.0;
    on(&request("deep_fry"), |setup| {
        let heater = Programme::of(setup).stages[0].heater;
        assert!((heater.capacity_j_k / oil_j_k - 1.0).abs() < 1e-3, "{}", heater.capacity_j_k);
        assert!(heater.coat.heat_j > 1e4, "batter takes heat: {:?}", heater.coat);
    });
    on(&request("sear"), |setup| {
        let heater = Programme::of(setup).stages[0].heater;
        assert!((heater.capacity_j_k - 700.0).abs() < 1e-9);
        // 160 g of cod, 25 mm thick: its footprint by hand.
        let footprint_m2 = 0.160 / 1064.0 / 0.025;
        assert!((heater.load_m2 / footprint_m2 - 1.0).abs() < 0.02, "{}", heater.load_m2);
    });
    on(&request("steam"), |setup| {
        assert!(Programme::of(setup).stages[0].heater.capacity_j_k.is_infinite());
    });
}

#[test]
fn skin_keeps_a_face_from_drying() {
    let wet = |skin: bool, coating: &str| {
        let mut r = request("roast");
        r.piece.skin = skin;
        r.coating = Some(coating.into());
        on(&r, |setup| Programme::of(setup).stages[0].around.below.face.wet)
    };
    assert!((wet(false, "none") - 0.6).abs() < 1e-9);
    assert!((wet(true, "none") - 0.3).abs() < 1e-9);
    assert!((wet(true, "butter") - 0.1).abs() < 1e-9);
}

/// What a side sees is gas, fat, liquid or oven air: never the glow of an element.
#[test]
fn sides_see_no_more_than_an_oven() {
    let catalogue = Catalogue::embedded().unwrap();
    for method in &catalogue.methods {
        on(&request(&method.id), |setup| {
            for stage in Programme::of(setup).stages {
                let side = stage.around.side.at(0.0);
                let medium_c =
                    if side.on_reservoir { stage.heater.set_c } else { side.face.medium_c };
                assert!(medium_c <= 220.0, "{}: {medium_c}", method.id);
                assert!(!side.radiant_on_reservoir || stage.heater.set_c <= 220.0, "{}", method.id);
            }
        });
    }
}

/// Temperatures and time at the end of a walk, and after a rest.
fn cooked(programme: &Programme<'_>, schedule: &Schedule, out_s: f64) -> Vec<f64> {
    let catalogue = Catalogue::embedded().unwrap();
    let flesh = Flesh::of(&catalogue.species("cod").unwrap().flesh(), 99.97);
    let grid = Grid::new(programme.shape, 0.025, 24);
    let mut piece = Simulation::new(&flesh, &grid, Accuracy::FAST, 5.0);
    programme.walk(schedule, (0.0, out_s), |stretch| {
        piece.run(&stretch.phase(), &mut ());
        Some(piece.time_s())
    });
    piece.run(&programme.rested(schedule, out_s, 60.0).phase(), &mut ());
    piece.temperature_c().to_vec()
}

fn event(at_s: f64, what: Deed) -> Event {
    Event { at_s, what }
}

/// A schedule and a list of the very same events walk the same way, to the last bit.
#[test]
fn events_as_planned_are_the_plan() {
    on(&request("sear"), |setup| {
        let programme = Programme::of(setup);
        let schedule = programme.schedule(400.0);
        let planned = cooked(&programme, &schedule, 400.0);
        let nothing = programme.lived(400.0, &[]);
        assert_eq!((&nothing.programme, &nothing.schedule), (&programme, &schedule));
        let turned = event(schedule.turns_s[0], Deed::Turned);
        let told = programme.lived(400.0, &[turned, event(400.0, Deed::Out)]);
        assert_eq!(told.schedule, schedule);
        assert_eq!(cooked(&told.programme, &told.schedule, told.out_s), planned);
    });
}

#[test]
fn a_turn_made_early_brings_on_what_hangs_on_it() {
    on(&request("saute"), |setup| {
        let programme = Programme::of(setup);
        let lived = programme.lived(400.0, &[event(150.0, Deed::Turned)]);
        assert_eq!(lived.schedule.turns_s, [150.0]);
        assert_eq!(lived.schedule.starts_s, [0.0, 150.0], "the knob goes down at the turn");
        let late =
            programme.lived(400.0, &[event(150.0, Deed::Turned), event(300.0, Deed::Turned)]);
        assert_eq!(late.schedule.turns_s, [150.0, 300.0], "turned once more than planned");
        let out = programme.lived(400.0, &[event(120.0, Deed::Out)]);
        assert!(out.schedule.turns_s.is_empty(), "it was out before its turn");
        assert!((out.out_s - 120.0).abs() < 1e-9);
    });
}

/// A knob turned by hand stays where it is until the piece moves to another source of heat.
#[test]
fn a_heat_set_by_hand_holds_for_its_source_only() {
    on(&request("pan_roast"), |setup| {
        let programme = Programme::of(setup);
        let sets = |lived: &Lived<'_>| -> Vec<f64> {
            lived.programme.stages.iter().map(|s| s.heater.set_c).collect()
        };
        let planned = sets(&programme.lived(500.0, &[]));
        let lived = programme.lived(500.0, &[event(40.0, Deed::HeatSet(140.0))]);
        let set = sets(&lived);
        assert_eq!(set.len(), planned.len() + 1);
        assert!((set[1] - 140.0).abs() < 1e-9 && (lived.schedule.starts_s[1] - 40.0).abs() < 1e-9);
        assert_eq!(set[2..], planned[1..], "the oven is another source");
        // Off before the oven: what the cooler pan gave is less, all through.
        let mean = |cells: Vec<f64>| cells.iter().sum::<f64>() / 24.0;
        let cool = mean(cooked(&lived.programme, &lived.schedule, 145.0));
        let hot = mean(cooked(&programme, &programme.schedule(500.0), 145.0));
        assert!(cool < hot - 0.2, "{cool} and {hot}");
    });
}

#[test]
fn what_comes_next_can_be_begun_early() {
    on(&request("pan_roast"), |setup| {
        let programme = Programme::of(setup);
        let planned = programme.schedule(500.0).starts_s;
        let early = planned[1] - 30.0;
        let lived = programme.lived(500.0, &[event(early, Deed::NextStage)]);
        assert!((lived.schedule.starts_s[1] - early).abs() < 1e-9, "{:?}", lived.schedule);
        assert!(lived.schedule.starts_s.windows(2).all(|w| w[0] <= w[1]));
    });
}
