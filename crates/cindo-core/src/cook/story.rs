//! From a list of events to what happened: takings-back and other times applied, in order, and possible.

use cindo_heat::bounded::Bounded;
use serde::Serialize;

use super::event::{Event, Happened, NEXT};
use crate::error::{FieldError, Problems};
use crate::timeline::{Deed, Event as Done};

/// Where a cook stands.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Status {
    /// The fish is not in the heat yet.
    Waiting,
    /// In the heat.
    Cooking,
    /// Off the heat, not eaten.
    Resting,
    /// On the plate.
    Served,
}

/// When the fish met the heat on the cook's clock, and since then was off it and on the plate, s.
#[derive(Debug, Clone, Copy, Default, PartialEq)]
pub struct Milestones {
    /// In the heat, s on the cook's clock.
    pub in_s: Option<f64>,
    /// Off it, s after that.
    pub out_s: Option<f64>,
    /// On the plate, s after that.
    pub served_s: Option<f64>,
}

/// The milestones of what happened.
///
/// # Errors
/// As [`check`].
pub fn milestones(events: &[Event]) -> Result<Milestones, Vec<FieldError>> {
    let Story { in_s, out_s, served_s, .. } = Story::of(events)?;
    Ok(Milestones { in_s, out_s, served_s })
}

/// The heat is followed for this long, s. A piece that stays longer is charred: what happens later happens to
/// the piece of that moment.
pub(super) const LONGEST_S: f64 = 4.0 * 3600.0;
/// A piece out of the heat is followed for this long, s: by then it is as cold as the room.
const LONGEST_REST_S: f64 = 2.0 * 3600.0;

/// What happened, in order. Times in and after the heat end where a piece is no longer followed.
#[derive(Debug, Clone, PartialEq)]
pub(super) struct Story {
    pub(super) status: Status,
    /// When the fish met the heat, s on the cook's clock.
    pub(super) in_s: Option<f64>,
    /// When it came off the heat, s on the cook's clock.
    out_clock_s: Option<f64>,
    /// What hands did in the heat, by its time there.
    pub(super) deeds: Vec<Done>,
    /// Off the heat and on the plate, s in and after the heat.
    pub(super) out_s: Option<f64>,
    pub(super) served_s: Option<f64>,
    /// What it was put on, where that was said.
    pub(super) rest_on: Option<String>,
    /// Heats that it was moved to though its plan has none of them, in the order of the moves.
    pub(super) heats: Vec<String>,
    /// Cues and how they turned out, by their time in the heat.
    pub(super) cues: Vec<NoticedCue>,
    /// How often its clock waited: each is a run of its own.
    waits: usize,
}

/// A cue that was noticed: when, s in the heat, its id, and the id of its stage.
pub(super) type NoticedCue = (f64, String, String);

/// No cook waits more often.
const MOST_WAITS: usize = 40;

/// And none is moved to another heat more often.
const MOST_MOVES: usize = 20;

/// An event that stands: its place in the list, when it happened, and what.
struct Standing<'e> {
    place: usize,
    at_s: f64,
    what: &'e Happened,
}

/// Events that nobody took back, at the times that are right.
fn standing<'e>(events: &'e [Event], problems: &mut Problems) -> Vec<Standing<'e>> {
    let mut standing: Vec<(&str, Standing<'e>)> = Vec::with_capacity(events.len());
    for (place, event) in events.iter().enumerate() {
        let (Happened::Undo { of } | Happened::Retime { of }) = &event.what else {
            standing.push((&event.id, Standing { place, at_s: event.at_s, what: &event.what }));
            continue;
        };
        let Some(meant) = standing.iter().position(|(id, _)| id == of) else {
            problems.add(
                &format!("[{place}].of"),
                "names no event of this cook that still stands; allowed is the id of one that does",
            );
            continue;
        };
        if let Happened::Retime { .. } = event.what {
            standing[meant].1.at_s = event.at_s;
        } else {
            standing.remove(meant);
        }
    }
    let mut standing: Vec<Standing<'e>> = standing.into_iter().map(|(_, event)| event).collect();
    // Stable: what was told first stands first where times are the same.
    standing.sort_by(|a, b| a.at_s.total_cmp(&b.at_s));
    standing
}

impl Story {
    /// Reads a list of events.
    ///
    /// # Errors
    /// Each event that cannot have happened after those before it, by its place in the list.
    pub(super) fn of(events: &[Event]) -> Result<Self, Vec<FieldError>> {
        let mut problems = Problems::new();
        let mut story = Self {
            status: Status::Waiting,
            in_s: None,
            out_clock_s: None,
            deeds: Vec::new(),
            out_s: None,
            served_s: None,
            rest_on: None,
            heats: Vec::new(),
            cues: Vec::new(),
            waits: 0,
        };
        for event in standing(events, &mut problems) {
            if let Err(why) = story.add(event.at_s, event.what) {
                problems.add(&format!("[{}].kind", event.place), why);
            }
        }
        problems.finish()?;
        Ok(story)
    }

    /// Adds what happened next.
    fn add(&mut self, at_s: f64, what: &Happened) -> Result<(), &'static str> {
        use Status::{Cooking, Resting, Served, Waiting};
        let since_s = self.since_s(at_s);
        let did = |deeds: &mut Vec<Done>, what: Deed| deeds.push(Done { at_s: since_s, what });
        match (what, self.status) {
            // What is noted changes nothing, and that it was pressed is how a plan has it.
            (Happened::Note { .. }, _) | (Happened::Press, Cooking) => {}
            (Happened::In { medium_c }, Waiting) => {
                self.status = Cooking;
                self.in_s = Some(at_s);
                if medium_c.is_some() {
                    let seen = Deed::MediumSeen { medium_c: *medium_c, is_held: false };
                    did(&mut self.deeds, seen);
                }
            }
            (Happened::In { .. }, _) => {
                return Err(
                    "the fish is in already; take that back first, or give it another time",
                );
            }
            // Set before the fish goes in, it is what it goes into.
            (Happened::Heat { medium_c, .. }, Waiting | Cooking) => {
                did(&mut self.deeds, Deed::HeatSet(*medium_c));
            }
            (Happened::Lid { on }, Waiting | Cooking) => did(&mut self.deeds, Deed::Lid(*on)),
            (Happened::Baste, Cooking) => did(&mut self.deeds, Deed::Basted),
            (Happened::Join { mass_g, start_c, cook, .. }, Cooking) => {
                let mass_kg = mass_g / 1000.0;
                let is_fish = cook.is_some();
                did(&mut self.deeds, Deed::Joined { mass_kg, start_c: *start_c, is_fish });
            }
            (Happened::Wait { .. }, Cooking) if self.waits >= MOST_WAITS => {
                return Err("it has waited often enough; tell its heat instead");
            }
            (Happened::Wait { medium_c }, Cooking) => {
                self.waits += 1;
                did(&mut self.deeds, Deed::MediumSeen { medium_c: *medium_c, is_held: true });
            }
            (Happened::Back, Cooking) => did(&mut self.deeds, Deed::MediumBack),
            (Happened::Turn, Cooking) => did(&mut self.deeds, Deed::Turned),
            (Happened::Move { to, .. }, Cooking) if to == NEXT => {
                did(&mut self.deeds, Deed::NextStage);
            }
            (Happened::Move { to, medium_c: Some(set_c) }, Cooking) => {
                if self.heats.len() >= MOST_MOVES {
                    return Err(
                        "it has been moved often enough; tell the heat that it is in instead",
                    );
                }
                did(&mut self.deeds, Deed::MovedTo { place: self.heats.len(), set_c: *set_c });
                self.heats.push(to.clone());
            }
            (Happened::Out, Cooking) => self.off(at_s),
            (Happened::Move { to, .. }, Cooking) => {
                self.off(at_s);
                self.rest_on = Some(to.clone());
            }
            (Happened::Move { to, medium_c: None }, Resting) if to != NEXT => {
                self.rest_on = Some(to.clone());
            }
            (Happened::Serve, Resting) => {
                self.status = Served;
                self.served_s = Some(since_s);
            }
            (Happened::Cue { cue, value }, Cooking | Resting) => {
                self.cues.push((since_s, cue.clone(), value.clone()));
            }
            (_, Waiting) => {
                return Err(
                    "the fish is not in the heat at that time; allowed before it are in, heat, lid and note",
                );
            }
            (_, Cooking) => return Err("it is still in the heat; tell first that it is out"),
            (_, Resting) => {
                return Err(
                    "it was out of the heat by then; allowed are move (to what it rests on), serve, cue and note",
                );
            }
            (_, Served) => return Err("it was served by then; allowed is a note"),
        }
        Ok(())
    }

    /// How hot the heat is whose return the clock waits for, °C; none where it waits for nothing.
    pub(super) fn held_c(&self) -> Option<f64> {
        let last = self.deeds.iter().rev().find_map(|done| match done.what {
            Deed::MediumSeen { medium_c, is_held } => Some(medium_c.filter(|_| is_held)),
            // Who sets it anew waits no longer.
            Deed::MediumBack | Deed::HeatSet(_) | Deed::NextStage | Deed::MovedTo { .. } => {
                Some(None)
            }
            _ => None,
        });
        last.flatten().filter(|_| self.status == Status::Cooking)
    }

    /// A moment of the cook's clock as time since the fish met the heat, s, as far as the piece is followed; 0
    /// before that.
    pub(super) fn since_s(&self, clock_s: f64) -> f64 {
        let Some(in_s) = self.in_s else { return 0.0 };
        match self.out_clock_s.zip(self.out_s) {
            Some((out_clock_s, out_s)) if clock_s > out_clock_s => {
                out_s + (clock_s - out_clock_s).min(LONGEST_REST_S)
            }
            _ => (clock_s - in_s).bounded(0.0, LONGEST_S),
        }
    }

    /// How much longer it really is at a moment of the cook's clock than the piece is followed, s.
    pub(super) fn beyond_s(&self, clock_s: f64) -> f64 {
        self.in_s.map_or(0.0, |in_s| (clock_s - in_s - self.since_s(clock_s)).max(0.0))
    }

    fn off(&mut self, at_s: f64) {
        let since_s = self.since_s(at_s);
        self.status = Status::Resting;
        self.out_s = Some(since_s);
        self.out_clock_s = Some(at_s);
        self.deeds.push(Done { at_s: since_s, what: Deed::Out });
    }
}

/// Checks that a list of events can have happened; where it leaves the cook.
///
/// # Errors
/// Each one that cannot, as `[place].kind` or `[place].of`, with why.
pub fn check(events: &[Event]) -> Result<Status, Vec<FieldError>> {
    Story::of(events).map(|story| story.status)
}
