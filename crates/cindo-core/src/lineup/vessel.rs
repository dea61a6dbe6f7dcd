//! Several in one vessel: who goes in when, and what is done to its heat for whom.

use super::chain::{HEAT, LONGEST_WAIT_S, Move, StepKind};
use super::fish::{OTHER_S, Part, Shared};
use super::request::Dish;
use super::schedule::TICK_S;
use super::station::{to_s, to_ticks};
use super::{Kitchen, LONGEST_REST_S, Solve, WORTH_S};
use crate::catalogue::Joins;
use crate::cook::{Joining, SET_BEFORE_S, Sharer, together};
use crate::error::FieldError;
use crate::plan::{PlanAnswer, Step};
use crate::say::clock;
use crate::setup::{PlanRequest, resolve};
use crate::timeline::Programme;
use cindo_heat::bounded::Bounded;

/// Of more than so many in one vessel nobody knows who goes in when by the second: each is planned as if it met the heat
/// as it is set.
const MOST_TOGETHER: usize = 8;
/// What goes in within so long of another goes in with it, s.
const AT_ONCE_S: f64 = 20.0;
/// How often a rest is tried again because the pull has moved by it.
const RESTS_TRIED: usize = 2;
/// What comes out so long before the rest is worth a word, s.
const WAITS_LONG_S: f64 = 60.0;

/// A side that goes in with a fish.
pub(super) struct GoesIn {
    /// Place of its dish.
    pub(super) place: usize,
    /// After the fish went in, s.
    pub(super) at_s: f64,
    pub(super) title: String,
}

impl<'r> Shared<'r> {
    /// Those that share a heat cool it for one another, and so does what joins them: each stays in until it is right,
    /// and goes in as long before, or with the others where what they cook in changes under way. When each side goes in.
    pub(super) fn share(
        &self,
        kitchen: &Kitchen<'_>,
        parts: &mut [Part<'r>],
        solve: &mut Solve<'_>,
    ) -> Result<Vec<GoesIn>, Vec<FieldError>> {
        let sides = self.sides(kitchen);
        let at_once = parts.len() > 1 && is_moved(kitchen, &parts[0])?;
        if at_once {
            self.all_at_once(parts, solve);
        } else if parts.len() <= MOST_TOGETHER && parts.len() + sides.len() > 1 {
            let (_, in_s) = self.go_in_s(parts, false);
            let joining = sides.iter().map(|(_, joins, mass_g)| Joining {
                before_end_s: joins.before_end_s,
                mass_g: *mass_g,
                start_c: joins.start_c,
            });
            let mut joining: Vec<Joining> = joining.collect();
            let sharers: Vec<Sharer<'_>> = parts
                .iter()
                .zip(in_s)
                .map(|(part, in_s)| Sharer {
                    request: &part.fish.request,
                    out_s: in_s + part.pull_s,
                    went_in_s: part.at_stove_s(),
                    // All of them join the host.
                    sides: std::mem::take(&mut joining),
                })
                .collect();
            let moments = together(kitchen.bench, &sharers)
                .map_err(|(place, errors)| parts[place].fish.named(errors))?;
            for (part, moments) in parts.iter_mut().zip(moments) {
                // At the stove what shares its heat is in its moments already.
                if part.fish.request.out_s.is_none() {
                    part.pull_s = moments.pull_s;
                    part.turn_s = moments.turn_s;
                }
            }
        }
        self.offset(parts, at_once);
        let side = |(place, joins, _): (usize, &Joins, f64)| GoesIn {
            place,
            at_s: (parts[0].pull_s - joins.before_end_s).max(0.0),
            title: joins.title.clone(),
        };
        Ok(sides.into_iter().map(side).collect())
    }

    /// Sides that join the host: place, how, and how much, g.
    fn sides<'k>(&self, kitchen: &'k Kitchen<'_>) -> Vec<(usize, &'k Joins, f64)> {
        let of = |(place, dish): &(usize, &Dish)| {
            let side = kitchen.bench.catalogue.side(dish.side.as_deref()?)?;
            let servings = dish.servings.unwrap_or(super::USUAL_SERVINGS);
            let grams: f64 = side.parts.iter().map(|part| part.grams).sum();
            Some((*place, side.joins.as_ref()?, grams * f64::from(servings)))
        };
        self.joiners.iter().filter_map(of).collect()
    }

    /// All go in at once: who is done before the others stands, and is planned for that.
    fn all_at_once(&self, parts: &mut [Part<'r>], solve: &mut Solve<'_>) {
        let due_s = |part: &Part<'_>| part.goes_in_s(0.0);
        let in_s = parts.iter().map(due_s).fold(f64::INFINITY, f64::min);
        for part in &mut *parts {
            let usual_s = part.plan.answer.rest_s;
            for _ in 0..RESTS_TRIED {
                let stands_s = part.fish.dish.serve_s - in_s - part.pull_s;
                let is_known = part.at_stove_s().is_some();
                if is_known || (stands_s - part.plan.answer.rest_s).abs() < WORTH_S {
                    break;
                }
                let rest_s = Some(stands_s.bounded(usual_s, LONGEST_REST_S).round());
                let fish = part.fish.by(&PlanRequest { rest_s, ..part.fish.request.clone() });
                // Where it cannot be planned for that it stays as it was.
                let Ok(plan) = self.planned(&fish, solve) else { break };
                (part.pull_s, part.fish, part.plan) = (plan.answer.pull_s, fish, plan);
            }
            let longer_s = part.plan.answer.rest_s - usual_s;
            part.note = (longer_s > WAITS_LONG_S).then(|| {
                let longer = clock(longer_s);
                format!("It goes in with the others, as their heat changes under way, and is done {longer} before them.")
            });
        }
    }

    /// When the first goes in, and each of them, s: as long before its moment as it takes, and what is at the stove when it
    /// did. What is late there makes what is still to come as late, which otherwise stays where it stood.
    fn go_in_s(&self, parts: &[Part<'_>], at_once: bool) -> (f64, Vec<f64>) {
        let begun = self.host.dish.fixed.iter().find(|fixed| fixed.key == first_heat());
        // As the schedule has it.
        let ticked_s = |at_s: f64| to_s(to_ticks(at_s));
        let begun_s = begun.map(|fixed| ticked_s(fixed.start_s));
        let asked_s = |part: &Part<'_>| part.goes_in_s(0.0);
        let first_s = parts.iter().map(asked_s).fold(f64::INFINITY, f64::min);
        let told = parts.iter().filter_map(|part| Some((part, part.at_stove_s()?)));
        let late_s = told.map(|(part, in_s)| in_s - part.goes_in_s(0.0));
        let late_s = late_s.reduce(f64::max);
        let begins_s = match late_s {
            None => begun_s.unwrap_or(first_s),
            Some(_) => parts
                .iter()
                .filter_map(Part::at_stove_s)
                .map(ticked_s)
                .chain(begun_s)
                .fold(f64::INFINITY, f64::min),
        };
        let in_s = |part: &Part<'_>| {
            let is_host = part.fish.place == self.host.place;
            let held_s = part.fish.dish.held_until_s.filter(|_| !is_host).unwrap_or(begins_s);
            let open_s = match late_s {
                _ if at_once => begins_s,
                // All of it is where the first of them is.
                None => asked_s(part) + begins_s - first_s,
                // It went in as it was lined up.
                Some(_) if begun_s.is_some() && asked_s(part) <= first_s => begins_s,
                // What began at no round time is out at a round one: not after its own.
                Some(late_s) => {
                    let behind_s = part.goes_in_s(late_s) - TICK_S;
                    part.stood_s().map_or(behind_s, |stood_s| stood_s.max(behind_s))
                }
            };
            part.at_stove_s().unwrap_or_else(|| open_s.max(held_s).max(begins_s))
        };
        (begins_s, parts.iter().map(in_s).collect())
    }

    /// How long after the first one each goes in.
    fn offset(&self, parts: &mut [Part<'r>], at_once: bool) {
        let (begins_s, in_s) = self.go_in_s(parts, at_once);
        for (part, in_s) in parts.iter_mut().zip(in_s) {
            part.offset_s = (in_s - begins_s).bounded(0.0, LONGEST_WAIT_S);
        }
    }
}

/// Key of the first batch in the heat.
fn first_heat() -> String {
    format!("{HEAT}1")
}

impl Part<'_> {
    /// When it went in at the stove, s.
    fn at_stove_s(&self) -> Option<f64> {
        self.fish.dish.at_stove.as_ref().map(|at_stove| at_stove.start_s)
    }

    /// When it was to go in before the last change, s.
    fn stood_s(&self) -> Option<f64> {
        let stood = self.fish.dish.stood.as_ref()?;
        stood.starts.iter().find(|start| start.key == first_heat()).map(|start| start.start_s)
    }

    /// When it has to go in to be eaten so much later than asked, s.
    fn goes_in_s(&self, late_s: f64) -> f64 {
        self.fish.dish.serve_s + late_s - self.plan.answer.rest_s - self.pull_s
    }
}

/// Whether what it cooks in changes under way, so that nothing can go in later: a pan that goes into the oven, or in which
/// liquid is poured.
fn is_moved(kitchen: &Kitchen<'_>, part: &Part<'_>) -> Result<bool, Vec<FieldError>> {
    let resolved =
        resolve(kitchen.bench, &part.fish.request).map_err(|errors| part.fish.named(errors))?;
    let stages = Programme::of(&resolved.setup).stages;
    Ok(stages.iter().any(|stage| stage.heater.reservoir != stages[0].heater.reservoir))
}

/// What the others mean for what is done with one of those that share a vessel.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Around {
    /// It goes in with one of which the same is said.
    is_said: bool,
    /// The heat is turned down for it; where another goes in before that, it stays up for that one.
    turns_down: bool,
    /// The heat was turned down, and is turned up for it: when, s after the first went in.
    pub(super) up_s: Option<f64>,
}

/// That for each.
pub(super) fn around(parts: &[Part<'_>]) -> Vec<Around> {
    let down_s: Vec<Option<f64>> = parts.iter().map(turned_down_s).collect();
    let later = |part: &Part<'_>, other: &Part<'_>| other.offset_s > part.offset_s + AT_ONCE_S;
    let is_down = |place: usize, down_s: f64| {
        let part = &parts[place];
        !parts.iter().any(|o| later(part, o) && o.offset_s - SET_BEFORE_S <= down_s)
    };
    let done = |(place, down_s): (usize, &Option<f64>)| down_s.filter(|s| is_down(place, *s));
    let done_s: Vec<Option<f64>> = down_s.iter().enumerate().map(done).collect();
    let of = |(place, part): (usize, &Part<'_>)| {
        let is_said =
            parts[..place].iter().any(|o| (o.offset_s - part.offset_s).abs() <= AT_ONCE_S);
        let up_s = part.offset_s - SET_BEFORE_S;
        let last = |times: &mut dyn Iterator<Item = f64>| {
            times.filter(|at_s| *at_s < up_s).fold(f64::NEG_INFINITY, f64::max)
        };
        let before = |other: &&Part<'_>| later(other, part);
        let last_in_s = last(&mut parts.iter().filter(before).map(|other| other.offset_s));
        let last_down_s = last(&mut done_s.iter().flatten().copied());
        let is_low = last_down_s > last_in_s && !is_said;
        Around {
            is_said,
            turns_down: down_s[place].is_none() || done_s[place].is_some(),
            up_s: is_low.then_some(up_s),
        }
    };
    parts.iter().enumerate().map(of).collect()
}

/// When the heat is turned down for one, s after the first went in.
fn turned_down_s(part: &Part<'_>) -> Option<f64> {
    let answer = &part.plan.answer;
    let down_s = answer.setting.turn_down_s?;
    let at_s = part.turn_s.filter(|_| is_turn(answer, down_s)).unwrap_or(down_s);
    Some(part.offset_s + at_s)
}

/// Whether a plan turns it then.
pub(super) fn is_turn(answer: &PlanAnswer, at_s: f64) -> bool {
    answer.turns_s.iter().any(|turn_s| (turn_s - at_s).abs() < 1.0)
}

impl Around {
    /// What a step under way says: what to do, how, and the cue; none where that is left out.
    pub(super) fn says<'s>(
        &self,
        step: &'s Step,
        answer: &PlanAnswer,
    ) -> Option<(&'s str, &'s str, &'s str)> {
        let is_turn = is_turn(answer, step.start_s);
        let is_down = answer.setting.turn_down_s.is_some_and(|s| (s - step.start_s).abs() < 1.0);
        if is_down && !self.turns_down {
            return is_turn.then_some((
                "Turn, the heat as it is",
                "What went in after it wants it hot.",
                step.cue.as_str(),
            ));
        }
        let is_left_out = self.is_said && !is_turn;
        (!is_left_out).then_some((step.title.as_str(), step.detail.as_str(), step.cue.as_str()))
    }
}

/// The heat is turned up for what goes in next.
pub(super) fn heated_up(part: &Part<'_>, station: usize, at_s: f64) -> Move {
    let setting = &part.plan.answer.setting;
    Move {
        kind: StepKind::Heat,
        at_s,
        duration_s: 0.0,
        hands_s: OTHER_S,
        look_s: 0.0,
        station,
        dish: Some(part.fish.place),
        title: format!("Heat up to {}", setting.knob),
        detail: "It was turned down for what is in it; what goes in next wants it hot.".to_owned(),
        cue: setting.look.clone(),
    }
}
