//! What really happened: events take the place of the plan's moments.

use super::programme::{Arrived, FIRST_OF_MANY_S, every_s};
use super::{Programme, Schedule, Stage, Turn};
use cindo_heat::reservoir::{Draw, Heater};
use cindo_heat::surround::Surround;

/// What a hand did.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Deed {
    /// Turned it.
    Turned,
    /// Set the heat that it cooks on to this temperature, °C.
    HeatSet(f64),
    /// Put the lid on, or took it off.
    Lid(bool),
    /// Spooned hot fat over it.
    Basted,
    /// Put something beside it: so much, kg, this warm, °C.
    Joined {
        /// Its mass, kg.
        mass_kg: f64,
        /// Its temperature, °C.
        start_c: f64,
        /// Whether it is fish of its own cook.
        is_fish: bool,
    },
    /// Saw how hot the heat that it cooks on is.
    MediumSeen {
        /// This hot, °C; as hot as it is by then where nobody read it.
        medium_c: Option<f64>,
        /// Whether it stays so until it is told to be back at what it is set to.
        is_held: bool,
    },
    /// Saw the heat back at what it is set to.
    MediumBack,
    /// Began what the method does next: moved it into the oven, shut the door.
    NextStage,
    /// Moved it to a heat that its plan has none of.
    MovedTo {
        /// Its place among those that the setup has for it.
        place: usize,
        /// As hot as it is set, °C.
        set_c: f64,
    },
    /// Took it off the heat.
    Out,
}

/// Something that happened to a piece in the heat.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Event {
    /// When, s after the fish met the heat.
    pub at_s: f64,
    /// What.
    pub what: Deed,
}

/// A programme with the moments of a cook under way in it.
#[derive(Debug, Clone, PartialEq)]
pub struct Lived<'a> {
    /// What surrounds it, as it was and as it will be.
    pub programme: Programme<'a>,
    /// When: real moments so far, the plan's for the rest.
    pub schedule: Schedule,
    /// Off the heat, s: really, or as planned.
    pub out_s: f64,
}

impl Lived<'_> {
    /// Whether both went the same way up to a moment: what one had come to by then, the other had, too.
    pub(crate) fn is_same_until(&self, other: &Self, until_s: f64) -> bool {
        let begun = |lived: &Self| lived.schedule.starts_s.partition_point(|at_s| *at_s < until_s);
        let turned = |lived: &Self| lived.schedule.turns_s.partition_point(|at_s| *at_s < until_s);
        let (stages, turns) = (begun(self), turned(self));
        stages == begun(other)
            && turns == turned(other)
            && self.schedule.starts_s[..stages] == other.schedule.starts_s[..stages]
            && self.schedule.turns_s[..turns] == other.schedule.turns_s[..turns]
            && self.programme.stages[..stages] == other.programme.stages[..stages]
    }
}

/// Fat spooned over it once keeps its top hot for so long, s (modelling choice).
const BASTED_S: f64 = 15.0;
/// What joins the fish warms up to this, as hot as its heat allows, °C (vegetables and butter are warm
/// through: modelling choice).
const JOINED_C: f64 = 75.0;
/// Its specific heat, J/(kg K): most of it is water (vegetables, ASHRAE Handbook, from memory).
const JOINED_J_KGK: f64 = 3900.0;
/// Time scale in which it does, s (modelling choice).
const JOINED_S: f64 = 60.0;

impl<'a> Programme<'a> {
    /// The way of a piece that was planned to come off at `planned_s` and that events (in the order of
    /// their times) happened to. What nobody reported happened as planned, and what is planned happens
    /// no earlier than the last event: a turn made takes the place of the planned one, a heat set by hand
    /// stands until the piece moves to another source.
    pub fn lived(&self, planned_s: f64, events: &[Event]) -> Lived<'a> {
        let out = events.iter().find(|e| e.what == Deed::Out);
        let out_s = out.map_or(planned_s, |e| e.at_s);
        let turns_s = self.lived_turns(planned_s, out_s, events);
        // Stages that hang on the turn hang on the real one.
        let starts_s = self.starts(&turns_s, out_s);
        let mut stages: Vec<(f64, Stage<'a>)> =
            starts_s.iter().copied().zip(self.stages.iter().copied()).collect();
        for event in events {
            match event.what {
                Deed::HeatSet(set_c) => set_by_hand(&mut stages, event.at_s, set_c),
                Deed::NextStage => begin_next(&mut stages, event.at_s),
                Deed::MovedTo { place, set_c } => {
                    if let Some(arrived) = self.elsewhere.get(place) {
                        move_to(&mut stages, event.at_s, arrived, set_c);
                    }
                }
                Deed::Joined { mass_kg, start_c, .. } => {
                    join(&mut stages, event.at_s, mass_kg, start_c);
                }
                Deed::MediumSeen { medium_c: Some(medium_c), is_held } => {
                    tell(&mut stages, event.at_s, |_| medium_c, is_held);
                }
                Deed::MediumBack => tell(&mut stages, event.at_s, |heater| heater.set_c, false),
                // As it is by then is as the stages have it.
                Deed::MediumSeen { medium_c: None, .. }
                | Deed::Turned
                | Deed::Out
                | Deed::Lid(_)
                | Deed::Basted => {}
            }
        }
        for spell in self.spells(events) {
            cover(&mut stages, &spell);
        }
        let (starts_s, stages) = stages.into_iter().unzip();
        Lived {
            programme: Programme { stages, ..self.clone() },
            schedule: Schedule { turns_s, starts_s },
            out_s,
        }
    }

    /// Turns as they were made, and those that are to come.
    fn lived_turns(&self, planned_s: f64, out_s: f64, events: &[Event]) -> Vec<f64> {
        let mut turns_s: Vec<f64> =
            events.iter().filter(|e| e.what == Deed::Turned).map(|e| e.at_s).collect();
        let told_s = turns_s.clone();
        match (self.turn, turns_s.last().copied()) {
            (Turn::Every(_), None) => turns_s = self.schedule(planned_s).turns_s,
            (_, None) => {
                let settled_s = events.last().map_or(0.0, |e| e.at_s);
                let planned = self.schedule(planned_s).turns_s;
                turns_s.extend(planned.into_iter().map(|turn_s| turn_s.max(settled_s)));
            }
            (Turn::Every(often_s), Some(last_s)) => {
                let every_s = every_s(often_s, planned_s);
                let mut next_s = (last_s + every_s).max(FIRST_OF_MANY_S);
                while next_s < planned_s - 0.5 * every_s {
                    turns_s.push(next_s);
                    next_s += every_s;
                }
            }
            (Turn::Never | Turn::AtShare(_) | Turn::At(_), Some(_)) => {}
        }
        // Moved to another heat it lies as it lies, unless a hand turns it.
        let moved = events.iter().find(|e| matches!(e.what, Deed::MovedTo { .. }));
        let moved_s = moved.map_or(f64::INFINITY, |e| e.at_s);
        turns_s.retain(|at_s| *at_s < out_s && (*at_s < moved_s || told_s.contains(at_s)));
        turns_s
    }

    /// Stretches in which what is above it is not what the plan has there.
    fn spells(&self, events: &[Event]) -> Vec<Spell> {
        let mut spells: Vec<Spell> = Vec::new();
        // Of the lid that was touched last.
        let mut lid: Option<usize> = None;
        for event in events {
            let from_s = event.at_s;
            match event.what {
                Deed::Lid(is_on) => {
                    end(&mut spells, lid, from_s);
                    lid = Some(spells.len());
                    let covers = if is_on { Covers::Lid(self.under_lid) } else { Covers::Nothing };
                    spells.push(Spell { from_s, until_s: f64::INFINITY, covers });
                }
                // The lid stays behind.
                Deed::MovedTo { .. } => end(&mut spells, lid.take(), from_s),
                Deed::Basted => {
                    let until_s = from_s + BASTED_S;
                    let last = spells.iter_mut().rfind(|s| matches!(s.covers, Covers::Fat(_)));
                    match last {
                        // The fat is still hot: it stays so for longer.
                        Some(spell) if from_s <= spell.until_s => spell.until_s = until_s,
                        _ => {
                            let covers = Covers::Fat(self.basted);
                            spells.push(Spell { from_s, until_s, covers });
                        }
                    }
                }
                _ => {}
            }
        }
        spells
    }
}

/// A stretch in which something else is above the piece.
struct Spell {
    from_s: f64,
    until_s: f64,
    covers: Covers,
}

/// What is above it.
#[derive(Clone, Copy)]
enum Covers {
    Lid(Surround),
    Nothing,
    Fat(Surround),
}

/// Ends a spell.
fn end(spells: &mut [Spell], which: Option<usize>, at_s: f64) {
    if let Some(spell) = which.and_then(|i| spells.get_mut(i)) {
        spell.until_s = spell.until_s.min(at_s);
    }
}

/// The stage in force at a moment.
fn in_force(stages: &[(f64, Stage<'_>)], at_s: f64) -> usize {
    stages.iter().rposition(|(start_s, _)| *start_s <= at_s).unwrap_or(0)
}

/// Makes a stage begin at a moment, as the one in force goes on; its place.
fn split(stages: &mut Vec<(f64, Stage<'_>)>, at_s: f64) -> usize {
    let now = in_force(stages, at_s);
    if now == 0 && at_s <= 0.0 {
        // What was so before the fish went in.
        return 0;
    }
    // Its step was told when it began.
    let own = Stage { words: None, knob: None, ..stages[now].1 };
    stages.insert(now + 1, (at_s.max(stages[now].0), own));
    now + 1
}

/// The stages from a place on that cook on the same source.
fn same_source<'s, 'a>(
    stages: &'s mut [(f64, Stage<'a>)],
    from: usize,
) -> impl Iterator<Item = &'s mut Stage<'a>> {
    let source = stages[from].1.heater.reservoir;
    let later = stages[from..].iter_mut().map(|(_, stage)| stage);
    later.take_while(move |stage| stage.heater.reservoir == source)
}

/// From now on this source stands at `set_c`, whatever the plan had in mind for its knob.
fn set_by_hand(stages: &mut Vec<(f64, Stage<'_>)>, at_s: f64, set_c: f64) {
    let own = split(stages, at_s);
    for stage in same_source(stages, own) {
        stage.heater.set_c = set_c;
        stage.heater.is_held = false;
        if at_s <= 0.0 {
            // The fish meets what was set before it.
            stage.heater.start_c = set_c;
        }
    }
}

/// From now on this source is as hot as was seen, and stays so or goes on towards what it is set to.
fn tell(
    stages: &mut Vec<(f64, Stage<'_>)>,
    at_s: f64,
    medium_c: impl Fn(&Heater) -> f64,
    is_held: bool,
) {
    let own = split(stages, at_s);
    let start_c = medium_c(&stages[own].1.heater);
    for stage in same_source(stages, own) {
        stage.heater = Heater { start_c, is_held, told: stage.heater.told + 1, ..stage.heater };
    }
}

/// From now on something cold takes heat out of this source; what joined before goes on taking what
/// it lacks.
fn join(stages: &mut Vec<(f64, Stage<'_>)>, at_s: f64, mass_kg: f64, start_c: f64) {
    let own = split(stages, at_s);
    let heater = stages[own].1.heater;
    let warms_k = (heater.set_c.min(JOINED_C) - start_c).max(0.0);
    let heat_j = heater.joined.left_j(at_s) + mass_kg * JOINED_J_KGK * warms_k;
    for stage in same_source(stages, own) {
        stage.heater.joined = Draw { heat_j, from_s: at_s, over_s: JOINED_S };
    }
}

/// The stage that would come next begins now, and those after it keep their distance at least.
fn begin_next(stages: &mut [(f64, Stage<'_>)], at_s: f64) {
    let next = in_force(stages, at_s) + 1;
    let Some((planned_s, _)) = stages.get(next) else { return };
    let sooner_s = planned_s - at_s;
    for (start_s, stage) in &mut stages[next..] {
        *start_s -= sooner_s;
        stage.heater.is_held = false;
    }
}

/// The piece goes on in another heat, and nothing that its plan had in mind for later happens to it.
fn move_to<'a>(stages: &mut Vec<(f64, Stage<'a>)>, at_s: f64, arrived: &Arrived<'a>, set_c: f64) {
    let now = in_force(stages, at_s);
    stages.truncate(now + 1);
    let start_s = at_s.max(stages[now].0);
    for (after_s, stage) in &arrived.stages {
        let heater = Heater { start_c: set_c, set_c, ..stage.heater };
        stages.push((start_s + after_s, Stage { heater, ..*stage }));
    }
}

/// Puts something else above the piece for a while.
fn cover(stages: &mut Vec<(f64, Stage<'_>)>, spell: &Spell) {
    let is_bare = stages[in_force(stages, spell.from_s)].1.uncovered.is_none();
    if is_bare && matches!(spell.covers, Covers::Nothing) {
        return;
    }
    let first = split(stages, spell.from_s);
    if spell.until_s.is_finite() {
        split(stages, spell.until_s);
    }
    for (_, stage) in stages[first..].iter_mut().take_while(|(at_s, _)| *at_s < spell.until_s) {
        match (spell.covers, stage.uncovered) {
            (Covers::Fat(fat), _) => stage.around.above = fat,
            (Covers::Lid(above), None) => {
                stage.uncovered = Some(stage.around);
                stage.around.above = above;
            }
            (Covers::Nothing, Some(open)) => {
                stage.around = open;
                stage.uncovered = None;
            }
            // A lid is on it, or none is, already.
            (Covers::Lid(_), Some(_)) | (Covers::Nothing, None) => {}
        }
    }
}
