//! Plans that a cook would once have laughed at, each with what a cook does instead (common practice,
//! from both sides), and the trouble that is said before a bad plan is offered.

#![expect(clippy::unwrap_used, reason = "a helper that cannot work should stop its test")]

use cindo_core::ask::better::better_than;
use cindo_core::catalogue::{Catalogue, School};
use cindo_core::cut_face::cut_face;
use cindo_core::piece::Piece;
use cindo_core::plan::{PlanAnswer, plan, planned};
use cindo_core::setup::{Doneness, PlanRequest};
use rstest::rstest;

fn catalogue() -> Catalogue {
    Catalogue::embedded().unwrap()
}

/// `piece` is species, cut and thickness in mm; from the fridge at 5 °C.
fn request(
    (species, cut, thickness_mm): (&str, &str, f64),
    method: &str,
    band: &str,
) -> PlanRequest {
    PlanRequest {
        piece: Piece {
            species: species.into(),
            cut: cut.into(),
            thickness_mm,
            skin: catalogue().cut(cut).unwrap().can_have_skin,
            start_c: 5.0,
            ..Piece::default()
        },
        method: method.into(),
        doneness: Doneness::Band(band.into()),
        ..PlanRequest::default()
    }
}

fn solve(r: &PlanRequest) -> PlanAnswer {
    plan(&catalogue(), r).unwrap()
}

/// Minutes in the heat, browning of the better face (1 is golden), and share of the time on the first
/// side, as cooks have them.
#[rstest]
#[case(("hake", "loin", 28.0), "sear", None, "medium", (9.0, 14.0), (0.5, 3.0), Some(0.8))]
#[case(("plaice", "fillet", 10.0), "saute", None, "just_done", (1.5, 2.5), (0.4, 2.0), Some(0.75))]
#[case(("sole", "fillet", 12.0), "saute", None, "just_done", (2.0, 3.0), (0.4, 2.0), Some(0.75))]
#[case(("herring", "whole_round", 30.0), "grill", None, "medium", (11.0, 16.0), (0.15, 3.0), Some(0.5))]
#[case(("mackerel", "whole_round", 40.0), "grill", None, "medium", (14.0, 20.0), (0.3, 3.0), Some(0.5))]
#[case(("rainbow_trout", "whole_round", 35.0), "sear", None, "just_done", (11.0, 18.0), (0.5, 4.0), Some(0.5))]
#[case(("plaice", "chunk", 12.0), "deep_fry", Some("crumb"), "just_done", (2.0, 3.0), (0.5, 1.5), None)]
#[case(("plaice", "fillet", 12.0), "deep_fry", None, "just_done", (2.0, 3.0), (0.5, 1.5), None)]
#[case(("cod", "fillet", 30.0), "broil", Some("herb_crust"), "medium", (14.0, 20.0), (0.5, 3.0), None)]
#[case(("cod", "fillet", 25.0), "parcel", None, "medium", (12.0, 16.0), (0.0, 0.2), None)]
#[case(("snapper", "whole_round", 45.0), "salt_bake", None, "medium", (28.0, 45.0), (0.0, 0.3), None)]
fn minutes_and_colour_are_those_of_cooks(
    #[case] piece: (&str, &str, f64),
    #[case] method: &str,
    #[case] coat: Option<&str>,
    #[case] band: &str,
    #[case] minutes: (f64, f64),
    #[case] browning: (f64, f64),
    #[case] turn_share: Option<f64>,
) {
    let asked = PlanRequest { coating: coat.map(str::to_owned), ..request(piece, method, band) };
    let answer = solve(&asked);
    let pull_min = answer.pull_s / 60.0;
    assert!((minutes.0..=minutes.1).contains(&pull_min), "{pull_min:.2} min");
    let brown = answer.quality.browning;
    assert!((browning.0..=browning.1).contains(&brown), "browning {brown}");
    let share = answer.flip_s.map(|turn_s| turn_s / answer.pull_s);
    assert_eq!(share.is_some(), turn_share.is_some(), "turned at {share:?}");
    if let (Some(share), Some(wanted)) = (share, turn_share) {
        assert!((share - wanted).abs() < 0.02, "turned at {share:.2}");
    }
    assert_eq!(answer.trouble, None);
}

/// Common practice: a tuna steak of 25 mm, a few minutes out of the fridge, is seared for some three
/// minutes in all and sliced at once: a raw middle is wanted.
#[test]
fn tuna_is_seared_fast() {
    let mut r = request(("tuna", "steak", 25.0), "rare_sear", "rare");
    r.piece.start_c = 10.0;
    let answer = solve(&r);
    assert!((150.0..=225.0).contains(&answer.pull_s), "{} s", answer.pull_s);
    assert!((0.7..4.0).contains(&answer.quality.browning) && answer.rest_s <= 60.0);
    assert_eq!(answer.trouble, None);
}

/// What waits for its coat is as its cut face has it, at the pull and when served, to 1 K.
#[rstest]
#[case(("plaice", "chunk", 12.0), true)]
#[case(("plaice", "fillet", 12.0), true)]
#[case(("smelt", "small_whole", 14.0), false)]
fn what_waits_for_its_coat_agrees_with_its_cut_face(
    #[case] piece: (&str, &str, f64),
    #[case] is_past_its_band: bool,
) {
    let asked = request(piece, "deep_fry", "just_done");
    let answer = solve(&asked);
    assert!(answer.quality.browning < 0.65, "it waited: {}", answer.quality.browning);
    let face = cut_face(&catalogue(), &asked).unwrap();
    let pulled = face.time_s.iter().rposition(|at_s| *at_s <= face.pull_s + 0.06).unwrap();
    let off = [
        face.core_c[pulled] - answer.core_at_pull_c,
        face.core_c.last().unwrap() - answer.core_served_c,
    ];
    assert!(off.iter().all(|k| k.abs() < 1.1), "{off:?} K, to tenths each");
    assert_eq!(answer.safety.reaches_limit, face.worst_held_s >= 15.0);
    assert_eq!(answer.core_served_c > answer.target_to_c.unwrap(), is_past_its_band);
    if !is_past_its_band {
        return;
    }
    // Right from pale gold to golden, not for as long as the middle is at boiling.
    let window_s = answer.window_s.unwrap();
    assert!((5.0..90.0).contains(&window_s), "{window_s} s");
    assert!((answer.window_from_s.unwrap() - answer.pull_s).abs() < 0.2);
}

/// Common practice: turned often, but not before it lets go; the window is no second.
#[test]
fn turned_often_begins_once_it_lets_go() {
    let mut r = request(("hake", "loin", 28.0), "sear", "medium");
    r.school = Some(School::ManyTurns);
    let answer = solve(&r);
    assert!(answer.flip_s.unwrap() > answer.quality.release_s.unwrap());
    assert!(answer.pull_s - answer.look_from_s > 30.0 && answer.window_s.unwrap() > 30.0);
}

/// Common practice: 20 to 40 min in a bath of 50 to 55 °C, by the thermometer, looked at in its last
/// third, not from the start.
#[rstest]
#[case(50.0, (20.0, 40.0))]
#[case(52.0, (18.0, 30.0))]
fn poached_by_the_thermometer(#[case] medium_c: f64, #[case] minutes: (f64, f64)) {
    let mut r = request(("salmon", "fillet", 25.0), "poach", "medium_rare");
    r.medium_c = Some(medium_c);
    let answer = solve(&r);
    let pull_min = answer.pull_s / 60.0;
    assert!((minutes.0..=minutes.1).contains(&pull_min), "{pull_min:.1} min");
    assert!(answer.look_from_s > 0.6 * answer.pull_s, "from {} s", answer.look_from_s);
    assert!(answer.steps[0].detail.contains("thermometer"), "{}", answer.steps[0].detail);
    let simmered = solve(&request(("salmon", "fillet", 25.0), "poach", "medium_rare"));
    assert!(simmered.steps[0].detail.contains("below a simmer"));
}

/// Common practice: a crust is baked, and coloured in the last two minutes.
#[test]
fn crust_is_coloured_last() {
    let mut r = request(("cod", "fillet", 30.0), "broil", "medium");
    r.coating = Some("herb_crust".into());
    let answer = solve(&r);
    let starts: Vec<f64> = answer.steps.iter().map(|s| s.start_s).collect();
    assert!((answer.pull_s - starts[1] - 120.0).abs() <= 1.0, "{starts:?}");
    // And the card speaks of the oven that has to be hot first, not of the broiler.
    assert_eq!(answer.setting.medium, "Oven");
    assert!((answer.setting.medium_c - 200.0).abs() < 1e-9, "{}", answer.setting.medium_c);
    r.coating = Some("oil".into());
    assert_eq!(solve(&r).variant.as_deref(), Some("direct"));
}

/// Common practice: flesh that a crust hides is probed early, and cracked straight from the oven.
#[test]
fn hidden_flesh_is_probed_early() {
    let mut r = request(("snapper", "whole_round", 45.0), "salt_bake", "medium");
    r.medium_c = Some(175.0);
    let answer = solve(&r);
    assert!((15.0..25.0).contains(&(answer.look_from_s / 60.0)), "{} s", answer.look_from_s);
    assert!(answer.rest_s <= 60.0 && answer.rest_on == "plate");
    assert!(answer.steps.last().unwrap().detail.contains("Crack the crust"));
}

/// What is wrong is said first, with a setting near by that is not.
#[rstest]
#[case(("cod", "loin", 40.0), "rare_sear", None, None, "scorched")]
#[case(("cod", "loin", 28.0), "sear", Some(20.0), None, "torn")]
#[case(("sea_bass", "whole_round", 59.0), "steam", None, None, "dry")]
#[case(("sea_bass", "whole_round", 55.0), "deep_fry", None, None, "scorched")]
#[case(("cod", "fillet", 14.0), "saute", None, Some(160.0), "pale")]
#[case(("plaice", "chunk", 12.0), "deep_fry", None, None, "over")]
fn trouble_is_said_with_a_way_out(
    #[case] piece: (&str, &str, f64),
    #[case] method: &str,
    #[case] turn_s: Option<f64>,
    #[case] medium_c: Option<f64>,
    #[case] id: &str,
) {
    let asked = PlanRequest { turn_s, medium_c, ..request(piece, method, "medium") };
    let planned = planned(&catalogue(), &asked).unwrap();
    let trouble = planned.answer.trouble.clone().unwrap_or_else(|| panic!("no trouble"));
    assert_eq!(trouble.id, id, "{}", trouble.sentence);
    let better = better_than(&catalogue(), &asked, &planned).unwrap();
    assert_eq!(better.gentler, None, "one way out is enough");
    let remedy = better.remedy.unwrap_or_else(|| panic!("no way out of {}", trouble.sentence));
    let same = remedy.method == asked.method;
    let mended = PlanRequest {
        medium_c: remedy.medium_c.or(asked.medium_c.filter(|_| same)),
        school: remedy.school.or(asked.school.filter(|_| same)),
        variant: remedy.variant.clone().or(asked.variant.clone().filter(|_| same)),
        coating: asked.coating.clone().filter(|_| same),
        turn_s: None,
        method: remedy.method.clone(),
        ..asked.clone()
    };
    let answer = solve(&mended);
    assert_eq!(answer.trouble, None, "{}", remedy.sentence);
    assert!((answer.pull_s - remedy.pull_s).abs() < 0.2, "{} {}", answer.pull_s, remedy.pull_s);
    // While it is dragged the trouble is told, too.
    let dragged = solve(&PlanRequest { brief: Some(true), ..asked });
    assert!(dragged.trouble.is_some_and(|t| t.id == id));
}

/// Over a spread of kinds, cuts and methods every plan of a method that suits is without trouble, or
/// says what is wrong and how it is mended.
#[test]
fn no_bad_plan_is_offered_silently() {
    let catalogue = catalogue();
    let mut bad = Vec::new();
    for species in catalogue.species.iter().step_by(5) {
        for usual in &species.cuts {
            for method in &catalogue.methods {
                let piece = (species.id.as_str(), usual.cut.as_str(), usual.thickness_mm);
                let asked = request(piece, &method.id, &species.usual_doneness);
                let answer = solve(&PlanRequest { brief: Some(true), ..asked.clone() });
                let label = format!("{} {} {}", method.id, species.id, usual.cut);
                let quality = &answer.quality;
                let is_bad = quality.browning > 5.0 || quality.tear_risk.is_some_and(|r| r > 0.5);
                assert!(!is_bad || answer.trouble.is_some(), "{label} says nothing");
                if answer.trouble.is_some() {
                    bad.push(label);
                }
            }
        }
    }
    assert!(bad.len() <= 50, "{}: {bad:?}", bad.len());
}

/// Cues tell the piece as it is taken off, by how far it is cooked then, not as it will be eaten.
#[test]
fn cues_at_the_pull_are_those_of_the_pull() {
    let out = |r: &PlanRequest| solve(r).steps.last().unwrap().cue.clone();
    let seared = request(("hake", "loin", 28.0), "sear", "medium");
    assert!(out(&seared).contains("a little grip and is lukewarm"), "{}", out(&seared));
    // Eaten at once it has to be done as it comes off.
    let at_once = PlanRequest { rest_s: Some(0.0), ..seared };
    assert!(out(&at_once).contains("warm to hot on the lip"), "{}", out(&at_once));
    let whole = request(("sea_bass", "whole_round", 40.0), "roast", "just_done");
    assert!(out(&whole).contains("just holds"), "{}", out(&whole));
    let through = request(("sea_bass", "whole_round", 40.0), "roast", "by_the_book");
    assert!(out(&through).contains("free with a nudge"), "{}", out(&through));
}

/// Every caution that matters for safety is a chip of a few words, and none is told twice.
#[test]
fn cautions_are_chips() {
    let answer = solve(&request(("hake", "loin", 28.0), "sear", "medium"));
    let names: Vec<&str> = answer.safety.chips.iter().map(|c| c.name.as_str()).collect();
    assert_eq!(names, ["Freeze first: worms", "Below 63\u{a0}°C", "Spits"]);
    for method in &catalogue().methods {
        for piece in [("mackerel", "whole_round", 40.0), ("pike", "fillet", 22.0)] {
            let safety = solve(&request(piece, &method.id, "medium")).safety;
            let mut names: Vec<&String> = safety.chips.iter().map(|c| &c.name).collect();
            assert!(names.iter().all(|n| n.split(' ').count() <= 3), "{names:?}");
            assert!(
                safety.chips.iter().all(|c| c.texts.iter().all(|t| safety.cautions.contains(t)))
            );
            names.sort();
            names.dedup();
            assert_eq!(names.len(), safety.chips.len(), "{}", method.id);
        }
    }
}

/// The oven after the pan takes its own heat and its own start: hotter or sooner is done sooner, and the
/// piece is turned on its way there.
#[test]
fn second_heat_is_the_cooks() {
    let base = request(("cod", "loin", 32.0), "pan_roast", "medium");
    let usual = solve(&base);
    let with = |second_c: Option<f64>, second_s: Option<f64>| {
        solve(&PlanRequest { second_c, second_s, ..base.clone() })
    };
    assert!((usual.flip_s.unwrap() - 150.0).abs() < 0.1);
    let same = with(Some(185.0), Some(150.0));
    assert!((same.pull_s - usual.pull_s).abs() < 1e-9, "what is usual changes nothing");
    let hotter = with(Some(230.0), None);
    assert!(hotter.pull_s < usual.pull_s - 10.0, "{} {}", hotter.pull_s, usual.pull_s);
    let later = with(None, Some(300.0));
    assert!((later.flip_s.unwrap() - 300.0).abs() < 0.1);
    assert!(
        later.steps.iter().any(|s| s.title.contains("oven") && (s.start_s - 300.0).abs() < 1.0)
    );
    let refused = plan(&catalogue(), &PlanRequest { second_c: Some(300.0), ..base.clone() });
    assert_eq!(refused.unwrap_err()[0].field, "second_c");
    let one_heat =
        PlanRequest { second_s: Some(60.0), ..request(("cod", "loin", 32.0), "sear", "medium") };
    assert_eq!(plan(&catalogue(), &one_heat).unwrap_err()[0].field, "second_s");
}
