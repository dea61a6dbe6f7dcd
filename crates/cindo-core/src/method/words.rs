//! The words of the card.

use serde::Serialize;

use super::{Programme, Schedule, Setting};
use crate::catalogue::{RestPlace, School, Words};

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
pub struct Times {
    /// Turns and stages.
    pub schedule: Schedule,
    /// Off the heat, s.
    pub pull_s: f64,
    /// Rest after that, s.
    pub rest_s: f64,
    /// Look of the doneness.
    pub look: String,
    /// Share of its height that the side shows opaque at the first turn, 0 to 1.
    pub side_opaque: Option<f64>,
}

/// A change of stage this close to the end is not worth a move, s.
const LAST_MOVE_S: f64 = 15.0;

/// How far up something is, as a cook would say it.
pub(crate) fn height_words(share: f64) -> &'static str {
    match share {
        s if s < 0.12 => "only at its foot",
        s if s < 0.29 => "a fifth of the way up",
        s if s < 0.42 => "a third of the way up",
        s if s < 0.58 => "half way up",
        s if s < 0.71 => "two thirds of the way up",
        s if s < 0.84 => "four fifths of the way up",
        s if s < 0.97 => "nearly to the top",
        _ => "to the top",
    }
}

impl Setting<'_> {
    /// The steps of the card.
    pub fn steps(&self, programme: &Programme<'_>, times: &Times) -> Vec<Step> {
        let mut steps = Vec::new();
        let mut push = |start_s: f64, words: &Words, programme: &Programme<'_>| {
            let set_c = programme.stages[times.schedule.stage(start_s)].heater.set_c;
            let fill = |text: &str| self.fill_in(text, times, set_c);
            let action = match (words.action.as_str(), self.skin) {
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
            (times.schedule.turns_s.first(), self.method.turn.as_ref())
        {
            if self.school == School::ManyTurns && times.schedule.turns_s.len() > 1 {
                let often = Words {
                    action: "turn_often".to_owned(),
                    title: "Turn every half minute".to_owned(),
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
        steps.push(self.rest_step(times));
        steps
    }

    fn rest_step(&self, times: &Times) -> Step {
        let detail = match self.method.rest {
            RestPlace::Plate => "Rest it on a warm plate, uncovered; it goes on cooking.",
            RestPlace::Rack => "Rest it on a rack, uncovered; it goes on cooking.",
            RestPlace::Wrapped => "Leave it closed on its dish; it goes on cooking.",
        };
        Step {
            start_s: times.pull_s,
            duration_s: times.rest_s,
            action: "rest".to_owned(),
            title: if times.rest_s >= 20.0 { "Out, and rest" } else { "Out, and serve" }.to_owned(),
            detail: detail.to_owned(),
            cue: format!("Inside: {}.", times.look),
        }
    }

    fn fill_in(&self, text: &str, times: &Times, set_c: f64) -> String {
        let on_bone = self.cut.on_the_bone;
        let (side, other) = match (on_bone, self.skin) {
            (true, _) => ("first side", "second side"),
            (false, true) => ("skin side", "flesh side"),
            (false, false) => ("best side", "second side"),
        };
        let skin_down = if self.skin && !on_bone { ", skin side down" } else { "" };
        text.replace("{side}", side)
            .replace("{other}", other)
            .replace("{skin_down}", skin_down)
            .replace("{opaque}", times.side_opaque.map_or("upward from the heat", height_words))
            .replace("{set}", &format!("{set_c:.0} °C"))
    }
}
