//! The plan as it is shown: figures, steps, safety, series and the section picture.

use serde::Serialize;

use super::cook::{Cook, Ending};
use super::{PlanRequest, Target};
use crate::doneness::Dose;
use crate::grid::Grid;
use crate::method::{Setting, Step, Times};
use crate::safety::{self, Circumstances, Safety, Verdict, Watch};
use crate::solver::{Observer, Simulation, Sink, View};

/// Columns of the section picture, over time.
const PICTURE_TIMES: f64 = 110.0;
/// Rows of the section picture, over the thickness.
const PICTURE_ROWS: usize = 64;
/// Surface browning: reference °C and decade K, s at the reference for golden and for scorched.
/// Modelling choices.
const BROWN_REFERENCE_C: f64 = 175.0;
const BROWN_DECADE_K: f64 = 35.0;
const GOLDEN_S: f64 = 150.0;
const SCORCHED_S: f64 = 5.0 * GOLDEN_S;

/// Temperatures and doneness over time, one entry a time.
#[derive(Debug, Clone, PartialEq, Default, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Series {
    /// Time since the fish met the heat, s.
    pub time_s: Vec<f64>,
    /// Core, °C.
    pub core_c: Vec<f64>,
    /// At the face that went down first, °C.
    pub bottom_c: Vec<f64>,
    /// At the other face, °C.
    pub top_c: Vec<f64>,
    /// Pan, oven, liquid, grate or oil, °C; while resting the room.
    pub medium_c: Vec<f64>,
    /// Share of the thickness that is set (opaque), 0 to 1.
    pub set_share: Vec<f64>,
    /// Crust (dried out by boiling) at the face that went down first, mm.
    pub crust_bottom_mm: Vec<f64>,
    /// Crust at the other face, mm.
    pub crust_top_mm: Vec<f64>,
}

/// The inside over time.
#[derive(Debug, Clone, PartialEq, Default, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SectionPicture {
    /// Times, s.
    pub time_s: Vec<f64>,
    /// Heights above the face that went down first, mm.
    pub height_mm: Vec<f64>,
    /// Temperatures, °C, indexed `[time][height]`.
    pub temperature_c: Vec<Vec<f64>>,
}

/// How the heat is set and what it looks like.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SettingNote {
    /// What gives the heat.
    pub medium: String,
    /// Where the knob stands.
    pub knob: String,
    /// What the fat, oven, liquid or fire looks like.
    pub look: String,
    /// Why this temperature.
    pub reason: String,
    /// When the heat is turned down, s.
    pub turn_down_s: Option<f64>,
    /// To what temperature, °C.
    pub turn_down_c: Option<f64>,
    /// Where the knob stands then.
    pub turn_down_knob: Option<String>,
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
    /// Rest until the core peaks, s.
    pub rest_s: f64,
    /// Core when taken off, °C.
    pub core_at_pull_c: f64,
    /// Core at its peak, °C.
    pub core_peak_c: f64,
    /// How much the core still rises off the heat, K.
    pub carry_over_k: f64,
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
    /// Lower edge of the target band, °C.
    pub target_from_c: f64,
    /// Upper edge, °C.
    pub target_to_c: Option<f64>,
    /// Share of the thickness that is dry when served, 0 to 1.
    pub dry_share: f64,
    /// Water lost as steam, share of the piece's weight.
    pub evaporated_share: f64,
    /// How the heat is set.
    pub setting: SettingNote,
    /// What to do, in order.
    pub steps: Vec<Step>,
    /// Safety figures and cautions.
    pub safety: Safety,
    /// Lines over time.
    pub series: Series,
    /// The inside over time.
    pub section: SectionPicture,
}

/// Everything the recorded run gives.
#[derive(Debug)]
pub(super) struct Found {
    pub(super) turns_s: Vec<f64>,
    pub(super) pull_s: f64,
    pub(super) ending: Ending,
    pub(super) verdict: Verdict,
    pub(super) look_from_s: f64,
    pub(super) latest_s: f64,
    pub(super) window_s: Option<f64>,
    pub(super) window_from_s: Option<f64>,
    pub(super) spread_s: f64,
    series: Series,
    section: SectionPicture,
    scorches: bool,
    dry_share: f64,
    evaporated_share: f64,
}

struct Recorder<'g> {
    grid: &'g Grid,
    every_s: f64,
    next: u32,
    end_s: f64,
    pull_s: f64,
    /// Where the core is, m.
    core_m: f64,
    dose: Dose,
    watch: Watch,
    brown_s: [f64; 2],
    /// State at the end of the step before.
    before_c: Vec<f64>,
    surface_c: [f64; 2],
    reservoir_c: f64,
    /// How the picture's rows follow from cells and faces.
    rows: Vec<Row>,
    /// Scratch for samples between steps.
    mixed_c: Vec<f64>,
    series: Series,
    section: SectionPicture,
}

impl Observer for Recorder<'_> {
    fn observe(&mut self, view: &View<'_>) -> Sink {
        self.dose.add(view.temperature_c, view.step_s);
        self.watch.add(view.temperature_c, view.step_s);
        for (brown, surface_c) in self.brown_s.iter_mut().zip(view.surface_c) {
            let decades = (surface_c - BROWN_REFERENCE_C) / BROWN_DECADE_K;
            *brown += (decades * std::f64::consts::LN_10).exp() * view.step_s;
        }
        // Samples that fall within the step are read off between its ends: landing on each of
        // them would double the steps for a picture that cannot tell.
        loop {
            let at_s = (f64::from(self.next) * self.every_s).min(self.end_s);
            if at_s > view.time_s + 1e-9 {
                break;
            }
            let share = ((at_s - (view.time_s - view.step_s)) / view.step_s).clamp(0.0, 1.0);
            let between = |a: f64, b: f64| a + share * (b - a);
            for (mixed, (before, now)) in
                self.mixed_c.iter_mut().zip(self.before_c.iter().zip(view.temperature_c))
            {
                *mixed = between(*before, *now);
            }
            let mixed = std::mem::take(&mut self.mixed_c);
            self.sample(&View {
                time_s: at_s,
                step_s: 0.0,
                temperature_c: &mixed,
                dried: view.dried,
                surface_c: [0, 1].map(|i: usize| between(self.surface_c[i], view.surface_c[i])),
                reservoir_c: between(self.reservoir_c, view.reservoir_c),
            });
            self.mixed_c = mixed;
            self.next += 1;
            if at_s >= self.end_s {
                break;
            }
        }
        self.before_c.copy_from_slice(view.temperature_c);
        self.surface_c = view.surface_c;
        self.reservoir_c = view.reservoir_c;
        Sink::Continue
    }
}

/// Where a row of the picture takes its temperature: so far on the way between two places.
#[derive(Debug, Clone, Copy)]
struct Row {
    between: Between,
    share: f64,
}

#[derive(Debug, Clone, Copy)]
enum Between {
    /// From this cell to the next above (or further out).
    Cells(usize),
    /// From the lowest cell to the face below it.
    BottomFace,
    /// From the highest (outermost) cell to the face above it.
    TopFace,
    /// Inside the innermost cell of a symmetric piece.
    Centre,
}

/// Rows of the picture at even heights over the full thickness.
fn rows(grid: &Grid) -> Vec<Row> {
    let span = grid.span_m();
    let symmetric = grid.is_symmetric();
    let thickness = if symmetric { 2.0 * span } else { span };
    let centre = &grid.centre_m;
    let last = centre.len() - 1;
    (0..PICTURE_ROWS)
        .map(|i| {
            let height = thickness * (i as f64 + 0.5) / PICTURE_ROWS as f64;
            let z = if symmetric { (height - span).abs() } else { height };
            if z >= centre[last] {
                let share = (z - centre[last]) / (span - centre[last]);
                Row { between: Between::TopFace, share }
            } else if z <= centre[0] {
                let between = if symmetric { Between::Centre } else { Between::BottomFace };
                Row { between, share: 1.0 - z / centre[0] }
            } else {
                let i = centre.partition_point(|&c| c <= z) - 1;
                let share = (z - centre[i]) / (centre[i + 1] - centre[i]);
                Row { between: Between::Cells(i), share }
            }
        })
        .collect()
}

/// One decimal is finer than any thermometer and keeps the answer small.
fn tenth(value: f64) -> f64 {
    (value * 10.0).round() / 10.0
}

fn hundredth(value: f64) -> f64 {
    (value * 100.0).round() / 100.0
}

impl Recorder<'_> {
    fn sample(&mut self, view: &View<'_>) {
        let grid = self.grid;
        let temperature = view.temperature_c;
        let core_c = grid.at(temperature, self.core_m);
        let symmetric = grid.is_symmetric();
        let bottom_c = if symmetric { view.surface_c[1] } else { view.surface_c[0] };
        let cells = view.dried.iter().zip(&grid.width_m);
        let crust_mm = |cells: &mut dyn Iterator<Item = (&f64, &f64)>| {
            cells.take_while(|(d, _)| **d > 0.0).fold(0.0, |mm, (d, w)| mm + d * w * 1000.0)
        };
        let crust_top_mm = crust_mm(&mut cells.clone().rev());
        let crust_bottom_mm = if symmetric { crust_top_mm } else { crust_mm(&mut cells.clone()) };
        let series = &mut self.series;
        series.time_s.push(hundredth(view.time_s));
        series.core_c.push(hundredth(core_c));
        series.bottom_c.push(tenth(bottom_c));
        series.top_c.push(tenth(view.surface_c[1]));
        let resting = view.time_s > self.pull_s + 1e-6;
        series.medium_c.push(tenth(if resting { ROOM_C } else { view.reservoir_c }));
        series.set_share.push(hundredth(self.dose.set_share(&grid.volume_m)));
        series.crust_bottom_mm.push(hundredth(crust_bottom_mm));
        series.crust_top_mm.push(hundredth(crust_top_mm));

        let last = temperature.len() - 1;
        let row = |row: &Row| {
            let (a, b) = match row.between {
                Between::Cells(i) => (temperature[i], temperature[i + 1]),
                Between::BottomFace => (temperature[0], view.surface_c[0]),
                Between::TopFace => (temperature[last], view.surface_c[1]),
                Between::Centre => (temperature[0], temperature[0]),
            };
            tenth(a + row.share * (b - a))
        };
        self.section.time_s.push(hundredth(view.time_s));
        self.section.temperature_c.push(self.rows.iter().map(row).collect());
    }
}

/// Room temperature while resting, °C; the same as in the `rest_above` face.
const ROOM_C: f64 = 25.0;

/// Runs a candidate once more, recording all that is shown.
pub(super) fn record(
    setting: &Setting<'_>,
    cook: &Cook,
    pull_s: f64,
    hold_s: f64,
    ending: Ending,
) -> Found {
    let turns_s = cook.programme.turns_s(pull_s);
    let turned = turns_s.len() % 2 == 1;
    let grid = &cook.grid;
    let mut simulation = cook.raw();
    let mut recorder = Recorder {
        grid,
        every_s: pull_s / PICTURE_TIMES,
        next: 1,
        end_s: pull_s,
        pull_s,
        core_m: ending.core_m,
        dose: Dose::new(grid.cells(), setting.species.set_shift_k),
        watch: Watch::new(grid.cells(), setting.start_c),
        brown_s: [0.0; 2],
        before_c: simulation.temperature_c().to_vec(),
        surface_c: simulation.surface_c(),
        reservoir_c: cook.programme.reservoir.temperature_c(0.0),
        rows: rows(grid),
        mixed_c: vec![0.0; grid.cells()],
        series: Series::default(),
        section: SectionPicture::default(),
    };
    start_picture(&mut recorder, setting, &simulation, cook);
    cook.heat(&mut simulation, &turns_s, pull_s, &mut recorder);
    // A held target keeps resting until the hold is over.
    let rest_s = ending.rest_s.max(hold_s).max(1.0);
    recorder.end_s = pull_s + rest_s;
    simulation.run(&cook.programme.rest(rest_s, turned), &cook.programme.reservoir, &mut recorder);
    let sides = if grid.is_symmetric() { &recorder.brown_s[1..] } else { &recorder.brown_s[..] };
    let density = setting.species.flesh().properties(setting.start_c).density_kg_m3;
    Found {
        pull_s,
        ending,
        verdict: recorder.watch.verdict(),
        look_from_s: pull_s,
        latest_s: pull_s,
        window_s: None,
        window_from_s: None,
        spread_s: 0.0,
        series: recorder.series,
        section: recorder.section,
        scorches: sides.iter().any(|brown| *brown > SCORCHED_S),
        dry_share: recorder.dose.dry_share(&grid.volume_m),
        evaporated_share: simulation.balance().evaporated_kg_m2 / (density * grid.total_volume_m()),
        turns_s,
    }
}

fn start_picture(
    recorder: &mut Recorder<'_>,
    setting: &Setting<'_>,
    simulation: &Simulation<'_>,
    cook: &Cook,
) {
    let thickness_mm = setting.thickness_m * 1000.0;
    recorder.section.height_mm = (0..PICTURE_ROWS)
        .map(|i| hundredth(thickness_mm * (i as f64 + 0.5) / PICTURE_ROWS as f64))
        .collect();
    recorder.sample(&View {
        time_s: 0.0,
        step_s: 0.0,
        temperature_c: simulation.temperature_c(),
        dried: simulation.dried(),
        surface_c: simulation.surface_c(),
        reservoir_c: cook.programme.reservoir.temperature_c(0.0),
    });
}

/// Puts the answer together.
pub(super) fn assemble(
    request: &PlanRequest,
    setting: &Setting<'_>,
    target: &Target,
    cook: &Cook,
    found: Found,
) -> PlanAnswer {
    let piece = &request.piece;
    let ending = found.ending;
    let safety = safety::assess(
        setting.catalogue,
        &Circumstances {
            species: setting.species,
            cut: setting.cut,
            method: setting.method,
            verdict: found.verdict,
            start_c: piece.start_c,
            frozen_for_parasites: piece.frozen_for_parasites.unwrap_or(false),
            band_usual: target.usual,
            scorches: found.scorches,
        },
    );
    let rest_s = ending.rest_s.round();
    let times = Times {
        // The same tenths as in the answer, so that card and steps round to the same second.
        turns_s: found.turns_s.iter().copied().map(tenth).collect(),
        pull_s: tenth(found.pull_s),
        rest_s,
        look: target.look.clone(),
    };
    let mut steps = setting.steps(&times);
    for step in &mut steps {
        step.start_s = step.start_s.round();
        step.duration_s = step.duration_s.round();
    }
    let look = setting.look();
    // Turning down shortly before it comes off is not worth a move.
    let turn_down = cook.programme.turn_down.filter(|(at_s, _)| *at_s < found.pull_s - 15.0);
    PlanAnswer {
        method: setting.method.id.clone(),
        school: (!setting.method.schools.is_empty()).then_some(setting.school),
        medium_c: tenth(setting.medium_c),
        flip_s: found.turns_s.first().copied().map(tenth),
        turns_s: found.turns_s.iter().copied().map(tenth).collect(),
        pull_s: tenth(found.pull_s),
        rest_s,
        core_at_pull_c: tenth(ending.core_at_pull_c),
        core_peak_c: tenth(ending.peak_c),
        carry_over_k: tenth(ending.peak_c - ending.core_at_pull_c),
        window_s: found.window_s.map(tenth),
        window_from_s: found.window_from_s.map(tenth),
        look_from_s: tenth(found.look_from_s),
        latest_s: tenth(found.latest_s),
        spread_s: tenth(found.spread_s),
        target_name: target.name.clone(),
        target_from_c: target.from_c,
        target_to_c: target.to_c,
        dry_share: hundredth(found.dry_share),
        evaporated_share: (found.evaporated_share * 1000.0).round() / 1000.0,
        setting: SettingNote {
            medium: setting.method.medium.clone(),
            knob: look.map_or_else(String::new, |l| l.knob.clone()),
            look: look.map_or_else(String::new, |l| l.look.clone()),
            reason: setting.method.reason.clone(),
            turn_down_s: turn_down.map(|t| t.0),
            turn_down_c: turn_down.map(|t| t.1),
            turn_down_knob: turn_down.and(setting.method.turned_down.clone()),
        },
        steps,
        safety,
        series: found.series,
        section: found.section,
    }
}
