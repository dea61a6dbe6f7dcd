//! What really happened: events take the place of the plan's moments.

use super::{Programme, Schedule, Stage};

/// What a hand did.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Deed {
    /// Turned it.
    Turned,
    /// Set the heat that it cooks on to this temperature, °C.
    HeatSet(f64),
    /// Began what the method does next: put the lid on, moved it into the oven, shut the door.
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

impl<'a> Programme<'a> {
    /// The way of a piece that was planned to come off at `planned_s` and that events (in the order of
    /// their times) happened to. What nobody reported happened as planned: a turn made takes the place
    /// of the next planned one, a heat set by hand stands until the piece moves to another source.
    pub fn lived(&self, planned_s: f64, events: &[Event]) -> Lived<'a> {
        let out = events.iter().find(|e| e.what == Deed::Out);
        let out_s = out.map_or(planned_s, |e| e.at_s);
        let mut turns_s: Vec<f64> =
            events.iter().filter(|e| e.what == Deed::Turned).map(|e| e.at_s).collect();
        let planned = self.schedule(planned_s);
        turns_s.extend(planned.turns_s.iter().skip(turns_s.len()));
        turns_s.retain(|at_s| *at_s < out_s);
        // Stages that hang on the turn hang on the real one.
        let starts_s = self.starts(&turns_s, out_s);
        let mut stages: Vec<(f64, Stage<'a>)> =
            starts_s.iter().copied().zip(self.stages.iter().copied()).collect();
        for event in events {
            match event.what {
                Deed::Turned | Deed::Out => {}
                Deed::HeatSet(set_c) => set_by_hand(&mut stages, event.at_s, set_c),
                Deed::NextStage => begin_next(&mut stages, event.at_s),
            }
        }
        let (starts_s, stages) = stages.into_iter().unzip();
        Lived {
            programme: Programme { stages, ..self.clone() },
            schedule: Schedule { turns_s, starts_s },
            out_s,
        }
    }
}

/// The stage in force at a moment.
fn in_force(stages: &[(f64, Stage<'_>)], at_s: f64) -> usize {
    stages.iter().rposition(|(start_s, _)| *start_s <= at_s).unwrap_or(0)
}

/// From now on this source stands at `set_c`, whatever the plan had in mind for its knob.
fn set_by_hand(stages: &mut Vec<(f64, Stage<'_>)>, at_s: f64, set_c: f64) {
    let now = in_force(stages, at_s);
    let source = stages[now].1.heater.reservoir;
    let mut own = stages[now].1;
    own.heater.set_c = set_c;
    for (_, stage) in stages[now + 1..].iter_mut().take_while(|(_, s)| s.heater.reservoir == source)
    {
        stage.heater.set_c = set_c;
    }
    stages.insert(now + 1, (at_s, own));
}

/// The stage that would come next begins now, and those after it keep their distance at least.
fn begin_next(stages: &mut [(f64, Stage<'_>)], at_s: f64) {
    let next = in_force(stages, at_s) + 1;
    if let Some((start_s, _)) = stages.get_mut(next) {
        *start_s = at_s;
    }
}
