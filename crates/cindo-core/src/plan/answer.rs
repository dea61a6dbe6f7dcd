//! The plan as it is shown: figures, steps, safety, series and the section picture.

use serde::Serialize;

use super::batch::{Batch, batch};
use super::consequence::{Consequence, Recommended, consequence};
use super::margins::{SPREADS, spread, window};
use super::own::{own_dial, own_ways};
use super::probe::Probe;
use super::quality::{Judgement, Quality, judge, judgements, scorches};
use super::record::{Record, Series, StripPicture, record};
use super::search::{Effort, Solved, ending_at, solve};
use super::tail::{Tail, tail};
use super::trial::{Peak, Trial};
use super::trouble::{Trouble, trouble};
use super::words::{Step, Times, steps};
use crate::caution::{Circumstances, Safety, assess};
use crate::error::FieldError;
use crate::say::{hundredth, tenth};
use crate::setup::{PlanRequest, Resolved, Setup, oil_level_share, resolve};
use crate::timeline::Schedule;
use cindo_heat::solve::Accuracy;

/// How the heat is set and what it looks like.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SettingNote {
    /// What has to be hot as the fish goes in.
    pub medium: String,
    /// How hot, °C.
    pub medium_c: f64,
    /// Where the knob stands.
    pub knob: String,
    /// What the fat, oven, liquid or fire looks like.
    pub look: String,
    /// Where the cook's own dial stands for that: in °C, or its own mark; none where nothing was learnt of it.
    pub dial: Option<String>,
    /// Where the gear stands, such as `the left burner`.
    pub stands_on: Option<String>,
    /// What this kitchen is known to do with it, in a sentence.
    pub kitchen: Option<String>,
    /// Why this temperature.
    pub reason: String,
    /// When the heat is turned down, s.
    pub turn_down_s: Option<f64>,
    /// To what temperature, °C.
    pub turn_down_c: Option<f64>,
    /// Where the knob stands then.
    pub turn_down_knob: Option<String>,
}

/// Where the heat went, up to the pull.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct HeatBooks {
    /// Into the piece before evaporation took its part, J per m² of outer face.
    #[serde(rename = "in")]
    pub incoming_j_m2: f64,
    /// Warmed the flesh, J/m².
    pub sensible_j_m2: f64,
    /// Left with water, J/m².
    pub latent_j_m2: f64,
    /// Into pan, oil, liquid or oven by burner or element, J. Of the last store where it moves.
    pub supplied_j: f64,
    /// From there to the room, J.
    pub lost_j: f64,
    /// From there to the pieces and their coats, J.
    pub given_j: f64,
    /// Kept there (negative: given up), J.
    pub kept_j: f64,
}

/// Best plan for one piece and method.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PlanAnswer {
    /// Id of the method.
    pub method: String,
    /// School of turning; none where nothing is turned.
    pub school: Option<crate::catalogue::School>,
    /// Temperature of the medium, °C.
    pub medium_c: f64,
    /// First turn, s; none where nothing is turned.
    pub flip_s: Option<f64>,
    /// Every turn, s.
    pub turns_s: Vec<f64>,
    /// Off the heat, s after the fish met it.
    pub pull_s: f64,
    /// From the pull until it is eaten, s.
    pub rest_s: f64,
    /// Id of what it stands on until then.
    pub rest_on: String,
    /// Core when taken off, °C.
    pub core_at_pull_c: f64,
    /// Core when eaten, °C.
    pub core_served_c: f64,
    /// How much the core rises from the pull until it is eaten, K.
    pub carry_over_k: f64,
    /// The highest that the core gets if it is left standing, °C.
    pub core_peak_c: f64,
    /// When that is, s after the pull.
    pub peak_s: f64,
    /// Seconds between the earliest and the latest pull that stay in the band; none where hotter is only firmer.
    pub window_s: Option<f64>,
    /// Earliest pull that stays in the band, s.
    pub window_from_s: Option<f64>,
    /// When to start looking, s.
    pub look_from_s: f64,
    /// When it must be off at the latest, s.
    pub latest_s: f64,
    /// How far the right moment can wander, s.
    pub spread_s: f64,
    /// Name of the target.
    pub target_name: String,
    /// What it looks like inside when it is eaten as the target has it.
    pub target_look: String,
    /// Lower edge of the target band, °C.
    pub target_from_c: f64,
    /// Upper edge, °C.
    pub target_to_c: Option<f64>,
    /// What the plan aims at, °C: where the colours of the picture centre.
    pub target_aim_c: f64,
    /// Share of the flesh that is dry when served, 0 to 1.
    pub dry_share: f64,
    /// Water lost as steam, share of the piece's weight.
    pub evaporated_share: f64,
    /// Id of the coat.
    pub coating: String,
    /// Id of the method's variation.
    pub variant: Option<String>,
    /// How high the side is opaque at the first turn (at the pull where nothing is turned): what the
    /// cook sees, 0 to 1; none where heat comes from all round.
    pub side_opaque_share: Option<f64>,
    /// How much of the middle is set at that moment: what the guest would see, 0 to 1.
    pub middle_opaque_share: f64,
    /// The result in numbers.
    pub quality: Quality,
    /// And in words.
    pub judgements: Vec<Judgement>,
    /// Where the heat went.
    pub heat: HeatBooks,
    /// Vessel, level and batch.
    pub batch: Batch,
    /// The thin end, if there is one.
    pub tail: Option<Tail>,
    /// What the cook's own turn or pull changes.
    pub consequence: Option<Consequence>,
    /// What a cook would find wrong with it, if anything.
    pub trouble: Option<Trouble>,
    /// How the heat is set.
    pub setting: SettingNote,
    /// What to do, in order.
    pub steps: Vec<Step>,
    /// Safety figures and cautions.
    pub safety: Safety,
    /// Lines over time.
    pub series: Series,
    /// The inside over time.
    pub section: StripPicture,
}

/// The moments round the pull.
struct Margins {
    window: Option<(f64, f64)>,
    spread_s: f64,
}

/// A solved plan: the answer, and what its cut face goes by.
#[derive(Debug, Clone)]
pub struct Planned {
    /// As it is shown.
    pub answer: PlanAnswer,
    pub(crate) pulled: Pulled,
}

impl Planned {
    /// About what it takes in memory, bytes: its pictures, which are most of it, and the rest rounded up.
    pub fn weight_bytes(&self) -> usize {
        let PlanAnswer { section, series, .. } = &self.answer;
        let samples: usize = section.temperature_c.iter().map(Vec::len).sum();
        LESSER_BYTES + 8 * (samples + 10 * series.time_s.len())
    }
}

/// Everything in an answer but its pictures takes less than this, bytes.
const LESSER_BYTES: usize = 16 * 1024;

/// Plans a resolved request.
pub(super) fn plan(
    request: &PlanRequest,
    resolved: &Resolved<'_>,
) -> Result<Planned, Vec<FieldError>> {
    let setup = &resolved.setup;
    let brief = request.brief.unwrap_or(false);
    let effort = if brief { Effort::BRIEF } else { Effort::SHOWN };
    let solved = solve(resolved, effort)?;
    let Solved { ref schedule, pull_s, slope, .. } = solved;
    let measured = request.piece.thickness_measured.unwrap_or(false);
    let margins = Margins {
        window: window(resolved, schedule, (pull_s, solved.record.ending.level_c), slope),
        spread_s: spread(setup, measured, schedule, pull_s, slope),
    };
    let recommended = match request.turn_s {
        // The plan solved above already turns when the cook does.
        Some(_) => {
            let free = PlanRequest { turn_s: None, out_s: None, ..request.clone() };
            let free = resolve(setup.bench, &free)?;
            Some(Recommended::of(&free, &solve(&free, Effort::COMPARED)?))
        }
        None => request.out_s.map(|_| Recommended::of(resolved, &solved)),
    };
    let shown = match request.out_s {
        Some(out_s) => taken_out_at(resolved, solved, out_s, effort),
        None => solved,
    };
    let peak = left_standing(resolved, &shown);
    let answer = assemble(request, resolved, &shown, (&margins, peak), recommended.as_ref());
    let Solved { schedule, pull_s, .. } = shown;
    let rest_s = setup.rest.duration_s;
    Ok(Planned { answer, pulled: Pulled { schedule, pull_s, rest_s } })
}

/// What a cut face needs of a plan.
#[derive(Debug, Clone)]
pub(crate) struct Pulled {
    pub(crate) schedule: Schedule,
    pub(crate) pull_s: f64,
    pub(crate) rest_s: f64,
}

/// The same turn, but off the heat when the cook says so.
fn taken_out_at<'a>(
    resolved: &Resolved<'a>,
    solved: Solved<'a>,
    out_s: f64,
    effort: Effort,
) -> Solved<'a> {
    let Solved { trial, schedule, slope, .. } = solved;
    // What was to happen later does not.
    let schedule = Schedule {
        turns_s: schedule.turns_s.into_iter().filter(|t| *t < out_s).collect(),
        starts_s: schedule.starts_s,
    };
    let found = ending_at(resolved, &schedule, out_s, effort.telling);
    let record = record(resolved, &trial, &schedule, out_s, found, effort.sampling);
    Solved { trial, schedule, pull_s: out_s, slope, record }
}

fn safety(request: &PlanRequest, resolved: &Resolved<'_>, record: &Record) -> Safety {
    let setup = &resolved.setup;
    let piece = &request.piece;
    assess(
        setup.bench.catalogue,
        &Circumstances {
            species: setup.species,
            cut: setup.cut,
            method: setup.method,
            verdict: record.verdict,
            start_c: piece.start_c,
            frozen_for_parasites: piece.frozen_for_parasites.unwrap_or(false),
            band_usual: resolved.target.usual,
            scorches: scorches(record),
            coating: setup.coating,
            stuffed: piece.stuffed.unwrap_or(false),
            oil: resolved.oil,
            medium_c: setup.medium_c,
            charcoal: setup.gear().any(|g| g.charcoal),
            oil_level_share: oil_level_share(setup),
            at_risk: request.at_risk.unwrap_or(false),
            cook_through: piece.must_be_cooked_through(),
        },
    )
}

/// The core's peak if the piece is left standing, by the fast solver.
fn left_standing(resolved: &Resolved<'_>, shown: &Solved<'_>) -> Peak {
    let fast = Trial::new(&resolved.setup, Accuracy::COARSE);
    let Solved { schedule, pull_s, record, .. } = shown;
    let mut simulation = fast.raw();
    fast.heat(&mut simulation, schedule, *pull_s, &mut ());
    let own = fast.rest(&mut simulation, schedule);
    let peak = fast.left_standing(simulation, schedule, *pull_s, &own);
    // By as much as the core is hotter than it was eaten.
    let core_c = record.ending.level_c + peak.core_c - own.level_c;
    Peak { core_c, ..peak }
}

/// When and how the heat is turned down for the first time.
pub(crate) fn turn_down(
    trial: &Trial<'_>,
    schedule: &Schedule,
    pull_s: f64,
) -> Option<(f64, f64, String)> {
    let stages = &trial.programme.stages;
    let starts = &schedule.starts_s;
    stages.windows(2).zip(&starts[1..]).find_map(|(pair, &at_s)| {
        let lower = pair[1].heater.reservoir == pair[0].heater.reservoir
            && pair[1].heater.set_c < pair[0].heater.set_c - 1.0;
        // Turning down shortly before it comes off is not worth a move.
        let worth = lower && at_s < pull_s - 15.0;
        pair[1].knob.filter(|_| worth).map(|knob| (at_s, pair[1].heater.set_c, knob.to_owned()))
    })
}

/// What is hidden in a crust is probed from this share of the time on (common practice: from a quarter of
/// an hour on for what takes half an hour).
const HIDDEN_SHARE: f64 = 0.6;

/// When to start looking, s: not before the turn that it is waiting for.
pub(crate) fn look_from_s(
    setup: &Setup<'_>,
    schedule: &Schedule,
    centre_s: f64,
    spread_s: f64,
) -> f64 {
    let turned_s = match schedule.turns_s[..] {
        [turn_s] if turn_s < centre_s => turn_s,
        _ => 0.0,
    };
    let from_s = (centre_s - SPREADS * spread_s).max(turned_s);
    if setup.is_hidden() { from_s.min(HIDDEN_SHARE * centre_s) } else { from_s }
}

/// Puts the answer together.
fn assemble(
    request: &PlanRequest,
    resolved: &Resolved<'_>,
    shown: &Solved<'_>,
    (margins, peak): (&Margins, Peak),
    recommended: Option<&Recommended>,
) -> PlanAnswer {
    let Resolved { setup, target, .. } = resolved;
    let Solved { trial, schedule, pull_s, record, .. } = shown;
    let pull_s = *pull_s;
    let ending = record.ending;
    let centre_s = recommended.map_or(pull_s, |r| r.out_s);
    let far_edge = margins.window.map_or(f64::INFINITY, |w| w.1);
    let brief = request.brief.unwrap_or(false);
    let side_opaque =
        if brief { None } else { Probe::side_opaque(setup, schedule, pull_s, record.side_opaque) };
    let rest_s = setup.rest.duration_s;
    let times = Times {
        // The same tenths as in the answer, so that card and steps round to the same second.
        schedule: Schedule {
            turns_s: schedule.turns_s.iter().copied().map(tenth).collect(),
            starts_s: schedule.starts_s.clone(),
        },
        pull_s: tenth(pull_s),
        rest_s,
        core_at_pull_c: ending.core_at_pull_c,
        side_opaque,
    };
    let mut steps = steps(setup, &trial.programme, &times);
    for step in &mut steps {
        step.start_s = step.start_s.round();
        step.duration_s = step.duration_s.round();
    }
    let look = setup.look();
    let begins = &trial.programme.stages[0];
    let first = begins.hot;
    let down = turn_down(trial, schedule, pull_s);
    let quality = judge(setup, schedule, pull_s, record);
    let trouble = trouble(resolved, &quality, record);
    PlanAnswer {
        method: setup.method.id.clone(),
        school: (!setup.method.schools.is_empty()).then_some(setup.school),
        medium_c: tenth(setup.said_c()),
        flip_s: schedule.turns_s.first().copied().map(tenth),
        turns_s: times.schedule.turns_s,
        pull_s: tenth(pull_s),
        rest_s,
        rest_on: setup.rest.on.id.clone(),
        core_at_pull_c: tenth(ending.core_at_pull_c),
        core_served_c: tenth(ending.core_served_c),
        carry_over_k: tenth(ending.core_served_c - ending.core_at_pull_c),
        core_peak_c: tenth(peak.core_c),
        peak_s: peak.at_s.round(),
        window_s: margins.window.map(|(early, late)| tenth(late - early)),
        window_from_s: margins.window.map(|(early, _)| tenth(early)),
        look_from_s: tenth(look_from_s(setup, schedule, centre_s, margins.spread_s)),
        latest_s: tenth((centre_s + SPREADS * margins.spread_s).min(far_edge).max(centre_s)),
        spread_s: tenth(margins.spread_s),
        target_name: target.name.clone(),
        target_look: target.look.clone(),
        target_from_c: target.from_c,
        target_to_c: target.to_c,
        target_aim_c: target.aim_c,
        dry_share: quality.dry_share,
        evaporated_share: (record.evaporated_share * 1000.0).round() / 1000.0,
        coating: setup.coating.id.clone(),
        variant: setup.variant.map(str::to_owned),
        side_opaque_share: side_opaque.map(hundredth),
        middle_opaque_share: hundredth(record.middle_set_share),
        judgements: judgements(setup, target.aim_c, &quality, schedule),
        heat: HeatBooks {
            incoming_j_m2: record.balance.incoming_j_m2,
            sensible_j_m2: record.sensible_j_m2,
            latent_j_m2: record.balance.latent_j_m2,
            supplied_j: record.reservoir.supplied_j,
            lost_j: record.reservoir.lost_j,
            given_j: record.reservoir.given_j,
            kept_j: record.reservoir.kept_j,
        },
        batch: batch(resolved, trial, record, pull_s, brief),
        tail: tail(resolved, request.piece.tail_mm, schedule, pull_s),
        consequence: recommended.map(|r| consequence(resolved, r, ending.level_c, &quality)),
        trouble,
        quality,
        setting: SettingNote {
            medium: first.map_or(&setup.method.medium, |f| &f.medium).clone(),
            medium_c: tenth(first.map_or(setup.medium_c, |_| begins.heater.set_c) - setup.runs_k),
            knob: first.map(|f| &f.knob).or(look.map(|l| &l.knob)).cloned().unwrap_or_default(),
            look: first.map(|f| &f.look).or(look.map(|l| &l.look)).cloned().unwrap_or_default(),
            dial: own_dial(setup),
            stands_on: setup.heated().and_then(|known| known.on.clone()),
            kitchen: own_ways(setup),
            reason: setup.suited.map_or(&setup.method.reason, |s| &s.reason).clone(),
            turn_down_s: down.as_ref().map(|d| d.0),
            turn_down_c: down.as_ref().map(|d| d.1),
            turn_down_knob: down.map(|d| d.2),
        },
        steps,
        safety: safety(request, resolved, record),
        series: record.series.clone(),
        section: record.section.clone(),
    }
}
