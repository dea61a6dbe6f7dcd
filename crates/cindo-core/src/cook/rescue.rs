//! When something goes wrong: one thing to do, from the present state, and what it does.

use serde::{Deserialize, Serialize};

use super::event::{Event, Kind};
use super::follow::{Cook, Prepared, column, set_c};
use super::promise::Promise;
use super::reading::Reading;
use super::story::{LONGEST_S, Status};
use crate::bench::Bench;
use crate::catalogue::Remedied;
use crate::error::{FieldError, Problems};
use crate::plan::Record;
use crate::say::{CELSIUS, clock, fill, hundredth, tenth, thousandth};
use crate::setup::{PlanRequest, resolve};
use crate::timeline::{Deed, Event as Done};
use cindo_heat::grid::Grid;
use cindo_heat::reservoir::Heater;
use cindo_heat::solve::{Accuracy, Observer, Phase, Sink, View};

/// What went wrong.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct RescueRequest {
    /// Id of the trouble in the catalogue.
    #[cfg_attr(feature = "schema", schema(max_length = 60))]
    pub trouble: String,
}

/// How it would end.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct RescueEnd {
    /// Off the heat, s after the fish met it.
    pub pull_s: f64,
    /// Core when eaten, °C.
    pub core_served_c: f64,
    /// Share of the flesh that is dry then, 0 to 1.
    pub dry_share: f64,
    /// Share of its weight that it has lost by then, 0 to 1.
    pub juice_lost_share: f64,
}

/// One thing to do.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Rescue {
    /// Id of the trouble.
    pub trouble: String,
    /// What to do, short.
    pub title: String,
    /// How.
    pub detail: String,
    /// For how long from now, s; none where it is a movement.
    pub lasts_s: Option<f64>,
    /// The event that tells it is done; none where nothing has to be told.
    pub done_by: Option<Kind>,
    /// The heat that it asks for, °C.
    pub medium_c: Option<f64>,
    /// How it ends if that is done.
    pub with: RescueEnd,
    /// And if nothing is: as it is heading, or a minute more of the same once it is late.
    pub without: RescueEnd,
}

/// Doing nothing about a piece that is late means so much more of the same, s.
const IDLE_S: f64 = 60.0;
/// A crust that should let go by now is given so long, s.
const ONCE_MORE_S: f64 = 20.0;
/// What goes back goes under a lid in a pan of this, °C, for at most so long, s.
const BACK_C: f64 = 150.0;
const LONGEST_BACK_S: f64 = 600.0;
/// It comes out again this much short of its target, and rises, K.
const RISES_K: f64 = 3.0;
/// Held in a warm oven for so long, s.
const HELD_S: f64 = 600.0;

fn end(out_s: f64, level_c: f64, record: &Record) -> RescueEnd {
    RescueEnd {
        pull_s: tenth(out_s),
        core_served_c: tenth(level_c),
        dry_share: hundredth(record.dry_share),
        juice_lost_share: thousandth(record.juice_lost_share),
    }
}

/// How a cook ends that comes off the heat at a moment.
fn ends(cook: &Cook<'_, '_>, deeds: &[Done], out_s: f64) -> RescueEnd {
    let (ending, record) = cook.ending(Accuracy::FAST, deeds, out_s);
    end(out_s, ending.level_c, &record)
}

/// What to do about something that went wrong with a cook under way at a moment of its clock, s.
///
/// # Errors
/// On `trouble`: unknown, or nothing that can be helped where the cook stands; else as [`super::follow`].
pub fn rescue<'a>(
    bench: impl Into<Bench<'a>>,
    request: &PlanRequest,
    promise: &Promise,
    told: (&[Event], &[Reading]),
    (now_s, asked): (f64, &RescueRequest),
) -> Result<Rescue, Vec<FieldError>> {
    let bench = bench.into();
    let mut problems = Problems::new();
    let rows = &bench.catalogue.rescues;
    let row = problems.named("trouble", "a trouble", &asked.trouble, rows, |r| &r.id);
    problems.finish()?;
    let Some(row) = row else { return Err(Vec::new()) };
    let prepared = Prepared::of(bench, request, promise, told, now_s)?;
    let Prepared { resolved, story, deeds, .. } = &prepared;
    let cook = prepared.cook(resolved, promise);
    let elapsed_s = prepared.elapsed_s(now_s).filter(|_| story.status != Status::Served);
    let Some(elapsed_s) = elapsed_s else {
        let message = "nothing is in the heat or resting that could be helped; allowed while it is";
        return Err(vec![FieldError { field: "trouble".to_owned(), message: message.to_owned() }]);
    };
    let is_out = story.status == Status::Resting;
    let out_s = prepared.out_s(&cook).unwrap_or(LONGEST_S);
    let idle_s = if is_out || elapsed_s < out_s { out_s } else { elapsed_s + IDLE_S };
    let without = ends(&cook, deeds, idle_s);
    let set_c = set_c(&cook.lived(out_s, deeds), elapsed_s);
    let done_now = |what: Deed| {
        let mut deeds = story.deeds.clone();
        deeds.push(Done { at_s: elapsed_s, what });
        // A turn that was due before it was made.
        let deeds = cook.with_assumed_turn(&deeds);
        let out_s = cook.pull_s(&deeds).unwrap_or(LONGEST_S);
        (ends(&cook, &deeds, out_s), out_s - elapsed_s)
    };
    let mut medium_c = None;
    let (with, lasts_s, done_by) = match row.remedy {
        // What is out of the heat is not helped by it.
        Remedied::LidOrBack if is_out => {
            let (with, lasts_s) = back_in(&prepared, &cook, out_s, elapsed_s);
            (with, Some(lasts_s), None)
        }
        _ if is_out => (without, None, None),
        Remedied::None => (without, None, None),
        Remedied::Wait => {
            let let_go_s = ends_record(&cook, deeds, out_s.max(elapsed_s + 1.0)).release_s;
            let wait_s = let_go_s.map_or(ONCE_MORE_S, |s| (s - elapsed_s).max(ONCE_MORE_S));
            let mut deeds = deeds.clone();
            let has_turn =
                cook.lived(out_s, &deeds).schedule.turns_s.iter().any(|t| *t > elapsed_s);
            if has_turn {
                let turn_s = elapsed_s + wait_s;
                let due_s = promise.turn_s.unwrap_or(turn_s);
                deeds.push(Done { at_s: turn_s.max(due_s), what: Deed::Turned });
            }
            let out_s = cook.pull_s(&deeds).unwrap_or(LONGEST_S).max(elapsed_s + wait_s);
            (ends(&cook, &deeds, out_s), Some(wait_s), None)
        }
        Remedied::HeatK(by_k) => {
            medium_c = Some(tenth(set_c + by_k));
            (done_now(Deed::HeatSet(set_c + by_k)).0, None, Some(Kind::Heat))
        }
        Remedied::Lid => (done_now(Deed::Lid(true)).0, None, Some(Kind::Lid)),
        Remedied::LidOrBack => {
            let (with, lasts_s) = done_now(Deed::Lid(true));
            (with, Some(lasts_s.max(0.0)), Some(Kind::Lid))
        }
        Remedied::Baste => (done_now(Deed::Basted).0, None, Some(Kind::Baste)),
        Remedied::Out => (ends(&cook, deeds, elapsed_s.max(1.0)), None, Some(Kind::Out)),
        Remedied::Hold => {
            (held(bench, request, &prepared, promise, out_s.max(elapsed_s))?, None, None)
        }
    };
    let words = |text: &str| {
        fill(text, |name| {
            Some(match name {
                "time" => clock(lasts_s.unwrap_or(ONCE_MORE_S)),
                "set" => format!("{:.0}{CELSIUS}", medium_c.unwrap_or(set_c)),
                "out" => clock(out_s.max(elapsed_s)),
                _ => return None,
            })
        })
    };
    bench.afford(Ok(Rescue {
        trouble: row.id.clone(),
        title: words(&row.title),
        detail: words(&row.detail),
        lasts_s: lasts_s.map(tenth),
        done_by,
        medium_c,
        with,
        without,
    }))
}

fn ends_record(cook: &Cook<'_, '_>, deeds: &[Done], out_s: f64) -> Record {
    cook.ending(Accuracy::FAST, deeds, out_s).1
}

/// Watches the core of what went back.
struct Back<'g> {
    grid: &'g Grid,
    core_m: f64,
    until_c: f64,
    core_c: f64,
}

impl Observer for Back<'_> {
    fn observe(&mut self, view: &View<'_>) -> Sink {
        self.core_c = self.grid.at(view.temperature_c, self.core_m);
        if self.core_c >= self.until_c { Sink::Stop } else { Sink::Continue }
    }
}

/// Out of the heat and raw: back into a pan under its lid until the middle is nearly there.
fn back_in(
    prepared: &Prepared<'_>,
    cook: &Cook<'_, '_>,
    out_s: f64,
    elapsed_s: f64,
) -> (RescueEnd, f64) {
    let (ending, record) = cook.ending(Accuracy::FAST, &prepared.deeds, out_s);
    let lived = cook.lived(out_s, &prepared.deeds);
    let schedule = lived.schedule.clone();
    let trial = column(&prepared.resolved, Accuracy::FAST, lived);
    let mut simulation = trial.raw();
    trial.heat(&mut simulation, &schedule, out_s, &mut ());
    let core_m = trial.grid.coldest(simulation.hottest_c()).0;
    let stood_s = elapsed_s - out_s;
    if stood_s > 0.0 {
        simulation.run(&trial.programme.rested(&schedule, out_s, stood_s).phase(), &mut ());
    }
    let aim_c = prepared.resolved.target.aim_c;
    let from_s = simulation.time_s();
    let mut back = Back { grid: &trial.grid, core_m, until_c: aim_c - RISES_K, core_c: f64::MIN };
    let last = schedule.stage(out_s);
    let stage = &trial.programme.stages[last];
    let pan = Heater {
        start_c: BACK_C,
        set_c: BACK_C,
        reservoir: stage.heater.reservoir + 1,
        ..stage.heater
    };
    let phase = Phase {
        duration_s: LONGEST_BACK_S,
        bottom: Some(stage.around.below),
        top: Some(trial.programme.under_lid),
        heater: pan,
    };
    simulation.run(&phase, &mut back);
    let lasts_s = simulation.time_s() - from_s;
    let core_c = if lasts_s < LONGEST_BACK_S { aim_c } else { back.core_c };
    (end(out_s, core_c.max(ending.level_c), &record), lasts_s)
}

/// Off the heat when it is right, and kept in a warm oven.
fn held<'a>(
    bench: Bench<'a>,
    request: &PlanRequest,
    prepared: &Prepared<'a>,
    promise: &Promise,
    out_s: f64,
) -> Result<RescueEnd, Vec<FieldError>> {
    let warm = PlanRequest {
        rest_on: Some("warm_oven".to_owned()),
        rest_c: Some(60.0),
        rest_s: Some(HELD_S),
        ..super::promise::planned(request)
    };
    let mut resolved = prepared.resolved.clone();
    resolved.setup.rest = resolve(bench, &warm)?.setup.rest;
    Ok(ends(&prepared.cook(&resolved, promise), &prepared.deeds, out_s))
}
