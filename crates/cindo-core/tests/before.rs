//! Properties of what comes before the heat, for any piece: cold, salt, amounts, yields, substitutes; and
//! that its data hangs together.

#![expect(clippy::unwrap_used, reason = "a helper that cannot work should stop its test")]

use std::collections::HashSet;

use cindo_core::ask::instead::{InsteadRequest, instead};
use cindo_core::catalogue::SaltKind;
use cindo_core::catalogue::State;
use cindo_core::catalogue::Use;
use cindo_core::catalogue::{Catalogue, Group};
use cindo_core::piece::Piece;
use cindo_core::prep::freeze::{FreezeRequest, FreezerKind, freeze};
use cindo_core::prep::salt::{SaltAnswer, SaltChoice, SaltRequest, salt};
use cindo_core::prep::thaw::{Thaw, ThawPlace, ThawRequest, thaw};
use cindo_core::prep::yields::{BuyRequest, buy};
use cindo_core::prep::{PrepAnswer, PrepChoices, PrepRequest, prepare};
use cindo_core::setup::{Doneness, PlanRequest};
use proptest::prelude::*;
use rstest::rstest;

fn catalogue() -> Catalogue {
    Catalogue::embedded().unwrap()
}

fn piece(species: &str, cut: &str, thickness_mm: f64) -> Piece {
    Piece {
        species: species.into(),
        cut: cut.into(),
        thickness_mm,
        start_c: 4.0,
        ..Piece::default()
    }
}

fn thawed_s(piece: Piece, place: ThawPlace, place_c: f64, from_c: f64) -> f64 {
    let how = Thaw { place, place_c: Some(place_c), from_c: Some(from_c), ..Thaw::default() };
    thaw(&catalogue(), &ThawRequest { piece, thaw: how }).unwrap().through_s
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(40))]

    /// Thicker, colder to begin with or in a colder place: it takes longer.
    #[test]
    fn thawing_goes_the_way_of_heat(
        mm in 8.0..60.0f64,
        more_mm in 3.0..20.0f64,
        place_c in 2.5..4.0f64,
        from_c in -30.0..-8.0f64,
        fat in any::<bool>(),
    ) {
        let species = if fat { "mackerel" } else { "cod" };
        let of = |mm: f64, place_c: f64, from_c: f64| {
            thawed_s(piece(species, "fillet", mm), ThawPlace::Fridge, place_c, from_c)
        };
        let base = of(mm, place_c, from_c);
        prop_assert!(of(mm + more_mm, place_c, from_c) > base);
        prop_assert!(of(mm, place_c + 1.0, from_c) < base);
        prop_assert!(of(mm, place_c, from_c - 8.0) > base);
        let water = thawed_s(piece(species, "fillet", mm), ThawPlace::ColdWater, 10.0, from_c);
        prop_assert!(water < 0.5 * base, "water {water}, fridge {base}");
    }

    /// The middle ends where the freezer is, and a colder or blown one is faster.
    #[test]
    fn freezing_goes_the_way_of_heat(
        mm in 8.0..60.0f64,
        freezer_c in -40.0..-23.0f64,
    ) {
        let of = |freezer: FreezerKind, freezer_c: f64| {
            let request = FreezeRequest {
                piece: piece("hake", "loin", mm),
                freezer,
                freezer_c,
                ..FreezeRequest::default()
            };
            freeze(&catalogue(), &request).unwrap()
        };
        let still = of(FreezerKind::Still, freezer_c);
        prop_assert!((still.coldest_c - freezer_c).abs() < 0.3);
        prop_assert!(still.series.core_c.windows(2).all(|w| w[1] <= w[0] + 0.05), "only falls");
        let through = still.through_s.unwrap();
        prop_assert!(of(FreezerKind::Blast, freezer_c).through_s.unwrap() < through);
        prop_assert!(of(FreezerKind::Still, freezer_c - 5.0).through_s.unwrap() < through);
        prop_assert!(still.safe_s.unwrap() > through);
    }

    /// Salt is neither made nor lost, and never stronger than saturated brine.
    #[test]
    fn salt_keeps_its_books(
        school in 0usize..8,
        mm in 8.0..60.0f64,
        share in 0.0..1.0f64,
        percent in 0.5..4.0f64,
        skin in any::<bool>(),
        whole in any::<bool>(),
    ) {
        let catalogue = catalogue();
        let school = &catalogue.saltings[school];
        let cut = if whole || school.whole_only { "whole_round" } else { "loin" };
        let minutes = school.range_min[0] + share * (school.range_min[1] - school.range_min[0]);
        let choice = SaltChoice {
            salting: Some(school.id.clone()),
            minutes: Some(minutes),
            percent: Some(percent),
            rinse: Some(false),
            rest_min: None,
        };
        let piece = Piece { skin, ..piece("cod", cut, mm) };
        let of = |choice: &SaltChoice| {
            salt(&catalogue, &SaltRequest { piece: piece.clone(), salt: choice.clone() }).unwrap()
        };
        let plain = of(&choice);
        prop_assert!(plain.mean_percent >= 0.0);
        prop_assert!(plain.salt_percent.iter().all(|p| (-1e-9..=30.0).contains(p)));
        let weight_g = piece.weight_g.unwrap_or(catalogue.cut(cut).unwrap().usual_weight_g);
        match school.kind {
            SaltKind::Dry => {
                // What went in and what lies on it are what was strewn.
                let eaten_g = plain.eaten_percent * weight_g / 100.0;
                prop_assert!((eaten_g - plain.salt_g).abs() < 0.01 * plain.salt_g + 0.1, "{eaten_g} of {}", plain.salt_g);
            }
            SaltKind::Brine | SaltKind::Equilibrium => {
                prop_assert!(plain.left_on_g == 0.0);
                prop_assert!(plain.mean_percent * weight_g / 100.0 <= plain.salt_g + 0.1);
            }
        }
        let rested = of(&SaltChoice { rest_min: Some(240.0), ..choice.clone() });
        prop_assert!((rested.mean_percent - plain.mean_percent).abs() < 0.02, "rest takes nothing");
        prop_assert!(spread(&rested) <= spread(&plain) + 1e-6, "rest evens out");
        let rinsed = of(&SaltChoice { rinse: Some(true), ..choice });
        prop_assert!(rinsed.eaten_percent <= plain.eaten_percent + 0.01);
    }

    /// Guests to weight and back never loses a portion.
    #[test]
    fn weight_to_buy_feeds_the_guests(
        species in 0usize..50,
        guests in 1u32..60,
        portion_g in 60.0..300.0f64,
        served in 0usize..4,
    ) {
        let catalogue = catalogue();
        let species = &catalogue.species[species % catalogue.species.len()];
        let served = [State::Filleted, State::Skinned, State::Steaks, State::Gutted][served];
        let ask = |whole_g: Option<f64>| {
            let request =
                BuyRequest { species: species.id.clone(), guests, portion_g, served, whole_g };
            buy(&catalogue, &request).unwrap()
        };
        let answer = ask(None);
        let whole = answer.buy.last().unwrap();
        prop_assert_eq!(whole.state, State::Whole);
        prop_assert!(answer.buy.windows(2).all(|w| w[0].buy_g <= w[1].buy_g));
        if whole.buy_g <= 50_000.0 {
            prop_assert!(ask(Some(whole.buy_g)).portions.unwrap() >= guests);
        }
    }
}

fn spread(answer: &SaltAnswer) -> f64 {
    let most = answer.salt_percent.iter().copied().fold(f64::MIN, f64::max);
    most - answer.salt_percent.iter().copied().fold(f64::MAX, f64::min)
}

fn prepared(method: &str, coating: Option<&str>, cut: &str, count: u32) -> Option<PrepAnswer> {
    let plan = PlanRequest {
        piece: Piece { count: Some(count), ..piece("sea_bass", cut, 22.0) },
        method: method.into(),
        doneness: Doneness::Core(56.0),
        coating: coating.map(str::to_owned),
        ..PlanRequest::default()
    };
    prepare(
        &catalogue(),
        &PrepRequest {
            plan,
            choices: PrepChoices { chips: Some(count), ..PrepChoices::default() },
        },
    )
    .ok()
}

/// Every coat of every method: parts add up to the whole, and what goes on fish follows the pieces.
#[test]
fn amounts_add_up_and_follow_the_pieces() {
    let catalogue = catalogue();
    let mut seen = HashSet::new();
    for method in &catalogue.methods {
        for coat in &method.coats {
            let (Some(two), Some(four)) = (
                prepared(&method.id, Some(coat), "fillet", 2),
                prepared(&method.id, Some(coat), "fillet", 4),
            ) else {
                continue;
            };
            for amount in &two.amounts {
                let sum: f64 = amount.parts.iter().map(|p| p.grams).sum();
                // Each part is rounded for a kitchen's scales.
                let rounding: f64 = amount.parts.iter().map(|_| 2.5).sum();
                assert!((sum - amount.total_g).abs() <= 5.0 + rounding, "{} {sum}", amount.id);
                assert!(amount.total_g > 0.0 && !amount.why.is_empty(), "{}", amount.id);
                seen.insert(amount.id.clone());
                let mixture = catalogue.mixture(&amount.id);
                // The least that covers a plate is the same for two and for four.
                let on_fish = mixture
                    .is_some_and(|m| m.purpose != Use::Stock && amount.total_g > m.least_g + 5.0);
                if on_fish || amount.id == "chips" {
                    let double = four.amounts.iter().find(|a| a.id == amount.id).unwrap();
                    let ratio = double.total_g / amount.total_g;
                    assert!((ratio - 2.0).abs() < 0.25, "{}: {ratio}", amount.id);
                }
            }
            assert!(two.allergens.first().is_some_and(|a| a == "fish"), "{}", method.id);
        }
    }
    for id in ["seasoned_flour", "crumb", "herb_crust", "glaze", "wine_stock", "pan_oil", "chips"] {
        assert!(seen.contains(id), "no method ever asks for {id}");
    }
}

/// Whatever is taken instead is another kind, in the same cut, and not one that guests at risk must not
/// have.
#[rstest]
#[case("cod", "loin", 30.0, Group::LeanFlaky)]
#[case("salmon", "fillet", 28.0, Group::Oily)]
#[case("plaice", "fillet", 12.0, Group::DelicateFlat)]
#[case("halibut", "steak", 30.0, Group::Dense)]
fn substitutes_behave_alike(
    #[case] species: &str,
    #[case] cut: &str,
    #[case] mm: f64,
    #[case] group: Group,
) {
    let catalogue = catalogue();
    let plan = PlanRequest {
        piece: piece(species, cut, mm),
        method: "roast".into(),
        doneness: Doneness::Band("by_the_book".into()),
        at_risk: Some(true),
        ..PlanRequest::default()
    };
    let answer = instead(&catalogue, &InsteadRequest { plan }).unwrap();
    assert!(!answer.kinds.is_empty(), "{species}");
    assert_eq!(catalogue.species(&answer.kinds[0].species).unwrap().group, group, "first choice");
    for kind in &answer.kinds {
        let other = catalogue.species(&kind.species).unwrap();
        assert!(other.id != species && !other.mercury && !other.ciguatera, "{}", other.id);
        assert!(other.cuts.iter().any(|c| c.cut == cut), "{} has no {cut}", other.id);
        assert!((kind.later_s - (kind.pull_s - answer.pull_s)).abs() <= 1.0);
    }
}

/// Ids are unique and lead somewhere; parts add up; every side of a question says why.
#[test]
fn data_before_the_heat_hangs_together() {
    let c = catalogue();
    let unique = |ids: Vec<&str>| {
        let count = ids.len();
        assert_eq!(ids.into_iter().collect::<HashSet<_>>().len(), count);
    };
    unique(c.tasks.iter().map(|t| t.id.as_str()).collect());
    unique(c.mixtures.iter().map(|m| m.id.as_str()).collect());
    unique(c.ingredients.iter().map(|i| i.id.as_str()).collect());
    unique(c.saltings.iter().map(|s| s.id.as_str()).collect());
    unique(c.signs.iter().map(|s| s.id.as_str()).collect());
    for task in &c.tasks {
        for before in &task.after {
            assert!(c.tasks.iter().any(|t| t.id == *before), "{} after {before}", task.id);
        }
        assert!(task.hands_on_s > 0.0 && task.keeps_s > 0.0, "{}", task.id);
        if let Some(option) = &task.when.option {
            let (question, side) = option.split_once(':').unwrap();
            let dispute = c.disputes.iter().find(|d| d.id == question).unwrap();
            assert!(dispute.options.iter().any(|o| o.id == side), "{} {option}", task.id);
        }
        let coats = task.when.coats.iter().flatten();
        assert!(coats.into_iter().all(|id| c.coating(id).is_some()), "{}", task.id);
        let cuts = task.when.cuts.iter().flatten();
        assert!(cuts.into_iter().all(|id| c.cut(id).is_some()), "{}", task.id);
    }
    for mixture in &c.mixtures {
        let sum: f64 = mixture.parts.iter().map(|p| p.parts).sum();
        assert!((sum - 100.0).abs() < 0.5, "{} adds up to {sum}", mixture.id);
        let serves = |id: &String| c.coating(id).is_some() || c.method(id).is_some();
        assert!(mixture.serves.iter().all(serves), "{}", mixture.id);
        assert!(mixture.how.ends_with('.') && mixture.reason.ends_with('.'), "{}", mixture.id);
    }
    for ingredient in &c.ingredients {
        assert!((0.1..1.6).contains(&ingredient.g_ml), "{}", ingredient.id);
        let shares = [ingredient.acid_share, ingredient.salt_share, ingredient.sugar_share];
        assert!(shares.iter().sum::<f64>() <= 1.0, "{}", ingredient.id);
        let used = c.mixtures.iter().flat_map(|m| &m.parts).any(|p| p.ingredient == ingredient.id);
        let beside = c.sides.iter().flat_map(|s| &s.parts).any(|p| p.ingredient == ingredient.id);
        assert!(used || beside, "nothing is made of {}", ingredient.id);
    }
    for dispute in &c.disputes {
        assert!(dispute.options.len() >= 2 && dispute.question.ends_with('?'), "{}", dispute.id);
        assert!(dispute.options.iter().all(|o| o.why.ends_with('.')), "{}", dispute.id);
    }
    for sign in &c.signs {
        assert!(sign.options.windows(2).any(|w| w[0].points > w[1].points), "{}", sign.id);
        for option in sign.options.iter().filter(|o| o.points < 0.0) {
            assert!(option.fault.is_some(), "{} {} has no words", sign.id, option.id);
        }
    }
    for salting in &c.saltings {
        let [low, high] = salting.range_min;
        assert!(
            (low..=high).contains(&salting.usual_min) && !salting.why.is_empty(),
            "{}",
            salting.id
        );
    }
}
