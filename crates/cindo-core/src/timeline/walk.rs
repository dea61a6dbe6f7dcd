//! The walk through stages and turns.

use super::programme::{Around, Programme, Stage};
use super::schedule::{SAME_S, Schedule};
use cindo_heat::solve::{Phase, Sink};

/// A stretch in which nothing changes.
#[derive(Debug, Clone, Copy)]
pub struct Stretch<'p, 'a> {
    /// How long, s.
    pub duration_s: f64,
    /// What surrounds the piece.
    pub stage: &'p Stage<'a>,
    /// Whether it lies on its second side.
    pub is_turned: bool,
}

impl Stretch<'_, '_> {
    /// For one column. The faces stay with the fish, the heat changes sides.
    pub fn phase(&self) -> Phase {
        let Stage { around: Around { below, above, .. }, heater, .. } = *self.stage;
        let (bottom, top) = if self.is_turned { (above, below) } else { (below, above) };
        Phase { duration_s: self.duration_s, bottom: Some(bottom), top: Some(top), heater }
    }
}

impl<'a> Programme<'a> {
    /// Walks from one moment to another in the heat. `run` runs a stretch and says at what moment it
    /// ended, or that it was stopped.
    pub fn walk(
        &self,
        schedule: &Schedule,
        (from_s, until_s): (f64, f64),
        mut run: impl FnMut(&Stretch<'_, 'a>) -> Option<f64>,
    ) -> Sink {
        let mut now_s = from_s;
        loop {
            let next_s = schedule.next_change_s(now_s).min(until_s);
            if next_s <= now_s + SAME_S {
                return Sink::Continue;
            }
            let stretch = Stretch {
                duration_s: next_s - now_s,
                stage: &self.stages[schedule.stage(now_s)],
                is_turned: schedule.is_turned(now_s),
            };
            match run(&stretch) {
                Some(ended_s) => now_s = ended_s,
                None => return Sink::Stop,
            }
        }
    }

    /// The rest of a piece taken off at `pull_s`, lying as it came out.
    pub fn rested(&self, schedule: &Schedule, pull_s: f64, duration_s: f64) -> Stretch<'_, 'a> {
        let is_turned = schedule.is_turned_before(pull_s);
        Stretch { duration_s, stage: &self.rest[usize::from(is_turned)], is_turned }
    }
}
