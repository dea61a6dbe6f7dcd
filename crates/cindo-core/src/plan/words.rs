//! The words of the card.

use serde::Serialize;

use crate::catalogue::{School, Words};
use crate::say::{CELSIUS, clock, fill, height_words};
use crate::setup::Setup;
use crate::timeline::{Programme, Schedule};

/// One step on the card.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Step {
    /// When it begins, s after the fish meets the heat.
    pub start_s: f64,
    /// How long it lasts, s.
    pub duration_s: f64,
    /// Machine name, such as `sear_skin`.
    pub action: String,
    /// What to do, short.
    pub title: String,
    /// How to do it.
    pub detail: String,
    /// What to look, listen or feel for.
    pub cue: String,
}

/// Times and looks that the steps hang on.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct Times {
    /// Turns and stages.
    pub schedule: Schedule,
    /// Off the heat, s.
    pub pull_s: f64,
    /// Rest after that, s.
    pub rest_s: f64,
    /// Core as it is taken off, °C.
    pub core_at_pull_c: f64,
    /// Share of its height that the side shows opaque at the first turn, 0 to 1.
    pub side_opaque: Option<f64>,
}

/// A change of stage this close to the end is not worth a move, s.
const LAST_MOVE_S: f64 = 15.0;

/// Whoever turns often turns about so often, s.
const HALF_MINUTE_S: f64 = 30.0;

/// The steps of the card.
pub(crate) fn steps(setup: &Setup<'_>, programme: &Programme<'_>, times: &Times) -> Vec<Step> {
    let mut steps = Vec::new();
    let mut push = |start_s: f64, words: &Words, programme: &Programme<'_>| {
        let set_c = programme.stages[times.schedule.stage(start_s)].heater.set_c;
        let fill = |text: &str| fill_in(setup, text, times, set_c);
        let action = match (words.action.as_str(), setup.skin) {
            ("sear_first", true) => "sear_skin",
            (action, _) => action,
        };
        steps.push(Step {
            start_s,
            duration_s: 0.0,
            action: action.to_owned(),
            title: fill(&words.title),
            detail: fill(&words.detail),
            cue: fill(&words.cue),
        });
    };
    for (stage, &start_s) in programme.stages.iter().zip(&times.schedule.starts_s) {
        let worth = start_s <= 0.0 || start_s < times.pull_s - LAST_MOVE_S;
        if let Some(words) = stage.words.filter(|_| worth) {
            push(start_s, words, programme);
        }
    }
    if let (Some(&turn_s), Some(words)) =
        (times.schedule.turns_s.first(), setup.method.turn.as_ref())
    {
        let next_s = times.schedule.turns_s.get(1).filter(|_| setup.school == School::ManyTurns);
        if let Some(next_s) = next_s {
            let every_s = next_s - turn_s;
            let often = if every_s < HALF_MINUTE_S + 5.0 {
                "half minute".to_owned()
            } else {
                clock(every_s)
            };
            let often = Words {
                action: "turn_often".to_owned(),
                title: format!("Turn every {often}"),
                detail: "Slide the slice under the whole piece each time.".to_owned(),
                cue: "Both sides colour evenly.".to_owned(),
            };
            push(turn_s, &often, programme);
        } else {
            push(turn_s, words, programme);
        }
    }
    steps.sort_by(|a, b| a.start_s.total_cmp(&b.start_s));
    let starts: Vec<f64> = steps.iter().skip(1).map(|s| s.start_s).collect();
    for (i, step) in steps.iter_mut().enumerate() {
        let until_s = starts.get(i).copied().unwrap_or(times.pull_s).min(times.pull_s);
        step.duration_s = (until_s - step.start_s).max(0.0);
    }
    steps.push(rest_step(setup, times));
    steps
}

fn rest_step(setup: &Setup<'_>, times: &Times) -> Step {
    let stands = times.rest_s >= 20.0;
    let opens = setup.coating.opens.as_deref().filter(|_| !setup.rest.on.wrapped);
    let detail = match opens {
        Some(opens) => opens,
        None if stands => &setup.rest.on.detail,
        None => "Straight to the plate.",
    };
    Step {
        start_s: times.pull_s,
        duration_s: times.rest_s,
        action: "rest".to_owned(),
        title: if stands && opens.is_none() { "Out, and rest" } else { "Out, and serve" }
            .to_owned(),
        detail: fill(detail, |name| match name {
            "rest" => setup.rest.oven_c.map(|c| format!("{c:.0}{CELSIUS}")),
            _ => None,
        }),
        cue: pull_cue(setup, times.core_at_pull_c),
    }
}

/// What a skewer meets as it is taken off, and how warm it is on the lip, by the core, °C (common
/// practice: cool, warm and hot on the lip).
const SKEWER: [(f64, &str); 6] = [
    (33.0, "A thin skewer meets grip in the middle and is cool on the lip"),
    (39.0, "A thin skewer meets some grip in the middle and is barely warm on the lip"),
    (46.0, "A thin skewer slides in with a little grip and is lukewarm on the lip"),
    (52.0, "A thin skewer slides through and is warm on the lip"),
    (58.0, "A thin skewer meets nothing and is warm to hot on the lip"),
    (f64::INFINITY, "A thin skewer meets nothing and is hot on the lip"),
];

/// And what a knife meets behind the spine of what is cooked on its bones (common practice).
const SPINE: [(f64, &str); 4] = [
    (47.0, "A knife behind the spine meets flesh that clings, pink at the bone"),
    (56.0, "A knife behind the spine just holds"),
    (59.5, "A knife behind the spine comes free with a nudge"),
    (f64::INFINITY, "The flesh draws from the bone by itself"),
];

/// What tells that it is time to take it off, as it is then and not as it will be eaten.
fn pull_cue(setup: &Setup<'_>, core_c: f64) -> String {
    let said = |table: &[(f64, &'static str)]| {
        table.iter().find(|(below_c, _)| core_c < *below_c).map_or("", |(_, words)| words)
    };
    if setup.is_hidden() {
        return format!("The probe says {core_c:.0}{CELSIUS}, through the crust.");
    }
    let words = if setup.cut.on_the_bone { said(&SPINE) } else { said(&SKEWER) };
    format!("{words}.")
}

fn fill_in(setup: &Setup<'_>, text: &str, times: &Times, set_c: f64) -> String {
    let on_bone = setup.cut.on_the_bone;
    let (side, other) = match (on_bone, setup.skin) {
        (true, _) => ("first side", "second side"),
        (false, true) => ("skin side", "flesh side"),
        (false, false) => ("show side", "other side"),
    };
    fill(text, |name| {
        Some(match name {
            "side" => side.to_owned(),
            "other" => other.to_owned(),
            "skin_down" if setup.skin && !on_bone => ", skin side down".to_owned(),
            "skin_down" => String::new(),
            "opaque" => times.side_opaque.map_or("upward from the heat", height_words).to_owned(),
            "keep" => setup.look().and_then(|l| l.keep.clone()).unwrap_or_default(),
            "set" => format!("{set_c:.0}{CELSIUS}"),
            _ => return None,
        })
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::catalogue::Catalogue;
    use crate::piece::Piece;
    use crate::setup::{PlanRequest, resolve};

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
                    let request = PlanRequest {
                        piece: Piece {
                            species: "cod".into(),
                            cut: "fillet".into(),
                            thickness_mm: 25.0,
                            start_c: 5.0,
                            skin,
                            ..Piece::default()
                        },
                        method: method.id.clone(),
                        variant: variant.clone(),
                        ..PlanRequest::default()
                    };
                    let setup = &resolve((&catalogue).into(), &request).unwrap().setup;
                    let programme = Programme::of(setup);
                    let times = Times {
                        schedule: programme.schedule(500.0),
                        pull_s: 500.0,
                        rest_s: 120.0,
                        core_at_pull_c: 44.0,
                        side_opaque: Some(0.5),
                    };
                    let steps = steps(setup, &programme, &times);
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
                }
            }
        }
    }
}
