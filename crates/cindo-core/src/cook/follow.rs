//! Where a cook stands and what comes: replay of what happened, and the rest of the plan solved again.

use serde::Serialize;

use super::estimate::{Estimate, Fit, Seen, fit};
use super::event::Event;
use super::moves::{Move, moves};
use super::promise::{Promise, planned};
use super::reading::{APART, Reading, ReadingUse, unusable, usable};
use super::story::{Status, Story};
use crate::bench::Bench;
use crate::catalogue::Family;
use crate::error::FieldError;
use crate::plan::{
    Ending, Planned, Pulled, Record, Root, Sampling, Series, StripPicture, Times, Trial, UNKNOWNS,
    Unknowns, look_from_s, record, rising_root,
};
use crate::say::{CELSIUS, clock, hundredth, tenth, thousandth};
use crate::setup::{PlanRequest, Resolved, Setup, resolve};
use crate::timeline::{Deed, Event as Done, Lived, Programme, Schedule, Turn};
use cindo_heat::grid::Grid;
use cindo_heat::solve::{Accuracy, Observer, Sink, View};

/// A cook as it stands.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CookView {
    /// Where it stands.
    pub status: Status,
    /// Since the fish met the heat, s; none before that.
    pub elapsed_s: Option<f64>,
    /// The fish at this moment; none before it meets the heat.
    pub state: Option<CookNow>,
    /// What comes.
    pub forecast: Forecast,
    /// Movements of the hand, in order.
    pub moves: Vec<Move>,
    /// What staying in the heat past the right moment costs; empty once it is out.
    pub late: Vec<Late>,
    /// What standing does; none while it is in the heat.
    pub after: Option<After>,
    /// What readings and cues say about the piece; none before the first that can be used.
    pub estimate: Option<Estimate>,
    /// Whether each reading was used, in the order in which they were told.
    #[serde(skip)]
    pub reading_uses: Vec<ReadingUse>,
    /// Lines over time, as it was and as it will be.
    pub series: Series,
    /// The inside over time.
    pub section: StripPicture,
}

/// The fish at a moment.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CookNow {
    /// Core, °C.
    pub core_c: f64,
    /// Pan, oven, liquid, grate or oil, °C; while resting the room.
    pub medium_c: f64,
    /// Share of the thickness that is set (opaque), 0 to 1.
    pub set_share: f64,
    /// Share of the flesh that is dry, 0 to 1.
    pub dry_share: f64,
}

/// What comes. All times count from the moment the fish met the heat, s.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Forecast {
    /// First turn, made or to come.
    pub turn_s: Option<f64>,
    /// When to start looking.
    pub look_from_s: f64,
    /// Off the heat.
    pub pull_s: f64,
    /// Nine times of ten it is right no earlier than this.
    pub pull_low_s: f64,
    /// And no later.
    pub pull_high_s: f64,
    /// On the plate.
    pub serve_s: f64,
    /// Core when taken off, °C.
    pub core_at_pull_c: f64,
    /// Core when eaten, °C.
    pub core_served_c: f64,
    /// Name of the target.
    pub target_name: String,
    /// Lower edge of the target band, °C.
    pub target_from_c: f64,
    /// Upper edge, °C.
    pub target_to_c: Option<f64>,
    /// What is aimed at, °C.
    pub target_aim_c: f64,
    /// What the last thing that happened changed, in one line.
    pub reason: Option<String>,
}

/// What so many seconds past the right moment cost.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Late {
    /// So late, s.
    pub late_s: f64,
    /// Core when eaten, °C.
    pub core_served_c: f64,
    /// Share of the flesh that is dry then, 0 to 1.
    pub dry_share: f64,
    /// Share of its weight that it has lost by then, 0 to 1.
    pub juice_lost_share: f64,
}

/// What standing does to it. Times count from the pull, s.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct After {
    /// The highest that the core gets, °C.
    pub peak_c: f64,
    /// When that is.
    pub peak_s: f64,
    /// From then on it is past what was asked for, or no longer warm.
    pub eat_by_s: f64,
    /// Which of the two.
    pub too_warm: bool,
    /// Warm until then.
    pub warm_until_s: f64,
    /// Crisp until then; none where nothing is crisp.
    pub crisp_until_s: Option<f64>,
    /// Not to be kept longer than this out of the heat.
    pub safe_until_s: f64,
}

/// The core's level is found to this, K.
const LEVEL_K: f64 = 0.04;
/// Nine of ten lie within so many spreads.
const NINE_OF_TEN: f64 = 1.645;
/// Shortest and longest time in the heat, s.
const SHORTEST_S: f64 = 2.0;
pub(super) const LONGEST_S: f64 = 4.0 * 3600.0;
/// How late is looked at, s.
const LATE_S: [f64; 6] = [0.0, 20.0, 40.0, 60.0, 90.0, 120.0];
/// Standing is followed for so long, s.
const STANDING_S: f64 = 1800.0;
/// Fish is no longer warm once its mean is below this, °C (common practice).
const LUKEWARM_C: f64 = 40.0;
/// Fried food stays crisp for so long on a rack and elsewhere, s (common practice).
const CRISP_ON_RACK_S: f64 = 900.0;
const CRISP_ELSEWHERE_S: f64 = 420.0;
/// Cooked food is not kept below 57 °C for longer, s (two hours; common practice).
const SAFE_S: f64 = 7200.0;
/// Up to so many events before a turn that nobody told, the forecast after each of them is looked at.
const STEPS: usize = 8;
/// Turns of whoever takes the planned moment are this close to it, s.
const SAME_MOMENT_S: f64 = 5.0;

/// Readings further than this from the fit are not used, in their own standard deviations.
const APART_SD: f64 = 4.0;

/// A cook with everything looked up.
pub(super) struct Cook<'c, 'a> {
    resolved: &'c Resolved<'a>,
    promise: &'c Promise,
    programme: Programme<'a>,
    /// How much hotter the heat is than it was thought to be, K: settings by hand are as far off.
    heat_k: f64,
    /// Whether readings have changed what is thought of the piece.
    is_corrected: bool,
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

/// What standing does to a piece that was planned and comes out as its plan says.
///
/// # Errors
/// As for its plan.
pub(crate) fn standing(
    bench: Bench<'_>,
    request: &PlanRequest,
    plan: &Planned,
) -> Result<After, Vec<FieldError>> {
    let resolved = resolve(bench, request)?;
    let trial = Trial::new(&resolved.setup, Accuracy::COARSE);
    let Pulled { schedule, pull_s, .. } = &plan.pulled;
    let level_c = plan.answer.core_served_c.max(plan.answer.core_at_pull_c);
    Ok(stand(&resolved, &trial, schedule, (*pull_s, level_c)))
}

/// What standing does to a piece that is out then, eaten at this level.
fn stand(
    resolved: &Resolved<'_>,
    trial: &Trial<'_>,
    schedule: &Schedule,
    (out_s, level_c): (f64, f64),
) -> After {
    let Resolved { setup, target, .. } = resolved;
    let mut simulation = trial.raw();
    trial.heat(&mut simulation, schedule, out_s, &mut ());
    let core_m = trial.grid.coldest(simulation.hottest_c()).0;
    let mut standing = Standing {
        grid: &trial.grid,
        core_m,
        over_k: 0.0,
        limit_c: target.to_c.unwrap_or(f64::INFINITY),
        peak: (0.0, f64::MIN),
        out_s,
        too_warm_s: None,
        cold_s: None,
    };
    // By as much as it is eaten warmer than this column says.
    let eaten = trial.rest(&mut simulation.clone(), schedule);
    standing.over_k = level_c - eaten.level_c;
    let rest = trial.programme.rested(schedule, out_s, STANDING_S);
    simulation.run(&rest.phase(), &mut standing);
    let cold_s = standing.cold_s.unwrap_or(STANDING_S);
    let eat_by_s = standing.too_warm_s.unwrap_or(f64::INFINITY).min(cold_s);
    let is_fried = setup.method.family == Family::Fry;
    let crisp_s = match () {
        () if setup.rest.on.id == "rack" => CRISP_ON_RACK_S,
        () if setup.rest.on.wrapped || setup.rest.on.id == "foil" => 0.0,
        () => CRISP_ELSEWHERE_S,
    };
    After {
        peak_c: tenth(standing.peak.1),
        peak_s: standing.peak.0.round(),
        eat_by_s: eat_by_s.round(),
        too_warm: standing.too_warm_s.is_some_and(|s| s <= cold_s),
        warm_until_s: cold_s.round(),
        crisp_until_s: is_fried.then_some(crisp_s),
        safe_until_s: SAFE_S,
    }
}

/// The way of a piece whose heat is off by so much, K.
pub(super) fn lived<'a>(
    programme: &Programme<'a>,
    planned_s: f64,
    deeds: &[Done],
    heat_k: f64,
) -> Lived<'a> {
    let set = |done: &Done| match done.what {
        Deed::HeatSet(set_c) => Done { what: Deed::HeatSet(set_c + heat_k), ..*done },
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
        if deeds.is_empty() && !self.is_corrected {
            return Some(self.promise.pull_s);
        }
        let last_s = deeds.last().map_or(0.0, |e| e.at_s);
        let mut trial = Trial::new(&self.resolved.setup, Accuracy::FAST);
        let level = |pull_s: f64| {
            let Lived { programme, schedule, .. } = self.lived(pull_s, deeds);
            trial.programme = programme;
            trial.finish(trial.raw(), &schedule, pull_s).level_c
        };
        let guess = Root { at: self.promise.pull_s, slope: self.promise.slope_k_s };
        let span = (last_s.max(SHORTEST_S), LONGEST_S);
        rising_root(level, self.promise.level_c, LEVEL_K, guess, span).map(|root| root.at)
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
            let pull_s = self.pull_s(&deeds[..known]).unwrap_or(LONGEST_S);
            let lived = self.lived(pull_s, &deeds[..known]);
            let Some(forecast_s) = lived.schedule.turns_s.first() else { return deeds };
            turn_s = *forecast_s;
        }
        if known < deeds.len() {
            deeds.insert(known, Done { at_s: turn_s, what: Deed::Turned });
        }
        deeds
    }

    /// How it ends when it is off the heat at a moment.
    pub(super) fn ending(
        &self,
        accuracy: Accuracy,
        deeds: &[Done],
        out_s: f64,
    ) -> (Ending, Record) {
        let sampling = if accuracy == Accuracy::FAST { Sampling::LIVE } else { Sampling::SMALL };
        let lived = self.lived(out_s, deeds);
        let schedule = lived.schedule.clone();
        let trial = column(self.resolved, accuracy, lived);
        let ending = self.promise.ending(trial.finish(trial.raw(), &schedule, out_s));
        let record = record(self.resolved, &trial, &schedule, out_s, (ending, None), sampling);
        (ending, record)
    }

    /// What coming out late costs.
    fn late(&self, deeds: &[Done], pull_s: f64, level_c: f64) -> Vec<Late> {
        let ends: Vec<(Ending, Record)> = LATE_S
            .iter()
            .map(|late_s| self.ending(Accuracy::COARSE, deeds, pull_s + late_s))
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

    /// What the last thing that happened changed.
    fn reason(&self, told: &[Done], pull_s: Option<f64>, ending: &Ending) -> Option<String> {
        let (last, before) = told.split_last()?;
        let before = self.with_assumed_turn(before);
        let was_s = self.pull_s(&before).unwrap_or(LONGEST_S);
        let was = self.lived(was_s, &before);
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
            Deed::Joined { .. } => "what joined it takes heat".to_owned(),
            Deed::NextStage => "moved on".to_owned(),
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
        let Some(pull_s) = pull_s else {
            return Some(format!(
                "{did}: the middle does not get there with this heat; turn it up"
            ));
        };
        Some(changed(&did, pull_s, Some(was_s)))
    }
}

/// What something did to the pull, in words.
fn changed(did: &str, pull_s: f64, was_s: Option<f64>) -> String {
    let (now, then) = (clock(pull_s), clock(was_s.unwrap_or(LONGEST_S)));
    if now == then {
        format!("{did}: out at {now} all the same")
    } else {
        format!("{did}: out at {now} instead of {then}")
    }
}

/// How far from its moment something was done, in words.
fn beside(late_s: f64) -> String {
    match late_s {
        s if s.abs() < SAME_MOMENT_S => "on time".to_owned(),
        s if s < 0.0 => format!("{} early", clock(-s)),
        s => format!("{} late", clock(s)),
    }
}

/// Watches a piece that stands.
struct Standing<'g> {
    grid: &'g Grid,
    core_m: f64,
    /// What the plan has over this column, K.
    over_k: f64,
    limit_c: f64,
    /// When the core was highest, s after the pull, and how high, °C.
    peak: (f64, f64),
    out_s: f64,
    too_warm_s: Option<f64>,
    cold_s: Option<f64>,
}

impl Observer for Standing<'_> {
    fn observe(&mut self, view: &View<'_>) -> Sink {
        let at_s = view.time_s - self.out_s;
        let core_c = self.grid.at(view.temperature_c, self.core_m) + self.over_k;
        if core_c > self.peak.1 {
            self.peak = (at_s, core_c);
        }
        if core_c > self.limit_c {
            self.too_warm_s.get_or_insert(at_s);
        }
        let volumes = &self.grid.volume_m;
        let heat: f64 = view.temperature_c.iter().zip(volumes).map(|(t, v)| t * v).sum();
        if heat / self.grid.total_volume_m() < LUKEWARM_C && at_s > self.peak.0 {
            self.cold_s.get_or_insert(at_s);
        }
        Sink::Continue
    }
}

/// A series at a moment.
fn at(series: &Series, values: &[f64], at_s: f64) -> f64 {
    let times = &series.time_s;
    let next = times.partition_point(|t| *t <= at_s).clamp(1, times.len() - 1);
    let (from_s, to_s) = (times[next - 1], times[next]);
    let share = ((at_s - from_s) / (to_s - from_s).max(1e-9)).clamp(0.0, 1.0);
    values[next - 1] + share * (values[next] - values[next - 1])
}

/// What readings and cues say, and which of them were used.
struct Learnt {
    unknowns: Unknowns,
    fit: Option<Fit>,
    told: Option<Estimate>,
    uses: Vec<ReadingUse>,
    /// When the last of it was, s after the fish met the heat.
    last_s: f64,
}

impl<'a> Cook<'_, 'a> {
    /// Fits what is unknown to what was read and noticed.
    fn learn(&self, measured: bool, story: &Story, deeds: &[Done], readings: &[Reading]) -> Learnt {
        let setup = &self.resolved.setup;
        let unknowns = Unknowns::of(setup, measured);
        let mut why = unusable(story, readings);
        let mut seen = usable(setup.bench.catalogue, story, readings, &why);
        let planned_s = self.pull_s(deeds).unwrap_or(LONGEST_S);
        // However long it has been in by now, it has not been out.
        let last_s = seen.last().map_or(0.0, |(s, _)| s.at_s);
        let planned_s = story.out_s.unwrap_or(planned_s.max(last_s));
        let lived_of = |programme: &Programme<'a>, heat_k: f64| {
            lived(programme, planned_s, deeds, self.heat_k + heat_k)
        };
        let over_k = |at_s: f64| self.promise.over_at_k(at_s);
        let fit_to = |seen: &[(Seen, Option<usize>)]| {
            let values: Vec<Seen> = seen.iter().map(|(s, _)| *s).collect();
            fit(setup, &unknowns, &lived_of, (self.promise.core_share, &over_k), &values)
        };
        let mut found = (!seen.is_empty()).then(|| fit_to(&seen));
        if let Some(first) = &found {
            let apart = |place: &usize| first.off[*place].abs() > APART_SD;
            let wild: Vec<usize> = (0..seen.len()).filter(apart).collect();
            if !wild.is_empty() && 2 * wild.len() < seen.len() {
                for place in wild.iter().rev() {
                    if let (_, Some(reading)) = seen.remove(*place) {
                        why[reading] = Some(APART);
                    }
                }
                found = Some(fit_to(&seen));
            }
        }
        let use_of =
            |why: Option<&str>| ReadingUse { used: why.is_none(), why: why.map(str::to_owned) };
        Learnt {
            told: found.as_ref().map(|fit| fit.told(setup, &unknowns, seen.len())),
            uses: why.into_iter().map(use_of).collect(),
            last_s: if found.is_some() { last_s } else { f64::NEG_INFINITY },
            fit: found,
            unknowns,
        }
    }

    /// How far the right pull can still wander once something was learnt, s.
    fn spread_s(&self, learnt: &Learnt, fit: &Fit, deeds: &[Done], pull_s: f64) -> f64 {
        let setup = &self.resolved.setup;
        let level = |varied: &Setup<'_>, pull_s: f64| {
            let mut trial = Trial::new(varied, Accuracy::COARSE);
            let heat_k = self.heat_k + varied.medium_c - setup.medium_c;
            let Lived { programme, schedule, .. } = lived(&trial.programme, pull_s, deeds, heat_k);
            trial.programme = programme;
            trial.finish(trial.raw(), &schedule, pull_s).level_c
        };
        let base = level(setup, pull_s);
        let slope = ((level(setup, pull_s + SLOPE_S) - base) / SLOPE_S).max(1e-4);
        let change: [f64; UNKNOWNS] = std::array::from_fn(|i| {
            let mut by = [0.0; UNKNOWNS];
            by[i] = 1.0;
            (level(&learnt.unknowns.varied(setup, &by), pull_s) - base) / slope
        });
        fit.sd_of(&change).hypot(MODEL_SHARE * pull_s)
    }
}

/// The quick column that is fitted, and the straight lines of the fit, are themselves off by about this share
/// of the time (measured: `estimate_tests`).
const MODEL_SHARE: f64 = 0.025;
/// The slope of the level is taken over this, s.
const SLOPE_S: f64 = 10.0;

/// A cook read, understood and corrected: what both its view and its rescue begin from.
pub(super) struct Prepared<'a> {
    /// As readings have it.
    pub(super) resolved: Resolved<'a>,
    pub(super) story: Story,
    /// What happened in the heat, a turn that nobody told included.
    pub(super) deeds: Vec<Done>,
    learnt: Learnt,
    heat_k: f64,
    /// The right pull as it was thought before anything was read, s.
    thought_s: Option<f64>,
}

impl<'a> Prepared<'a> {
    pub(super) fn of(
        bench: Bench<'a>,
        request: &PlanRequest,
        promise: &Promise,
        (events, readings): (&[Event], &[Reading]),
    ) -> Result<Self, Vec<FieldError>> {
        let story = Story::of(events)?;
        let mut request = planned(request);
        if let Some(on) = &story.rest_on {
            request.rest_on = Some(on.clone());
            request.rest_c = None;
        }
        let mut resolved = resolve(bench, &request)?;
        let measured = request.piece.thickness_measured.unwrap_or(false);
        let thought = Cook::new(&resolved, promise);
        let deeds = thought.with_assumed_turn(&story.deeds);
        let learnt = thought.learn(measured, &story, &deeds, readings);
        let thought_s = if learnt.fit.is_some() { thought.pull_s(&deeds) } else { None };
        let mut heat_k = resolved.setup.runs_k;
        if let Some(fit) = &learnt.fit {
            let corrected = learnt.unknowns.varied(&resolved.setup, &fit.by);
            heat_k += corrected.medium_c - resolved.setup.medium_c;
            resolved.setup = corrected;
        }
        Ok(Self { resolved, story, deeds, learnt, heat_k, thought_s })
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

    /// Since the fish met the heat at a moment of the cook's clock, s.
    pub(super) fn elapsed_s(&self, now_s: f64) -> Option<f64> {
        self.story.in_s.map(|in_s| (now_s - in_s).max(0.0))
    }

    /// What changed last, in one line.
    fn reason(&self, cook: &Cook<'_, 'a>, right_s: Option<f64>, ending: &Ending) -> Option<String> {
        let last_deed_s = self.story.deeds.last().map_or(f64::NEG_INFINITY, |e| e.at_s);
        match right_s.filter(|_| self.learnt.last_s > last_deed_s && self.story.out_s.is_none()) {
            Some(pull_s) => Some(changed("by its readings", pull_s, self.thought_s)),
            None => cook.reason(&self.story.deeds, right_s, ending),
        }
    }

    fn spread_s(&self, cook: &Cook<'_, 'a>, pull_s: f64) -> f64 {
        match (&self.learnt.fit, self.story.out_s) {
            (_, Some(_)) => 0.0,
            (Some(fit), None) => cook.spread_s(&self.learnt, fit, &self.deeds, pull_s),
            (None, None) => cook.promise.spread_s,
        }
    }
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
    let prepared = Prepared::of(bench, request, promise, told)?;
    let Prepared { resolved, story, deeds, .. } = &prepared;
    let cook = prepared.cook(resolved, promise);
    let rest_s = resolved.setup.rest.duration_s;
    let is_out = story.out_s.is_some();
    let right_s = prepared.out_s(&cook);
    let pull_s = right_s.unwrap_or(LONGEST_S);
    let elapsed_s = prepared.elapsed_s(now_s);
    let (ending, _) = cook.ending(Accuracy::FAST, deeds, pull_s);
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
    let record = pictured(&prepared, promise, elapsed_s, pull_s);
    let series = record.series;
    let state = elapsed_s.map(|elapsed_s| CookNow {
        core_c: tenth(at(&series, &series.core_c, elapsed_s)),
        medium_c: tenth(at(&series, &series.medium_c, elapsed_s)),
        set_share: hundredth(at(&series, &series.set_share, elapsed_s)),
        dry_share: hundredth(at(&series, &series.dry_share, elapsed_s)),
    });
    let target = &resolved.target;
    bench.afford(Ok(CookView {
        status: story.status,
        elapsed_s: elapsed_s.map(tenth),
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
            reason: prepared.reason(&cook, right_s, &ending),
        },
        moves: moves(&resolved.setup, &lived, &times, (look_s, deeds, story.status)),
        late,
        after: story.out_s.map(|out_s| cook.after(deeds, out_s, ending.level_c)),
        estimate: prepared.learnt.told,
        reading_uses: prepared.learnt.uses.clone(),
        series,
        section: record.section,
    }))
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
    let prepared = Prepared::of(bench, request, promise, told)?;
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
    pull_s: f64,
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
        out_s = pull_s.max(elapsed_s.min(LONGEST_S));
    }
    prepared.cook(&resolved, promise).ending(Accuracy::FAST, deeds, out_s).1
}

/// The right pull where something cold joins so long before it, s; each with its mass, kg, and its
/// temperature, °C.
///
/// # Errors
/// As for the plan; on `piece`, where the heat does not get there any more.
pub(crate) fn joined_pull_s(
    bench: Bench<'_>,
    request: &PlanRequest,
    joins: &[(f64, f64, f64)],
) -> Result<f64, Vec<FieldError>> {
    /// Each round moves the joining by less than a tenth of what it moved the pull.
    const ROUNDS: usize = 4;
    let promise = Promise::of(bench, request)?;
    let request = planned(request);
    let resolved = resolve(bench, &request)?;
    let cook = Cook::new(&resolved, &promise);
    let mut pull_s = promise.pull_s;
    for _ in 0..ROUNDS {
        let mut deeds: Vec<Done> = joins
            .iter()
            .map(|(before_end_s, mass_kg, start_c)| Done {
                at_s: (pull_s - before_end_s).max(0.0),
                what: Deed::Joined { mass_kg: *mass_kg, start_c: *start_c },
            })
            .collect();
        deeds.sort_by(|a, b| a.at_s.total_cmp(&b.at_s));
        let deeds = cook.with_assumed_turn(&deeds);
        let found = cook.pull_s(&deeds).ok_or_else(|| {
            let message = "what joins it cools the heat too far: it never gets there; let less of it \
                           join, or cook it apart";
            vec![FieldError { field: "piece".to_owned(), message: message.to_owned() }]
        })?;
        if (found - pull_s).abs() < 0.5 {
            return Ok(found);
        }
        pull_s = found;
    }
    bench.afford(Ok(pull_s))
}
