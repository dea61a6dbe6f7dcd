//! What really happened: events take the place of the plan's moments.

use super::programme::{FIRST_OF_MANY_S, every_s};
use super::{Programme, Schedule, Stage, Turn};
use cindo_heat::reservoir::Draw;
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
    },
    /// Began what the method does next: moved it into the oven, shut the door.
    NextStage,
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
                Deed::Joined { mass_kg, start_c } => {
                    join(&mut stages, event.at_s, mass_kg, start_c);
                }
                Deed::Turned | Deed::Out | Deed::Lid(_) | Deed::Basted => {}
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
        turns_s.retain(|at_s| *at_s < out_s);
        turns_s
    }

    /// Stretches in which something else is above it.
    fn spells(&self, events: &[Event]) -> Vec<Spell> {
        let mut spells: Vec<Spell> = Vec::new();
        for event in events {
            match event.what {
                Deed::Lid(is_on) => {
                    for spell in spells.iter_mut().filter(|s| s.above == self.under_lid) {
                        spell.until_s = spell.until_s.min(event.at_s);
                    }
                    if is_on {
                        let (from_s, until_s) = (event.at_s, f64::INFINITY);
                        spells.push(Spell { from_s, until_s, above: self.under_lid });
                    }
                }
                Deed::Basted => spells.push(Spell {
                    from_s: event.at_s,
                    until_s: event.at_s + BASTED_S,
                    above: self.basted,
                }),
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
    above: Surround,
}

/// The stage in force at a moment.
fn in_force(stages: &[(f64, Stage<'_>)], at_s: f64) -> usize {
    stages.iter().rposition(|(start_s, _)| *start_s <= at_s).unwrap_or(0)
}

/// Makes a stage begin at a moment, as the one in force goes on; its place.
fn split(stages: &mut Vec<(f64, Stage<'_>)>, at_s: f64) -> usize {
    let now = in_force(stages, at_s);
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
        if at_s <= 0.0 {
            // The fish meets what was set before it.
            stage.heater.start_c = set_c;
        }
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
    for (start_s, _) in &mut stages[next..] {
        *start_s -= sooner_s;
    }
}

/// Puts something else above the piece for a while.
fn cover(stages: &mut Vec<(f64, Stage<'_>)>, spell: &Spell) {
    let first = split(stages, spell.from_s);
    if spell.until_s.is_finite() {
        split(stages, spell.until_s);
    }
    for (_, stage) in stages[first..].iter_mut().take_while(|(at_s, _)| *at_s < spell.until_s) {
        stage.above = spell.above;
    }
}
