//! Where a cook stands and what comes: replay of what happened, and the rest of the plan solved again.

use super::cue_sheet::build_cue_sheet;
use super::ends::Ends;
use super::estimate::{Estimate, Fit};
use super::event::Event;
use super::learn::Learnt;
use super::moves::moves;
use super::promise::{Promise, planned};
use super::reading::Reading;
use super::reason::{Before, changed, describe_stage};
use super::standing::{After, STANDING_S, stand};
use super::story::{LONGEST_S, Status, Story};
use super::view::{CookNow, CookView, Forecast, Late, Waits};
use crate::bench::Bench;
use crate::catalogue::OtherHeat;
use crate::error::{FieldError, Problems};
use crate::plan::{
    Ending, Probe, Record, Sampling, Series, Telling, Times, Trial, look_from_s, record,
};
use crate::say::{hundredth, tenth, thousandth};
use crate::setup::{PlanRequest, Resolved, resolve};
use crate::timeline::{Deed, Event as Done, Lived, Programme, Stage, Turn};
use cindo_heat::bounded::Bounded;
use cindo_heat::solve::Accuracy;

/// Nine of ten lie within so many spreads.
const NINE_OF_TEN: f64 = 1.645;
/// Shortest time in the heat, s.
pub(super) const SHORTEST_S: f64 = 2.0;
/// How late is looked at, s.
const LATE_S: [f64; 6] = [0.0, 20.0, 40.0, 60.0, 90.0, 120.0];
/// Up to so many events before a turn that nobody told, the forecast after each of them is looked at.
const STEPS: usize = 8;

/// A cook with everything looked up.
pub(super) struct Cook<'c, 'a> {
    pub(super) resolved: &'c Resolved<'a>,
    pub(super) promise: &'c Promise,
    programme: Programme<'a>,
    /// How much hotter the heat is than it was thought to be, K: settings by hand are as far off.
    pub(super) heat_k: f64,
    /// Whether readings have changed what is thought of the piece.
    pub(super) is_corrected: bool,
}

impl<'c, 'a> Cook<'c, 'a> {
    pub(super) fn new(resolved: &'c Resolved<'a>, promise: &'c Promise) -> Self {
        let programme = Programme::of(&resolved.setup);
        let heat_k = resolved.setup.runs_k;
        Self { resolved, promise, programme, heat_k, is_corrected: false }
    }

    /// As readings have it.
    pub(super) fn corrected(resolved: &'c Resolved<'a>, promise: &'c Promise, heat_k: f64) -> Self {
        Self { heat_k, is_corrected: true, ..Self::new(resolved, promise) }
    }

    pub(super) fn lived(&self, planned_s: f64, deeds: &[Done]) -> Lived<'a> {
        lived(&self.programme, planned_s, deeds, self.heat_k)
    }
}

/// The way of a piece whose heat is off by so much, K.
pub(super) fn lived<'a>(
    programme: &Programme<'a>,
    planned_s: f64,
    deeds: &[Done],
    heat_k: f64,
) -> Lived<'a> {
    // What is known to be off is the heat of its plan, not one that it was moved to.
    let mut off_k = heat_k;
    let set = |done: &Done| match done.what {
        Deed::HeatSet(set_c) => Done { what: Deed::HeatSet(set_c + off_k), ..*done },
        Deed::MovedTo { .. } => {
            off_k = 0.0;
            *done
        }
        _ => *done,
    };
    let deeds: Vec<Done> = deeds.iter().map(set).collect();
    programme.lived(planned_s, &deeds)
}

/// One column of a cook, whose surroundings are those of its events.
pub(super) fn column<'a>(
    resolved: &Resolved<'a>,
    accuracy: Accuracy,
    lived: Lived<'a>,
) -> Trial<'a> {
    let mut trial = Trial::new(&resolved.setup, accuracy);
    trial.programme = lived.programme;
    trial
}

impl Cook<'_, '_> {
    /// The right pull after what happened; `None` where the heat does not reach that far any more.
    pub(super) fn pull_s(&self, deeds: &[Done]) -> Option<f64> {
        let [pull_s] = self.pulls_s([deeds]);
        pull_s
    }

    /// The right pulls of several ways that have much in common.
    pub(super) fn pulls_s<const N: usize>(&self, ways: [&[Done]; N]) -> [Option<f64>; N] {
        let Resolved { setup, target, limit, .. } = self.resolved;
        let probe = (target.hold_s > 0.0).then(|| Probe::new(setup, *limit, Telling::Core));
        let mut looks = probe.as_ref().map(Probe::looks);
        ways.map(|deeds| {
            let core_s = self.core_pull_s(deeds)?;
            let is_planned = deeds.is_empty() && !self.is_corrected;
            match looks.as_mut().filter(|_| !is_planned) {
                Some(looks) => self.held_pull_s(looks, deeds, core_s),
                None => Some(core_s),
            }
        })
    }

    /// What happened, with the turn that nobody reported and that was due before something else was:
    /// what the plan had for its moment happened.
    pub(super) fn with_assumed_turn(&self, deeds: &[Done]) -> Vec<Done> {
        let is_once = matches!(self.programme.turn, Turn::At(_) | Turn::AtShare(_));
        let is_told = deeds.iter().any(|e| e.what == Deed::Turned);
        let mut deeds = deeds.to_vec();
        if !is_once || is_told {
            return deeds;
        }
        let Some(mut turn_s) = self.promise.turn_s else { return deeds };
        let before = |turn_s: f64| deeds.partition_point(|e| e.at_s < turn_s);
        // One after another; of very many some at once.
        let step = (deeds.len() / STEPS).max(1);
        let mut known = 0;
        // As it was forecast by what had happened before it.
        while before(turn_s) > known {
            known = (known + step).min(before(turn_s));
            let pull_s = self.core_pull_s(&deeds[..known]).unwrap_or(LONGEST_S);
            let lived = self.lived(pull_s, &deeds[..known]);
            let Some(forecast_s) = lived.schedule.turns_s.first() else { return deeds };
            turn_s = *forecast_s;
        }
        if known < deeds.len() {
            deeds.insert(known, Done { at_s: turn_s, what: Deed::Turned });
        }
        deeds
    }

    /// Works out how hot the heat was where it was seen to have fallen and nobody read it.
    fn settle_medium(&self, deeds: &mut [Done]) {
        for place in 0..deeds.len() {
            let (before, rest) = deeds.split_at_mut(place);
            if let Done { at_s, what: Deed::MediumSeen { medium_c, .. } } = &mut rest[0]
                && medium_c.is_none()
            {
                let seen_s = at_s.max(SHORTEST_S);
                let series = self.ending(Accuracy::FAST, before, seen_s).1.series;
                *medium_c = Some(at(&series, &series.medium_c, seen_s));
            }
        }
    }

    /// How it ends when it is off the heat at a moment.
    pub(super) fn ending(
        &self,
        accuracy: Accuracy,
        deeds: &[Done],
        out_s: f64,
    ) -> (Ending, Record) {
        let sampling = if accuracy == Accuracy::FAST { Sampling::LIVE } else { Sampling::SMALL };
        let ending = self.ended(accuracy, deeds, out_s);
        (ending, self.recorded((accuracy, sampling), deeds, (out_s, ending)))
    }

    /// The run that ends so, with everything that is shown.
    fn recorded(
        &self,
        (accuracy, sampling): (Accuracy, Sampling),
        deeds: &[Done],
        (out_s, ending): (f64, Ending),
    ) -> Record {
        let lived = self.lived(out_s, deeds);
        let schedule = lived.schedule.clone();
        let trial = column(self.resolved, accuracy, lived);
        record(self.resolved, &trial, &schedule, out_s, (ending, None), sampling)
    }

    /// What coming out late costs.
    fn late(&self, deeds: &[Done], pull_s: f64, level_c: f64) -> Vec<Late> {
        let trial = Trial::new(&self.resolved.setup, Accuracy::COARSE);
        let mut ends = Ends::of(self, &trial, deeds);
        let shown = (Accuracy::COARSE, Sampling::SMALL);
        let ends: Vec<(Ending, Record)> = LATE_S
            .iter()
            .map(|late_s| {
                let out_s = pull_s + late_s;
                let ending = self.promise.ending(ends.at(out_s));
                (ending, self.recorded(shown, deeds, (out_s, ending)))
            })
            .collect();
        let base_c = ends[0].0.level_c;
        let late = |(late_s, (ending, record)): (&f64, &(Ending, Record))| Late {
            late_s: *late_s,
            core_served_c: tenth(level_c + ending.level_c - base_c),
            dry_share: hundredth(record.dry_share),
            juice_lost_share: thousandth(record.juice_lost_share),
        };
        LATE_S.iter().zip(&ends).map(late).collect()
    }

    /// What standing does to a piece that is out.
    fn after(&self, deeds: &[Done], out_s: f64, level_c: f64) -> After {
        let lived = self.lived(out_s, deeds);
        let schedule = lived.schedule.clone();
        let trial = column(self.resolved, Accuracy::COARSE, lived);
        stand(self.resolved, &trial, &schedule, (out_s, level_c))
    }
}

/// A series at a moment.
pub(super) fn at(series: &Series, values: &[f64], at_s: f64) -> f64 {
    let times = &series.time_s;
    if times.len() < 2 {
        // A run that stopped at once: the budget of its question is spent, and it is answered so.
        return values.first().copied().unwrap_or_default();
    }
    let next = times.partition_point(|t| *t <= at_s).bounded(1, times.len() - 1);
    let (from_s, to_s) = (times[next - 1], times[next]);
    let share = ((at_s - from_s) / (to_s - from_s).max(1e-9)).bounded(0.0, 1.0);
    values[next - 1] + share * (values[next] - values[next - 1])
}

/// A cook read, understood and corrected: what both its view and its rescue begin from.
pub(super) struct Prepared<'a> {
    /// As readings have it.
    pub(super) resolved: Resolved<'a>,
    pub(super) story: Story,
    /// What happened in the heat, a turn that nobody told included.
    pub(super) deeds: Vec<Done>,
    learnt: Learnt,
    estimate: Option<Estimate>,
    heat_k: f64,
    /// The right pull as it was thought before the last thing that was read or noticed, s.
    thought_s: Option<f64>,
}

impl<'a> Prepared<'a> {
    /// Reads what was told up to a moment of the cook's clock, s: what the clock waits for is back then.
    pub(super) fn of(
        bench: Bench<'a>,
        request: &PlanRequest,
        promise: &Promise,
        (events, readings): (&[Event], &[Reading]),
        now_s: f64,
    ) -> Result<Self, Vec<FieldError>> {
        let mut story = Story::of(events)?;
        let mut request = planned(request);
        if let Some(on) = &story.rest_on {
            request.rest_on = Some(on.clone());
            request.rest_c = None;
        }
        let mut resolved = resolve(bench, &request)?;
        resolved.setup.elsewhere = other_heats(bench, &story.heats)?;
        let measured = request.piece.thickness_measured.unwrap_or(false);
        let thought = Cook::new(&resolved, promise);
        thought.settle_medium(&mut story.deeds);
        let mut deeds = thought.with_assumed_turn(&story.deeds);
        if story.held_c().is_some() {
            // What comes is worked out as if the heat were back now.
            let last_s = deeds.last().map_or(0.0, |done| done.at_s);
            deeds.push(Done { at_s: story.since_s(now_s).max(last_s), what: Deed::MediumBack });
        }
        let mut learnt = thought.learn(measured, &story, &deeds, readings);
        let unknowns = learnt.unknowns;
        let corrected = |fit: &Fit| {
            let setup = unknowns.varied(&resolved.setup, &fit.by());
            let heat_k = thought.heat_k + setup.medium_c - resolved.setup.medium_c;
            (Resolved { setup, ..resolved.clone() }, heat_k)
        };
        let pull_s = |fit: &Fit| {
            let (corrected, heat_k) = corrected(fit);
            Cook::corrected(&corrected, promise, heat_k).pull_s(&deeds)
        };
        learnt.fit = learnt.fit.map(|fit| match thought.pull_s(&deeds) {
            Some(thought_s) if story.out_s.is_none() => {
                let spread_s = promise.spread_s * thought_s / promise.pull_s;
                limit_fit(fit, (thought_s, MOST_SPREADS * spread_s), pull_s)
            }
            _ => fit,
        });
        let estimate = learnt.estimate(&resolved.setup);
        let thought_s = learnt.newest.as_ref().and_then(|newest| match &newest.before {
            Some(fit) => pull_s(fit),
            None => thought.pull_s(&deeds),
        });
        let (resolved, heat_k) = match &learnt.fit {
            Some(fit) => corrected(fit),
            None => (resolved.clone(), thought.heat_k),
        };
        Ok(Self { resolved, story, deeds, learnt, estimate, heat_k, thought_s })
    }

    pub(super) fn cook<'c>(
        &'c self,
        resolved: &'c Resolved<'a>,
        promise: &'c Promise,
    ) -> Cook<'c, 'a> {
        match self.learnt.fit {
            Some(_) => Cook::corrected(resolved, promise, self.heat_k),
            None => Cook::new(resolved, promise),
        }
    }

    /// When it comes off the heat, s: really, or when it is right. `None` where it never is.
    pub(super) fn out_s(&self, cook: &Cook<'_, 'a>) -> Option<f64> {
        self.story.out_s.or_else(|| cook.pull_s(&self.deeds))
    }

    /// The same, and how it was before the last thing happened, where that is what changed it.
    fn out_and_before(&self, cook: &Cook<'_, 'a>) -> (Option<f64>, Option<Before>) {
        let told = self.story.deeds.split_last().filter(|_| self.learnt.newest.is_none());
        let Some((_, before)) = told else { return (self.out_s(cook), None) };
        let before = cook.with_assumed_turn(before);
        let [was_s, out_s] = match self.story.out_s {
            Some(out_s) => [cook.pull_s(&before), Some(out_s)],
            None => cook.pulls_s([&before, &self.deeds]),
        };
        (out_s, Some(Before { deeds: before, pull_s: was_s.unwrap_or(LONGEST_S) }))
    }

    /// Since the fish met the heat at a moment of the cook's clock, s, as far as the piece is followed.
    pub(super) fn elapsed_s(&self, now_s: f64) -> Option<f64> {
        self.story.in_s.map(|_| self.story.since_s(now_s))
    }

    /// What changed last, in one line.
    fn reason(
        &self,
        cook: &Cook<'_, 'a>,
        before: Option<&Before>,
        right_s: Option<f64>,
        ending: &Ending,
    ) -> Option<String> {
        if let Some(newest) = &self.learnt.newest {
            let found = newest.cue.and_then(|place| self.story.cues.get(place));
            let said =
                found.map(|found| describe_stage(cook.resolved.setup.bench.catalogue, found));
            let said = said.as_deref().unwrap_or("by its readings");
            return Some(changed(said, right_s, self.thought_s));
        }
        cook.reason(&self.story.deeds, before?, right_s, ending)
    }

    fn spread_s(&self, cook: &Cook<'_, 'a>, pull_s: f64) -> f64 {
        match (&self.learnt.fit, self.story.out_s) {
            (_, Some(_)) => 0.0,
            (Some(fit), None) => cook.spread_s(&self.learnt, fit, &self.deeds, pull_s),
            (None, None) => cook.promise.spread_s,
        }
    }
}

/// Nothing that is read or noticed moves the pull by more than so many of the spreads that the plan allows for.
const MOST_SPREADS: f64 = 4.0;
/// A fit that goes further goes back by so many halvings of the way.
const HALVINGS: u32 = 6;

/// The fit, or as far on its way as its pull stays so near to what was thought, s.
fn limit_fit(
    fit: Fit,
    (thought_s, most_s): (f64, f64),
    pull_s: impl Fn(&Fit) -> Option<f64>,
) -> Fit {
    let is_near =
        |fit: &Fit| pull_s(fit).is_some_and(|pull_s| (pull_s - thought_s).abs() <= most_s);
    if is_near(&fit) {
        return fit;
    }
    let (mut near, mut far) = (0.0, 1.0);
    for _ in 0..HALVINGS {
        let middle = 0.5 * (near + far);
        if is_near(&fit.clone().scaled(middle)) { near = middle } else { far = middle }
    }
    fit.scaled(near)
}

/// The heats with these ids.
///
/// # Errors
/// One that the catalogue no longer knows.
pub(super) fn other_heats<'a>(
    bench: Bench<'a>,
    ids: &[String],
) -> Result<Vec<&'a OtherHeat>, Vec<FieldError>> {
    let mut problems = Problems::new();
    let heats = &bench.catalogue.heats;
    let found = ids.iter().map(|id| problems.named("to", "a heat", id, heats, |heat| &heat.id));
    let found: Option<Vec<&OtherHeat>> = found.collect();
    problems.finish()?;
    found.ok_or_else(Vec::new)
}

/// Follows a cook up to a moment of its own clock, s.
///
/// # Errors
/// Events that cannot have happened, as [`super::check`]; a request that the catalogue no longer knows.
pub fn follow<'a>(
    bench: impl Into<Bench<'a>>,
    request: &PlanRequest,
    promise: &Promise,
    told: (&[Event], &[Reading]),
    now_s: f64,
) -> Result<CookView, Vec<FieldError>> {
    let bench = bench.into();
    let prepared = Prepared::of(bench, request, promise, told, now_s)?;
    let Prepared { resolved, story, deeds, .. } = &prepared;
    let cook = prepared.cook(resolved, promise);
    let rest_s = resolved.setup.rest.duration_s;
    let is_out = story.out_s.is_some();
    let (right_s, before) = prepared.out_and_before(&cook);
    let pull_s = right_s.unwrap_or(LONGEST_S);
    let elapsed_s = prepared.elapsed_s(now_s);
    let ending = cook.ended(Accuracy::FAST, deeds, pull_s);
    let late = if !is_out && right_s.is_some() {
        cook.late(deeds, pull_s, ending.level_c)
    } else {
        Vec::new()
    };

    let spread_s = prepared.spread_s(&cook, pull_s);
    let settled_s = deeds.last().map_or(0.0, |e| e.at_s);
    let lived = cook.lived(pull_s, deeds);
    let look_s = look_from_s(&resolved.setup, &lived.schedule, pull_s, spread_s);
    let times = Times {
        schedule: lived.schedule.clone(),
        pull_s,
        rest_s,
        core_at_pull_c: ending.core_at_pull_c,
        side_opaque: promise.side_opaque_share,
    };
    let record = pictured(&prepared, promise, elapsed_s, (pull_s, ending));
    let series = record.series;
    let state = elapsed_s.map(|elapsed_s| CookNow {
        core_c: tenth(at(&series, &series.core_c, elapsed_s)),
        medium_c: tenth(story.held_c().unwrap_or_else(|| at(&series, &series.medium_c, elapsed_s))),
        set_share: hundredth(at(&series, &series.set_share, elapsed_s)),
        dry_share: hundredth(at(&series, &series.dry_share, elapsed_s)),
    });
    let waits = elapsed_s.filter(|_| story.held_c().is_some()).map(|elapsed_s| Waits {
        back_at_c: set_c(&lived, elapsed_s) - prepared.heat_k,
        then_s: tenth((pull_s - elapsed_s).max(0.0)),
    });
    let target = &resolved.target;
    bench.afford(Ok(CookView {
        status: story.status,
        elapsed_s: elapsed_s.map(tenth),
        beyond_s: tenth(story.beyond_s(now_s)),
        state,
        forecast: Forecast {
            turn_s: lived.schedule.turns_s.first().copied().map(tenth),
            look_from_s: tenth(look_s),
            pull_s: tenth(pull_s),
            pull_low_s: tenth((pull_s - NINE_OF_TEN * spread_s).max(settled_s)),
            pull_high_s: tenth(pull_s + NINE_OF_TEN * spread_s),
            serve_s: tenth(story.served_s.unwrap_or(pull_s + rest_s)),
            core_at_pull_c: tenth(ending.core_at_pull_c),
            core_served_c: tenth(ending.level_c),
            target_name: target.name.clone(),
            target_from_c: target.from_c,
            target_to_c: target.to_c,
            target_aim_c: target.aim_c,
            reason: prepared.reason(&cook, before.as_ref(), right_s, &ending),
            waits,
        },
        moves: moves(
            &resolved.setup,
            &lived,
            &times,
            (look_s, deeds, story.status),
            waits.zip(elapsed_s),
        ),
        late,
        cues: if is_out {
            Vec::new()
        } else {
            let until_s = pull_s.max(elapsed_s.unwrap_or(0.0));
            build_cue_sheet(&resolved.setup, promise, &cook.lived(until_s, deeds))
        },
        is_covered: !is_out && stage_at(&lived, elapsed_s.unwrap_or(0.0)).uncovered.is_some(),
        after: story.out_s.map(|out_s| cook.after(deeds, out_s, ending.level_c)),
        estimate: prepared.estimate,
        reading_uses: prepared.learnt.uses.clone(),
        series,
        section: record.section,
    }))
}

/// What the heat is set to at a moment, °C.
pub(super) fn set_c(lived: &Lived<'_>, at_s: f64) -> f64 {
    stage_at(lived, at_s).heater.set_c
}

/// The stage at a moment.
fn stage_at<'l, 'a>(lived: &'l Lived<'a>, at_s: f64) -> &'l Stage<'a> {
    &lived.programme.stages[lived.schedule.stage(at_s)]
}

/// Fewer readings than this say nothing of the whole.
const ENOUGH_READINGS: usize = 3;

/// The pull that would have been right as readings have it afterwards, and how far that may be off, s; none
/// where too few were used.
///
/// # Errors
/// As [`follow`].
pub fn hindsight<'a>(
    bench: impl Into<Bench<'a>>,
    request: &PlanRequest,
    promise: &Promise,
    told: (&[Event], &[Reading]),
) -> Result<Option<[f64; 2]>, Vec<FieldError>> {
    if told.1.len() < ENOUGH_READINGS {
        return Ok(None);
    }
    let bench = bench.into();
    let prepared = Prepared::of(bench, request, promise, told, f64::NEG_INFINITY)?;
    let used = prepared.learnt.uses.iter().filter(|u| u.used).count();
    let Some(fit) = prepared.learnt.fit.as_ref().filter(|_| used >= ENOUGH_READINGS) else {
        return Ok(None);
    };
    let cook = prepared.cook(&prepared.resolved, promise);
    // As if nobody had taken it out.
    let mut deeds = prepared.deeds.clone();
    deeds.retain(|done| done.what != Deed::Out);
    let right_s = cook
        .pull_s(&deeds)
        .map(|pull_s| [pull_s, cook.spread_s(&prepared.learnt, fit, &deeds, pull_s)]);
    bench.afford(Ok(right_s))
}

/// The right pull of a piece whose setting is not what its plan promised for, s: its heat is so much hotter, K.
pub(crate) fn varied_pull_s(varied: &Resolved<'_>, promise: &Promise, heat_k: f64) -> Option<f64> {
    Cook::corrected(varied, promise, heat_k).pull_s(&[])
}

/// The picture shows what is: a piece that is still in past its moment, or that stands longer.
fn pictured(
    prepared: &Prepared<'_>,
    promise: &Promise,
    elapsed_s: Option<f64>,
    (pull_s, ending): (f64, Ending),
) -> Record {
    let Prepared { story, deeds, .. } = prepared;
    let mut resolved = prepared.resolved.clone();
    let mut out_s = pull_s;
    if story.out_s.is_some() {
        let stood_s = story.served_s.or(elapsed_s).map_or(0.0, |s| s - pull_s);
        let rest_s = &mut resolved.setup.rest.duration_s;
        *rest_s = match story.status {
            Status::Served => stood_s,
            _ => rest_s.max(stood_s.min(STANDING_S)),
        };
    } else if let Some(elapsed_s) = elapsed_s {
        out_s = pull_s.max(elapsed_s);
    }
    let cook = prepared.cook(&resolved, promise);
    if story.out_s.is_none() && out_s <= pull_s {
        return cook.recorded((Accuracy::FAST, Sampling::LIVE), deeds, (out_s, ending));
    }
    cook.ending(Accuracy::FAST, deeds, out_s).1
}
