//! How a cook under way ends for one moment of taking it off or another: what has happened is gone through
//! once, only what comes is gone through for each.

use super::follow::{Cook, SHORTEST_S};
use super::story::LONGEST_S;
use crate::plan::{Ending, Root, Trial, heat, rising_root};
use crate::timeline::{Event as Done, Lived};
use cindo_heat::solve::{Accuracy, Simulation};

/// The core's level is found to this, K.
const LEVEL_K: f64 = 0.04;

/// Ends of one cook after what happened to it, on one column.
pub(super) struct Ends<'e, 'c, 'a> {
    cook: &'e Cook<'c, 'a>,
    /// The column; its own programme is not used.
    trial: &'e Trial<'a>,
    deeds: &'e [Done],
    last_s: f64,
    /// The way up to the last thing that happened, and how it stood then.
    past: Option<(Lived<'a>, Simulation<'e>)>,
}

impl<'e, 'c, 'a> Ends<'e, 'c, 'a> {
    pub(super) fn of(cook: &'e Cook<'c, 'a>, trial: &'e Trial<'a>, deeds: &'e [Done]) -> Self {
        let last_s = deeds.last().map_or(0.0, |e| e.at_s);
        Self { cook, trial, deeds, last_s, past: None }
    }

    /// Taken off at a moment, s.
    pub(super) fn at(&mut self, out_s: f64) -> Ending {
        let lived = self.cook.lived(out_s, self.deeds);
        let known_s = self.last_s.min(out_s);
        let on = |simulation: &mut Simulation<'_>, until_s: f64| {
            heat(&lived.programme, simulation, &lived.schedule, until_s, &mut ());
        };
        let past = self.past.take().filter(|(past, now)| {
            now.time_s() <= known_s && past.is_same_until(&lived, self.last_s)
        });
        let (past, now) = past.unwrap_or_else(|| {
            let mut now = self.trial.raw();
            on(&mut now, known_s);
            (lived.clone(), now)
        });
        let mut simulation = now.clone();
        self.past = Some((past, now));
        on(&mut simulation, out_s);
        self.trial.rest(&mut simulation, &lived.schedule)
    }
}

impl Cook<'_, '_> {
    /// The pull after which the core gets as warm as the plan had it; `None` where the heat does not reach that
    /// far any more.
    pub(super) fn core_pull_s(&self, deeds: &[Done]) -> Option<f64> {
        if deeds.is_empty() && !self.is_corrected {
            return Some(self.promise.pull_s);
        }
        let trial = Trial::new(&self.resolved.setup, Accuracy::FAST);
        let mut ends = Ends::of(self, &trial, deeds);
        let guess = Root { at: self.promise.pull_s, slope: self.promise.slope_k_s };
        let span = (ends.last_s.max(SHORTEST_S), LONGEST_S);
        let level = |pull_s: f64| ends.at(pull_s).level_c;
        rising_root(level, self.promise.level_c, LEVEL_K, guess, span).map(|root| root.at)
    }

    /// How it ends when it is off the heat at a moment, as its plan would have it.
    pub(super) fn ended(&self, accuracy: Accuracy, deeds: &[Done], out_s: f64) -> Ending {
        let trial = Trial::new(&self.resolved.setup, accuracy);
        self.promise.ending(Ends::of(self, &trial, deeds).at(out_s))
    }
}
