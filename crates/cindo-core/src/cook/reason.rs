//! What the last thing that happened changed, in one line.

use super::follow::Cook;
use super::story::{LONGEST_S, NoticedCue};
use crate::catalogue::Catalogue;
use crate::plan::Ending;
use crate::say::{CELSIUS, clock, tenth};
use crate::timeline::{Deed, Event as Done};

/// Turns of whoever takes the planned moment are this close to it, s.
const SAME_MOMENT_S: f64 = 5.0;

/// How a cook was before the last thing happened.
pub(super) struct Before {
    /// What had happened.
    pub(super) deeds: Vec<Done>,
    /// The right pull, s.
    pub(super) pull_s: f64,
}

impl Cook<'_, '_> {
    /// What the last thing that happened changed.
    pub(super) fn reason(
        &self,
        told: &[Done],
        before: &Before,
        pull_s: Option<f64>,
        ending: &Ending,
    ) -> Option<String> {
        let last = told.last()?;
        let was_s = before.pull_s;
        let was = self.lived(was_s, &before.deeds);
        let did = match last.what {
            Deed::Turned => {
                let made = told.iter().filter(|e| e.what == Deed::Turned).count();
                match was.schedule.turns_s.get(made - 1) {
                    Some(due_s) => format!("turned {}", beside(last.at_s - due_s)),
                    None => "turned once more".to_owned(),
                }
            }
            Deed::HeatSet(set_c) => format!("heat set to {set_c:.0}{CELSIUS}"),
            Deed::Lid(true) => "lid on".to_owned(),
            Deed::Lid(false) => "lid off".to_owned(),
            Deed::Basted => "basted".to_owned(),
            Deed::MediumSeen { is_held: true, .. } => return None,
            Deed::MediumSeen { .. } => "the heat was not what it is set to".to_owned(),
            Deed::MediumBack => "the heat is back".to_owned(),
            Deed::Joined { is_fish: true, .. } => "other fish in the same heat".to_owned(),
            Deed::Joined { .. } => "what joined it takes heat".to_owned(),
            Deed::NextStage => "moved on".to_owned(),
            Deed::MovedTo { place, set_c } => match self.resolved.setup.elsewhere.get(place) {
                Some(heat) => format!("{}, {set_c:.0}{CELSIUS}", heat.step.title.to_lowercase()),
                None => "moved on".to_owned(),
            },
            Deed::Out => {
                let target = &self.resolved.target;
                let short = if tenth(ending.level_c) < target.from_c {
                    format!(
                        ", short of {}, which begins at {:.0}{CELSIUS}",
                        target.name, target.from_c
                    )
                } else {
                    String::new()
                };
                return Some(format!(
                    "out {}: {:.0}{CELSIUS} when eaten{short}",
                    beside(last.at_s - was_s),
                    tenth(ending.level_c)
                ));
            }
        };
        Some(changed(&did, pull_s, Some(was_s)))
    }
}

/// What something did to the pull, in words; none where the heat does not reach that far any more.
pub(super) fn changed(did: &str, pull_s: Option<f64>, was_s: Option<f64>) -> String {
    let Some(pull_s) = pull_s else {
        return format!("{did}: the middle does not get there with this heat; turn it up");
    };
    let (now, then) = (clock(pull_s), clock(was_s.unwrap_or(LONGEST_S)));
    if now == then {
        format!("{did}: out at {now} all the same")
    } else {
        format!("{did}: out at {now} instead of {then}")
    }
}

/// A cue as a cook found it, in words.
pub(super) fn describe_stage(catalogue: &Catalogue, (_, cue, value): &NoticedCue) -> String {
    let row = catalogue.cues.iter().find(|row| row.id == *cue);
    let stage = row.and_then(|row| row.values.iter().find(|stage| stage.id == *value));
    let name = |name: Option<&str>, id: &str| name.unwrap_or(id).to_lowercase();
    let of = name(row.map(|row| row.name.as_str()), cue);
    format!("{of} {}", name(stage.map(|stage| stage.name.as_str()), value))
}

/// How far from its moment something was done, in words.
fn beside(late_s: f64) -> String {
    match late_s {
        s if s.abs() < SAME_MOMENT_S => "on time".to_owned(),
        s if s < 0.0 => format!("{} early", clock(-s)),
        s => format!("{} late", clock(s)),
    }
}
