//! How much to buy for so many guests, and what a whole fish gives.

use cindo_heat::bounded::Bounded;
use serde::{Deserialize, Serialize};

use crate::catalogue::{Build, Catalogue, State};
use crate::error::{FieldError, Problems};
use crate::piece::KIND;

/// How much to buy.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct BuyRequest {
    /// Id of the kind of fish.
    pub species: String,
    /// Guests, 1 to 500.
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 500))]
    pub guests: u32,
    /// Portion as it goes into the pan, g, 30 to 1000.
    #[cfg_attr(feature = "schema", schema(minimum = 30, maximum = 1000))]
    pub portion_g: f64,
    /// What the portion is cut to.
    pub served: State,
    /// Weight of a whole fish at hand, g, 20 to 50 000: how many portions it gives.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = 20, maximum = 50_000))]
    pub whole_g: Option<f64>,
}

/// Weight to buy in one state.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct BuyAs {
    /// State.
    pub state: State,
    /// Its name in a sentence.
    pub name: String,
    /// Weight to buy, g.
    pub buy_g: f64,
}

/// A part of a whole fish and what to do with it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FishPart {
    /// Name.
    pub name: String,
    /// Weight, g.
    pub grams: f64,
    /// What to do with it.
    pub advice: String,
}

/// How much to buy, and what a fish gives.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct BuyAnswer {
    /// Fish on the board, g.
    pub needed_g: f64,
    /// The same bought in each state, from the most finished.
    pub buy: Vec<BuyAs>,
    /// Portions that the whole fish gives.
    pub portions: Option<u32>,
    /// What becomes of it (of the whole weight to buy, where no fish is at hand).
    pub parts: Vec<FishPart>,
    /// Where the shares come from.
    pub source: String,
}

const STATES: [(State, &str); 6] = [
    (State::Skinned, "fillets without skin"),
    (State::Filleted, "fillets with skin"),
    (State::Steaks, "steaks"),
    (State::Headed, "gutted, without head"),
    (State::Gutted, "gutted, head on"),
    (State::Whole, "whole, as caught"),
];

/// Works out how much to buy.
///
/// # Errors
/// Each field that is wrong, with what is allowed.
pub fn buy(catalogue: &Catalogue, request: &BuyRequest) -> Result<BuyAnswer, Vec<FieldError>> {
    let mut problems = Problems::new();
    let species = problems.named("species", KIND, &request.species, &catalogue.species, |s| &s.id);
    problems.range("guests", f64::from(request.guests), 1.0, 500.0, "guests");
    problems.range("portion_g", request.portion_g, 30.0, 1000.0, "g");
    if let Some(grams) = request.whole_g {
        problems.range("whole_g", grams, 20.0, 50_000.0, "g");
    }
    problems.finish()?;
    let build = species.and_then(|s| catalogue.build(&s.body));
    let Some(build) = build else { return Err(Vec::new()) };
    let needed_g = f64::from(request.guests) * request.portion_g;
    let whole_needed_g = needed_g / build.share(request.served);
    // Only what the portion can still be cut from: nobody makes steaks of fillets.
    let reachable = |state: State| match request.served {
        State::Steaks => !matches!(state, State::Filleted | State::Skinned),
        State::Filleted | State::Skinned => state != State::Steaks,
        State::Whole | State::Gutted | State::Headed => true,
    };
    let buy = STATES
        .iter()
        .filter(|(state, _)| {
            build.share(*state) >= build.share(request.served) - 1e-9 && reachable(*state)
        })
        .map(|(state, name)| BuyAs {
            state: *state,
            name: (*name).to_owned(),
            buy_g: round_up(whole_needed_g * build.share(*state)),
        })
        .collect();
    let portions = request.whole_g.map(|grams| {
        let portions = (grams * build.share(request.served) / request.portion_g + 0.05).floor();
        #[expect(
            clippy::cast_possible_truncation,
            clippy::cast_sign_loss,
            reason = "at most 50 kg over 30\u{a0}g"
        )]
        let portions = portions as u32;
        portions
    });
    Ok(BuyAnswer {
        needed_g: needed_g.round(),
        buy,
        portions,
        parts: parts(build, request.whole_g.unwrap_or(whole_needed_g), request.served),
        source: "Conversion factors of EU fisheries law (Regulation 404/2011) and FAO Fisheries Technical Paper 309, rounded by build. Fish differ by season and size: expect a tenth either way.".to_owned(),
    })
}

/// To the next 10 g, 50 g above a kilo: nobody runs short for a crumb.
fn round_up(grams: f64) -> f64 {
    let step = if grams < 1000.0 { 10.0 } else { 50.0 };
    (grams / step - 1e-9).ceil() * step
}

fn parts(build: &Build, whole_g: f64, served: State) -> Vec<FishPart> {
    let mut list = Vec::new();
    let mut add = |name: &str, share: f64, advice: &str| {
        if share > 0.005 {
            let grams = (whole_g * share / 5.0).round() * 5.0;
            list.push(FishPart { name: name.to_owned(), grams, advice: advice.to_owned() });
        }
    };
    let kept = build.share(served);
    add("portions", kept, "for the plan");
    if served == State::Whole {
        return list;
    }
    add(
        "guts",
        1.0 - build.gutted,
        "away, well wrapped; liver and roe only from a fishmonger you know",
    );
    if served == State::Gutted {
        return list;
    }
    add(
        "head",
        build.head.min(build.gutted - build.headed),
        "cheeks out, gills away, the rest for stock: 20 minutes, no longer",
    );
    match served {
        State::Filleted | State::Skinned => {
            add("bones", build.frame, "rinse off blood, then stock; scrape what clings for cakes");
            if served == State::Skinned {
                add(
                    "skin",
                    build.filleted - build.skinned,
                    "scrape, dry, fry crisp between two pans",
                );
            }
            let rest = build.headed - build.filleted - build.frame;
            add(
                "trim",
                rest.bounded(0.0, build.trim),
                "tartare of the freshest, skewers, cakes; cook cakes through",
            );
            if build.belly {
                add(
                    "belly, within the fillets",
                    0.12 * build.filleted,
                    "thin and fat: cut it off, grill or sear it apart",
                );
            }
        }
        State::Steaks => {
            add(
                "tail end",
                build.headed - build.steaks,
                "too thin for steaks: cubes, cakes or stock",
            );
        }
        State::Whole | State::Gutted | State::Headed => {}
    }
    list
}

#[cfg(test)]
mod tests {
    use super::*;

    fn ask(species: &str, served: State, whole_g: Option<f64>) -> BuyAnswer {
        let catalogue = Catalogue::embedded().unwrap();
        let request =
            BuyRequest { species: species.into(), guests: 4, portion_g: 170.0, served, whole_g };
        buy(&catalogue, &request).unwrap()
    }

    /// EU conversion factors, product to live weight, Implementing Regulation 404/2011, annexes XIII
    /// to XV (from memory): within the tenth that the answer claims, as fish differ.
    #[test]
    fn yields_agree_with_conversion_factors() {
        let catalogue = Catalogue::embedded().unwrap();
        for (species, state, factor) in [
            ("cod", State::Gutted, 1.17),
            ("cod", State::Headed, 1.70),
            ("cod", State::Filleted, 2.60),
            ("haddock", State::Gutted, 1.17),
            ("hake", State::Gutted, 1.11),
            ("plaice", State::Gutted, 1.05),
            ("plaice", State::Filleted, 2.40),
            ("mackerel", State::Gutted, 1.11),
            ("monkfish", State::Gutted, 1.22),
            ("monkfish", State::Headed, 3.00),
            ("redfish", State::Gutted, 1.19),
        ] {
            let build = catalogue.build(&catalogue.species(species).unwrap().body).unwrap();
            let ratio = build.share(state) * factor;
            assert!((0.88..1.12).contains(&ratio), "{species} {state:?}: {ratio:.2}");
        }
    }

    /// By hand: 4 × 170 g of cod fillet with skin are 680 g, or 680 / 0.43 = 1581 g of whole fish.
    #[test]
    fn guests_become_weight_and_back() {
        let answer = ask("cod", State::Filleted, None);
        let whole = answer.buy.iter().find(|b| b.state == State::Whole).unwrap().buy_g;
        assert!((whole - 1600.0).abs() < 1e-9, "{whole}");
        let back = ask("cod", State::Filleted, Some(whole));
        assert_eq!(back.portions, Some(4));
        assert!(answer.buy.windows(2).all(|w| w[0].buy_g <= w[1].buy_g), "{:?}", answer.buy);
        assert!(answer.buy.iter().all(|b| b.state != State::Steaks && b.state != State::Skinned));
    }

    #[test]
    fn parts_of_a_fish_do_not_outweigh_it() {
        let catalogue = Catalogue::embedded().unwrap();
        for build in &catalogue.builds {
            let falling = [build.gutted, build.headed, build.filleted, build.skinned];
            assert!(falling.windows(2).all(|w| w[0] > w[1]), "{}", build.id);
            for (state, _) in STATES {
                let listed = parts(build, 1000.0, state);
                let own = listed.iter().filter(|p| !p.name.contains("within"));
                let sum: f64 = own.map(|p| p.grams).sum();
                assert!(sum <= 1020.0, "{} {state:?}: {sum}", build.id);
            }
        }
    }

    #[test]
    fn nonsense_is_named() {
        let catalogue = Catalogue::embedded().unwrap();
        let request = BuyRequest {
            species: "unicorn".into(),
            guests: 0,
            portion_g: 1.0,
            served: State::Whole,
            whole_g: Some(1.0),
        };
        let fields: Vec<String> =
            buy(&catalogue, &request).unwrap_err().into_iter().map(|e| e.field).collect();
        assert_eq!(fields, ["species", "guests", "portion_g", "whole_g"]);
    }
}
