//! Before the heat: legal orders, amounts by hand, what to take instead.

#![expect(clippy::unwrap_used, reason = "a helper that cannot work should stop its test")]

use std::collections::{BTreeMap, BTreeSet};

use cindo_core::ask::instead::{InsteadRequest, instead};
use cindo_core::catalogue::Catalogue;
use cindo_core::piece::Freshness;
use cindo_core::piece::Piece;
use cindo_core::plan::plan;
use cindo_core::prep::salt::{SaltChoice, SaltVerdict};
use cindo_core::prep::thaw::Thaw;
use cindo_core::prep::{PrepAnswer, PrepChoices, PrepRequest, PrepStep, prepare};
use cindo_core::setup::{Doneness, PlanRequest};
use proptest::prelude::*;

fn asked(method: &str, species: &str, cut: &str, thickness_mm: f64) -> PlanRequest {
    PlanRequest {
        piece: Piece {
            species: species.into(),
            cut: cut.into(),
            thickness_mm,
            start_c: 5.0,
            count: Some(2),
            ..Piece::default()
        },
        method: method.into(),
        doneness: Doneness::Band("by_the_book".into()),
        ..PlanRequest::default()
    }
}

fn prepared(request: &PrepRequest) -> PrepAnswer {
    let catalogue = Catalogue::embedded().unwrap();
    prepare(&catalogue, request).unwrap_or_else(|e| panic!("{request:?}: {e:?}"))
}

fn at<'a>(answer: &'a PrepAnswer, id: &str) -> Option<&'a PrepStep> {
    answer.steps.iter().find(|s| s.id == id)
}

/// What must hold of every order of steps.
fn assert_legal(answer: &PrepAnswer, what: &str) {
    // Starts are rounded to the second.
    const SLACK_S: f64 = 2.0;
    let steps = &answer.steps;
    assert!(steps.windows(2).all(|w| w[0].starts_before_s >= w[1].starts_before_s), "{what}");
    for step in steps {
        assert!(step.ends_before_s >= -SLACK_S, "{what}: {} ends in the heat", step.id);
        assert!(!step.title.contains('{') && !step.detail.contains('{'), "{what}: {step:?}");
        let length = step.hands_on_s + step.wait_s;
        assert!((step.starts_before_s - step.ends_before_s - length).abs() < SLACK_S, "{what}");
        for before in &step.after {
            let before = at(answer, before).unwrap();
            assert!(
                before.ends_before_s >= step.starts_before_s - SLACK_S,
                "{what}: {} starts before {} is done",
                step.id,
                before.id
            );
        }
    }
    // Nothing lies longer than it keeps before what follows it (or the heat).
    for step in steps {
        let followers = steps.iter().filter(|s| s.after.contains(&step.id));
        let next = followers.map(|s| s.starts_before_s).fold(0.0, f64::max);
        let lies_s = step.ends_before_s - next;
        assert!(lies_s <= step.keeps_s + SLACK_S, "{what}: {} lies {lies_s} s", step.id);
    }
    // One pair of hands; only a touch of half a minute comes in between.
    let long: Vec<&PrepStep> = steps.iter().filter(|s| s.hands_on_s > 30.0).collect();
    for (i, a) in long.iter().enumerate() {
        for b in &long[i + 1..] {
            let a_ends = a.starts_before_s - a.hands_on_s;
            assert!(a_ends >= b.starts_before_s - SLACK_S, "{what}: {} and {} at once", a.id, b.id);
        }
    }
    // Common practice: what wets the fish comes before the last drying, and nothing wet after it.
    let dry = at(answer, "dry").or_else(|| at(answer, "scrape_dry"));
    if let Some(dry) = dry {
        for wet in ["thaw", "cavity", "salt", "salt_rinse", "marinade", "scale"] {
            if let Some(wet) = at(answer, wet) {
                assert!(wet.ends_before_s >= dry.starts_before_s - SLACK_S, "{what}: {}", wet.id);
            }
        }
    }
    // Common practice: the oil is hot before soda or gas goes into the batter.
    if let (Some(mixed), Some(heat)) = (at(answer, "mix_late"), at(answer, "preheat")) {
        assert!(heat.ends_before_s >= mixed.starts_before_s - SLACK_S, "{what}: batter too soon");
        assert!(mixed.ends_before_s <= mixed.keeps_s + SLACK_S, "{what}: batter stands");
    }
    if let (Some(salt), Some(rinse)) = (at(answer, "salt"), at(answer, "salt_rinse")) {
        assert!(salt.ends_before_s >= rinse.starts_before_s - SLACK_S, "{what}");
    }
}

/// Every method with every coat that suits it, bare of choices.
#[test]
fn every_method_and_coat_has_a_legal_order() {
    let catalogue = Catalogue::embedded().unwrap();
    let mut seen = BTreeSet::new();
    for method in &catalogue.methods {
        for coat in &method.coats {
            for (cut, thickness_mm) in [("loin", 25.0), ("whole_round", 40.0)] {
                let plan = PlanRequest {
                    coating: Some(coat.clone()),
                    ..asked(&method.id, "sea_bass", cut, thickness_mm)
                };
                let answer = prepare(&catalogue, &PrepRequest { plan, ..PrepRequest::default() });
                // A doneness out of reach is no question of order.
                let Ok(answer) = answer else { continue };
                assert_legal(&answer, &format!("{} {coat} {cut}", method.id));
                seen.extend(answer.steps.iter().map(|s| s.id.clone()));
            }
        }
    }
    for id in ["dry", "salt_rinse", "mix_late", "stock", "pack_salt", "dredge", "lay_on", "wrap"] {
        assert!(seen.contains(id), "no method ever comes to {id}");
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(96))]

    /// Any method with any choices: legal, or an error that names its field.
    #[test]
    fn every_order_is_legal(
        method in 0usize..21,
        species in 0usize..40,
        school in 0usize..8,
        sides in proptest::collection::vec(0usize..3, 10),
        frozen in any::<bool>(),
        chips in 0u32..3,
        sauce in any::<bool>(),
        count in 1u32..13,
    ) {
        let catalogue = Catalogue::embedded().unwrap();
        let method = &catalogue.methods[method % catalogue.methods.len()];
        let species = &catalogue.species[species % catalogue.species.len()];
        let cut = &species.cuts[0];
        let mut plan = asked(&method.id, &species.id, &cut.cut, cut.thickness_mm);
        plan.piece.count = Some(count);
        let taken: BTreeMap<String, String> = catalogue
            .disputes
            .iter()
            .zip(&sides)
            .map(|(d, side)| (d.id.clone(), d.options[side % d.options.len()].id.clone()))
            .collect();
        let request = PrepRequest {
            plan, choices: PrepChoices {
            salt: SaltChoice {
                salting: Some(catalogue.saltings[school].id.clone()),
                ..SaltChoice::default()
            },
            thaw: frozen.then(Thaw::default),
            mixtures: Vec::new(),
            sides: taken,
            guests: None,
            chips: Some(chips),
            sauce: Some(sauce),
            },
        };
        match prepare(&catalogue, &request) {
            Ok(answer) => assert_legal(&answer, &format!("{} {}", method.id, species.id)),
            Err(errors) => prop_assert!(errors.iter().all(|e| !e.field.is_empty())),
        }
    }
}

fn total_g(answer: &PrepAnswer, id: &str) -> f64 {
    answer.amounts.iter().find(|a| a.id == id).unwrap_or_else(|| panic!("no {id}")).total_g
}

/// By hand: a loin of 100 × 70 × 25 mm that fills 85 % of its box weighs about 157 g. As a block of the
/// same volume it is 85 mm long: 2 · 59.5 + 2 · (70 + 85) mm · 25 mm = 196.5 cm² of faces. A dusting of
/// flour on two of them, at its density, and what stays on the plate.
#[test]
fn coats_follow_from_the_faces() {
    let catalogue = Catalogue::embedded().unwrap();
    let mut plan = asked("deep_fry", "cod", "loin", 25.0);
    plan.piece.width_mm = Some(70.0);
    plan.piece.weight_g = Some(157.0);
    plan.coating = Some("flour".into());
    let flour = |plan: &PlanRequest| {
        total_g(
            &prepared(&PrepRequest { plan: plan.clone(), ..PrepRequest::default() }),
            "seasoned_flour",
        )
    };
    let (coat, mixture) =
        (catalogue.coating("flour").unwrap(), catalogue.mixture("seasoned_flour").unwrap());
    let by_hand = 2.0 * 196.5 * 0.1 * coat.thickness_mm * mixture.g_ml * (1.0 + mixture.spare);
    assert!((flour(&plan) - by_hand).abs() <= 1.0, "{} g, {by_hand} by hand", flour(&plan));
    let mut thinner = plan.clone();
    thinner.piece.thickness_mm = 15.0;
    assert!(flour(&thinner) > by_hand * 1.2, "the same weight cut thinner has more face");
}

/// Common practice: batter as mixed, deep enough to dip, 0.8 to 1.0 g per g of fish (±30 %); a nut or
/// crumb crust 50 to 60 g a portion (of some 170 g); milk covers a plate, 60 to 100 ml.
#[test]
fn what_is_dipped_into_is_deep_enough() {
    let part = |method: &str, coat: &str, id: &str, count: u32, part: Option<&str>| {
        let mut plan = asked(method, "cod", "loin", 25.0);
        plan.piece.count = Some(count);
        plan.piece.weight_g = Some(170.0);
        plan.coating = Some(coat.into());
        let answer = prepared(&PrepRequest { plan, ..PrepRequest::default() });
        let amount = answer.amounts.into_iter().find(|a| a.id == id).unwrap();
        part.map_or(amount.total_g, |name| {
            amount
                .parts
                .iter()
                .find(|p| p.name == name)
                .unwrap_or_else(|| panic!("{amount:?}"))
                .grams
        })
    };
    for (coat, id) in [("beer_batter", "beer_plain"), ("airy_batter", "soda_lemon")] {
        let grams = part("deep_fry", coat, id, 4, None) / 680.0;
        assert!((0.8 * 0.7..1.0 * 1.3).contains(&grams), "{coat}: {grams} g per g");
    }
    let nuts = part("rare_sear", "nut_crust", "nut_crust", 4, None) / 4.0;
    assert!((50.0..=60.0).contains(&nuts), "{nuts} g a portion");
    let crumbs = part("deep_fry", "crumb", "crumb", 4, None) / 4.0;
    assert!((50.0..=60.0).contains(&crumbs), "{crumbs} g a portion");
    let milk = part("saute", "milk_flour", "milk_and_flour", 2, Some("milk"));
    assert!((60.0..=105.0).contains(&milk), "{milk} g of milk");
}

/// By hand: the poaching liquid to half the height of two 25 mm loins in a pan of 27 cm:
/// 572.6 cm² · 1.25 cm = 716 ml less half of the fish.
#[test]
fn shallow_stock_reaches_half_way_up() {
    let mut plan = asked("shallow_poach", "cod", "loin", 25.0);
    plan.gear = Some(vec!["lidded_pan_30".into()]);
    let answer = prepared(&PrepRequest { plan, ..PrepRequest::default() });
    let vessel = answer.vessel.as_ref().unwrap();
    let fish_ml = 2.0 * 180.0 / 1.06;
    assert!((vessel.litres * 1000.0 - (716.0 - fish_ml / 2.0)).abs() < 25.0, "{vessel:?}");
    assert!(vessel.before_mm < vessel.after_mm && vessel.after_mm < vessel.limit_mm);
    assert!(answer.steps.iter().any(|s| s.id == "stock"));
}

/// Common practice: 4 to 8 cups of coarse salt to 8 whites for a whole fish.
#[test]
fn salt_crust_is_near_what_cooks_take() {
    let mut plan = asked("salt_bake", "sea_bass", "whole_round", 45.0);
    plan.piece.count = Some(1);
    let answer = prepared(&PrepRequest { plan, ..PrepRequest::default() });
    let crust = answer.amounts.iter().find(|a| a.id == "salt_crust").unwrap();
    let salt_g = crust.parts.iter().find(|p| p.name == "coarse salt").unwrap().grams;
    assert!((4.0 * 250.0 * 0.6..8.0 * 250.0 * 1.2).contains(&salt_g), "{salt_g} g");
    assert!(answer.salt.is_none(), "the crust salts it");
    assert!(answer.allergens.contains(&"egg".to_owned()));
}

#[test]
fn sauce_and_butter_scale_and_guests_at_risk_get_none() {
    let plan = asked("sear", "cod", "loin", 25.0);
    let sides = BTreeMap::from([("skin_fat".to_owned(), "butter".to_owned())]);
    let mut request = PrepRequest {
        plan,
        choices: PrepChoices {
            sauce: Some(true),
            guests: Some(6),
            sides,
            ..PrepChoices::default()
        },
    };
    let answer = prepared(&request);
    // By hand: 6 × 50 g and a tenth more; 66 of 100 parts are clarified butter. Common practice: 60 to
    // 85 g of it a yolk of 18 g.
    assert!((total_g(&answer, "butter_sauce") - 330.0).abs() < 1.0);
    let sauce = answer.amounts.iter().find(|a| a.id == "butter_sauce").unwrap();
    let part = |name: &str| sauce.parts.iter().find(|p| p.name == name).unwrap().grams;
    let per_yolk = part("clarified butter") / (part("egg yolk") / 18.0);
    assert!((60.0..85.0).contains(&per_yolk), "{per_yolk}");
    // Common practice: some 35 g of fat in a 25 cm pan; butter yields three quarters.
    let butter = total_g(&answer, "pan_butter");
    assert!((25.0..60.0).contains(&butter), "{butter}");
    request.plan.at_risk = Some(true);
    let catalogue = Catalogue::embedded().unwrap();
    let errors = prepare(&catalogue, &request).unwrap_err();
    assert_eq!(errors[0].field, "choices.sauce");
}

#[test]
fn frozen_fish_starts_with_its_thawing() {
    let plan = asked("sear", "cod", "loin", 25.0);
    let request = PrepRequest {
        plan,
        choices: PrepChoices { thaw: Some(Thaw::default()), ..PrepChoices::default() },
    };
    let answer = prepared(&request);
    let thaw = at(&answer, "thaw").unwrap();
    assert!(thaw.wait_s > 8.0 * 3600.0 && answer.lead_s >= thaw.starts_before_s);
    assert!(answer.cautions.iter().any(|c| c.contains("vacuum pack")));
    assert!(answer.first_lines.first().is_some_and(|l| l.title == "Thaw it"));
    // Planned as frozen hard, but thawed first: it cooks like thawed fish.
    let mut hard = request.clone();
    hard.plan.piece.start_c = -18.0;
    assert!((prepared(&hard).pull_s - answer.pull_s).abs() < 1.0);
}

#[test]
fn wrong_wishes_are_named_with_their_place() {
    let catalogue = Catalogue::embedded().unwrap();
    let request = PrepRequest {
        plan: PlanRequest { method: "boil".into(), ..asked("sear", "cod", "loin", 25.0) },
        choices: PrepChoices {
            mixtures: vec!["glue".into()],
            sides: BTreeMap::from([("scales".into(), "half".into()), ("hats".into(), "on".into())]),
            guests: Some(0),
            ..PrepChoices::default()
        },
    };
    let mut fields: Vec<String> =
        prepare(&catalogue, &request).unwrap_err().into_iter().map(|e| e.field).collect();
    fields.sort();
    assert_eq!(
        fields,
        [
            "choices.guests",
            "choices.mixtures.0",
            "choices.sides.hats",
            "choices.sides.scales",
            "plan.method",
        ]
    );
}

#[test]
fn instead_offers_what_behaves_alike() {
    let catalogue = Catalogue::embedded().unwrap();
    let plan = PlanRequest {
        doneness: Doneness::Band("medium".into()),
        ..asked("sear", "cod", "loin", 32.0)
    };
    let answer = instead(&catalogue, &InsteadRequest { plan: plan.clone() }).unwrap();
    assert!(answer.kinds.len() >= 3, "{answer:?}");
    assert!(answer.kinds.windows(2).all(|w| w[0].alike >= w[1].alike));
    // Common practice: for cod, hake, haddock, ling or pollock.
    let first: Vec<&str> = answer.kinds.iter().take(4).map(|k| k.species.as_str()).collect();
    for id in &first {
        assert!(["hake", "haddock", "ling", "pollock"].contains(id), "{first:?}");
    }
    for kind in &answer.kinds {
        let own = cindo_core::plan::plan(&catalogue, &kind.plan).unwrap();
        assert!((own.pull_s - kind.pull_s).abs() < 0.06 * own.pull_s + 3.0, "{}", kind.species);
        assert!(!kind.changes.is_empty(), "{}", kind.species);
    }
}

/// What was seen at the counter stays with the piece and governs its plans.
#[test]
fn a_verdict_governs_the_plan() {
    let catalogue = Catalogue::embedded().unwrap();
    let mut request = PlanRequest {
        doneness: Doneness::Band("medium".into()),
        ..asked("sear", "cod", "loin", 25.0)
    };
    request.piece.freshness = Some(Freshness::CookThrough);
    let through = plan(&catalogue, &request).unwrap();
    assert!(through.safety.reaches_63c_15s && through.core_peak_c >= 63.0);
    request.piece.freshness = Some(Freshness::CookToday);
    assert!(plan(&catalogue, &request).unwrap().core_peak_c < 58.0);
    request.piece.freshness = Some(Freshness::LeaveIt);
    let errors = plan(&catalogue, &request).unwrap_err();
    assert_eq!(errors[0].field, "piece.freshness");
}

fn steps_of(answer: &PrepAnswer) -> Vec<&str> {
    answer.steps.iter().map(|s| s.id.as_str()).collect()
}

/// Common practice, each once planned as a cook would laugh at: monkfish has no pin bones and small chunks
/// take little salt; a fillet in spice paste is salted for minutes and never wiped afterwards; a fish that
/// roasts upright keeps its scales, its sides and its juices; a braise begins in a hot pan.
#[test]
fn prep_is_what_a_cook_would_do() {
    let prep = |plan: PlanRequest| prepared(&PrepRequest { plan, ..PrepRequest::default() });
    let monkfish = prep(asked("grill", "monkfish", "chunk", 30.0));
    assert!(!steps_of(&monkfish).contains(&"pin_bones"));
    assert_eq!(monkfish.salt.as_ref().unwrap().verdict, SaltVerdict::JustRight);
    assert!(steps_of(&prep(asked("grill", "cod", "loin", 30.0))).contains(&"pin_bones"));

    let mut paste = asked("gentle_pan", "halibut", "fillet", 15.0);
    paste.coating = Some("spice_paste".into());
    let paste = prep(paste);
    let salt = paste.salt.as_ref().unwrap();
    assert!((3.0..=4.0).contains(&salt.minutes), "{} min", salt.minutes);
    let order = steps_of(&paste);
    let at =
        |id: &str| order.iter().position(|s| *s == id).unwrap_or_else(|| panic!("{id}: {order:?}"));
    assert!(at("dry") < at("salt_late") && at("salt_late") < at("rub_on"), "{order:?}");
    assert!(!order.contains(&"marinade"), "{order:?}");

    let mut upright = asked("roast", "sea_bass", "whole_round", 40.0);
    upright.variant = Some("upright".into());
    upright.piece.count = Some(1);
    let upright = prep(upright);
    assert!(!steps_of(&upright).iter().any(|s| ["scale", "slits"].contains(s)));
    assert!(upright.salt.as_ref().unwrap().salt_g < 3.0, "hardly any");
    let lying = prep(asked("roast", "sea_bass", "whole_round", 40.0));
    assert!(steps_of(&lying).contains(&"scale") && steps_of(&lying).contains(&"slits"));

    let braise = prep(asked("braise", "hake", "steak", 30.0));
    let heat = braise.steps.iter().find(|s| s.id == "preheat").unwrap();
    assert!(heat.title.contains("pan") && heat.detail.contains("185"), "{heat:?}");
}
