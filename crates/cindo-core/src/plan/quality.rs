//! What the cook and the guest make of it: crust, release, dryness, evenness and juice, each as a number
//! and a sentence.

use serde::Serialize;

use super::record::Record;
use crate::catalogue::{Family, GearKind, Group};
use crate::say::{MM, clock, hundredth, percent, tenth};
use crate::setup::Setup;
use crate::timeline::Schedule;
use cindo_heat::bounded::Bounded;
use cindo_heat::dose::{GOLDEN_S, SCORCHED_S};

/// Judgement of a plan in numbers.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Quality {
    /// Browning of the better face; 1 is golden, 5 scorched.
    pub browning: f64,
    /// Thickest crust, mm.
    pub crust_mm: f64,
    /// Share of the flesh that is dry, crust left out, 0 to 1.
    pub dry_share: f64,
    /// Share of the flesh that got firm or worse (10 K above the target), crust left out, 0 to 1.
    pub firm_share: f64,
    /// Share of the thickness within 4 K of the target when served, 0 to 1.
    pub even_share: f64,
    /// Steam and drip, share of the weight, 0 to 1.
    pub juice_lost_share: f64,
    /// When the first face lets go, s; none when it never dries enough.
    pub release_s: Option<f64>,
    /// Risk that it tears when it is first moved, 0 to 1; none where nothing sticks.
    pub tear_risk: Option<f64>,
}

/// One judgement in kitchen words.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Judgement {
    /// What it is about, such as `crust`.
    pub id: String,
    /// Heading.
    pub name: String,
    /// The figure with its unit.
    pub figure: String,
    /// What it means.
    pub sentence: String,
}

/// Risk of tearing before and after the face has let go, in a bare pan at full heat (modelling
/// choices).
const TEAR_BEFORE: f64 = 0.6;

const TEAR_AFTER: f64 = 0.15;

/// A coat lets go after this many of its time scales of setting (modelling choice).
const SETTLES: f64 = 1.5;

/// A pan or grate cooler than this holds on to the fish, °C, and adds this to the risk.
const TACKY_C: f64 = 150.0;

const TEAR_TACKY: f64 = 0.15;

/// Non-stick leaves this share of the risk; delicate flesh multiplies it.
const NONSTICK: f64 = 0.25;

const DELICATE: f64 = 1.4;

/// Above this it is likely to tear.
pub(crate) const TEARS: f64 = 0.5;

/// Judges a recorded run.
pub(crate) fn judge(
    setup: &Setup<'_>,
    schedule: &Schedule,
    pull_s: f64,
    record: &Record,
) -> Quality {
    let brown = record.brown_s[0].max(record.brown_s[1]);
    Quality {
        browning: hundredth(brown / GOLDEN_S),
        crust_mm: hundredth(record.crust_mm[0].max(record.crust_mm[1])),
        dry_share: hundredth(record.dry_share),
        firm_share: hundredth(record.firm_share),
        even_share: hundredth(record.even_share),
        juice_lost_share: (record.juice_lost_share * 1000.0).round() / 1000.0,
        release_s: release_s(setup, record).map(tenth),
        tear_risk: tear_risk(setup, schedule, pull_s, record).map(hundredth),
    }
}

/// When the first face lets go: once it has dried, or once a coat has set on metal that is hot enough.
fn release_s(setup: &Setup<'_>, record: &Record) -> Option<f64> {
    let coat = setup.coating;
    let sets = coat.thickness_mm > 0.0 && coat.settle_s > 0.0 && setup.medium_c >= TACKY_C;
    let coat_s = sets.then_some(SETTLES * coat.settle_s);
    match (record.release_s, coat_s) {
        (Some(flesh_s), Some(coat_s)) => Some(flesh_s.min(coat_s)),
        (flesh_s, coat_s) => flesh_s.or(coat_s),
    }
}

/// Whether a face scorches.
pub(crate) fn scorches(record: &Record) -> bool {
    record.brown_s.iter().any(|brown| *brown > SCORCHED_S)
}

/// Whether it is drier than its method and its target have to leave it.
pub(crate) fn is_drier_than_usual(setup: &Setup<'_>, aim_c: f64, quality: &Quality) -> bool {
    let of_target = DRIER_PER_K * (aim_c - USUAL_AIM_C).max(0.0);
    quality.dry_share > setup.method.usual_dry_share + of_target + DRIER
}

fn tear_risk(setup: &Setup<'_>, schedule: &Schedule, pull_s: f64, record: &Record) -> Option<f64> {
    // Only what lies on hot metal sticks.
    let sticks =
        matches!(setup.method.family, Family::Pan | Family::Grill) && !setup.method.all_round;
    if !sticks {
        return None;
    }
    let first_move_s = schedule.turns_s.first().copied().unwrap_or(pull_s);
    let let_go = release_s(setup, record).is_some_and(|at_s| at_s <= first_move_s);
    let mut risk = if let_go { TEAR_AFTER } else { TEAR_BEFORE };
    if setup.medium_c < TACKY_C {
        risk += TEAR_TACKY;
    }
    risk *= setup.coating.sticking;
    if setup.method.needs.contains(&GearKind::Nonstick) {
        risk *= NONSTICK;
    }
    if setup.species.group == Group::DelicateFlat {
        risk *= DELICATE;
    }
    Some(risk.bounded(0.0, 1.0))
}

/// More than usual for its method by this is drier than it has to be.
const DRIER: f64 = 0.1;

/// And a firmer middle than the usual one leaves so much more of the flesh dry, for each K (over a sweep).
const USUAL_AIM_C: f64 = 52.5;
const DRIER_PER_K: f64 = 0.015;

/// From this thickness on the coat is what shows, mm.
const COAT_MM: f64 = 1.0;

/// The quality in kitchen words.
pub(crate) fn judgements(
    setup: &Setup<'_>,
    aim_c: f64,
    quality: &Quality,
    schedule: &Schedule,
) -> Vec<Judgement> {
    let mut list = Vec::with_capacity(6);
    let mut add = |id: &str, name: &str, figure: String, sentence: String| {
        list.push(Judgement { id: id.to_owned(), name: name.to_owned(), figure, sentence });
    };
    let colour = match quality.browning {
        b if b < 0.15 => "pale",
        b if b < 0.5 => "blond at most",
        b if b < 2.0 => "golden",
        b if b < 5.0 => "deep brown",
        _ => "scorched, so lower the heat",
    };
    let crust = match quality.crust_mm {
        c if c < 0.1 => "no crust to speak of".to_owned(),
        c => format!("a crust of {c:.1}{MM}"),
    };
    let coat = setup.coating;
    let sentence = if coat.wraps {
        "No colour of its own: it is sealed in.".to_owned()
    } else if coat.thickness_mm >= COAT_MM {
        format!("The coat is {colour}.")
    } else {
        format!("The face is {colour}, with {crust}.")
    };
    add("crust", "Crust", format!("{:.1}{MM}", quality.crust_mm), sentence);
    add(
        "dryness",
        "Dry flesh",
        percent(quality.dry_share),
        match quality.dry_share {
            d if d < 0.03 => "Moist from edge to edge.",
            _ if !is_drier_than_usual(setup, aim_c, quality) => {
                "A well-done rim, as this way has it; the rest stays moist."
            }
            _ => "Drier than this way has to be: gentler heat, or out sooner, would keep it.",
        }
        .to_owned(),
    );
    add(
        "evenness",
        "Evenness",
        percent(quality.even_share),
        match quality.even_share {
            e if e > 0.8 => "One doneness from edge to edge.",
            e if e > 0.5 => "Mostly as you want it, firmer towards the faces.",
            e if e > 0.25 => "Right in the middle, firmer outside.",
            _ => "Right only in the very middle.",
        }
        .to_owned(),
    );
    add(
        "juice",
        "Juice lost",
        percent(quality.juice_lost_share),
        match quality.juice_lost_share {
            j if j < 0.08 => "Hardly any steam or drip.",
            j if j < 0.16 => "About what a careful cook loses.",
            _ => "It shrinks and weeps: serve it with its juices.",
        }
        .to_owned(),
    );
    if let Some(risk) = quality.tear_risk {
        let turn_s = schedule.turns_s.first();
        let sentence = match (quality.release_s, turn_s) {
            (Some(release_s), Some(turn_s)) if release_s > *turn_s => format!(
                "The turn comes before it lets go at {}: it is likely to tear.",
                clock(release_s)
            ),
            (Some(release_s), _) => format!("It lets go by itself at {}.", clock(release_s)),
            (None, _) if risk < TEARS => {
                "It never crusts enough to let go by itself; fat and coat keep it loose.".to_owned()
            }
            (None, _) => {
                "It never crusts enough to let go: loosen it with a thin slice.".to_owned()
            }
        };
        add("release", "Tearing risk", percent(risk), sentence);
    }
    list
}

#[cfg(test)]
mod tests {
    use crate::catalogue::Catalogue;
    use crate::piece::Piece;
    use crate::plan::{PlanAnswer, plan};
    use crate::setup::{Doneness, PlanRequest};

    fn solve(species: &str, method: &str, change: impl FnOnce(&mut PlanRequest)) -> PlanAnswer {
        let mut request = PlanRequest {
            piece: Piece {
                species: species.into(),
                cut: "fillet".into(),
                thickness_mm: 20.0,
                start_c: 5.0,
                ..Piece::default()
            },
            method: method.into(),
            doneness: Doneness::Core(52.0),
            brief: Some(true),
            ..PlanRequest::default()
        };
        change(&mut request);
        plan(&Catalogue::embedded().unwrap(), &request).unwrap()
    }

    /// Common practice: oil, mayonnaise and non-stick let go, damp and delicate fish clings, and what is
    /// turned before its crust has formed tears.
    #[test]
    fn tearing_risk_follows_what_cooks_know() {
        let risk = |species: &str, method: &str, coat: &str, turn_s: Option<f64>| {
            let answer = solve(species, method, |r| {
                r.coating = Some(coat.to_owned());
                r.turn_s = turn_s;
            });
            answer.quality.tear_risk.unwrap()
        };
        let oiled = risk("cod", "sear", "oil", None);
        assert!(risk("cod", "sear", "none", None) > oiled);
        assert!(risk("cod", "grill", "mayonnaise", None) < risk("cod", "grill", "oil", None));
        assert!(risk("plaice", "sear", "oil", None) > oiled);
        assert!(risk("cod", "sear", "oil", Some(15.0)) > 2.0 * oiled);
        assert!(risk("cod", "gentle_pan", "oil", None) < risk("cod", "sear", "oil", Some(15.0)));
        assert!(solve("cod", "roast", |_| ()).quality.tear_risk.is_none());
    }

    #[test]
    fn crust_speaks_of_what_shows() {
        let crust = |method: &str, coat: Option<&str>| {
            let answer = solve("cod", method, |r| r.coating = coat.map(str::to_owned));
            answer.judgements[0].sentence.clone()
        };
        assert!(crust("sear", None).starts_with("The face is "));
        assert!(crust("deep_fry", Some("beer_batter")).starts_with("The coat is "));
        assert_eq!(crust("parcel", None), "No colour of its own: it is sealed in.");
    }
}
