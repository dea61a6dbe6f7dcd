//! One run of a candidate with everything recorded that is shown or judged.

use serde::Serialize;

use super::browning::Browning;
use super::probe::Seen;
use super::trial::{Ending, Trial};
use crate::caution::{Verdict, Watch};
use crate::say::{hundredth, tenth};
use crate::setup::Resolved;
use crate::timeline::Schedule;
use cindo_heat::bounded::Bounded;
use cindo_heat::constants::ROOM_C;
use cindo_heat::dose::{Dose, drip_share};
use cindo_heat::grid::Grid;
use cindo_heat::reservoir::Reservoir;
use cindo_heat::solve::{Balance, Observer, Simulation, Sink, View};

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
    /// Share of the flesh that is dry, 0 to 1.
    pub dry_share: Vec<f64>,
    /// Crust (dried out by boiling) at the face that went down first, mm.
    pub crust_bottom_mm: Vec<f64>,
    /// Crust at the other face, mm.
    pub crust_top_mm: Vec<f64>,
}

/// The inside over time.
#[derive(Debug, Clone, PartialEq, Default, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct StripPicture {
    /// Times, s.
    pub time_s: Vec<f64>,
    /// Heights above the face that went down first, mm.
    pub height_mm: Vec<f64>,
    /// Temperatures, °C, indexed `[time][height]`.
    pub temperature_c: Vec<Vec<f64>>,
}

/// How finely the picture is sampled.
#[derive(Debug, Clone, Copy)]
pub(crate) struct Sampling {
    /// Samples while it is in the heat.
    pub(crate) times: f64,
    /// Heights over the thickness.
    pub(crate) rows: usize,
}

impl Sampling {
    /// For the plan.
    pub(crate) const FULL: Self = Self { times: 110.0, rows: 64 };
    /// For a plan that is being dragged.
    pub(crate) const QUICK: Self = Self { times: 56.0, rows: 32 };
    /// For a cook under way.
    pub(crate) const LIVE: Self = Self { times: 60.0, rows: 24 };
    /// For a small strip.
    pub(crate) const SMALL: Self = Self { times: 24.0, rows: 16 };
}

/// Samples are at least so far apart, s: times are told to the hundredth.
const FINEST_S: f64 = 0.05;
/// The rest is sampled at most so many times as often as the heat.
const REST_SHARE: f64 = 2.0;
/// A face has let go once this much of it has dried, mm (modelling choice).
pub(crate) const RELEASE_MM: f64 = 0.25;
/// The store is back once it is this close to its set point, K.
const BACK_K: f64 = 8.0;
/// Flesh that got this far above the target is firm or worse, K (modelling choice).
const FIRM_K: f64 = 10.0;
/// Even means that the hottest it has been is within this of the target, K: a rim that was overdone
/// and has cooled to the target is still overdone.
const EVEN_K: f64 = 4.0;

/// What a recorded run gives.
#[derive(Debug, Clone)]
pub(crate) struct Record {
    /// As the whole section has it.
    pub(crate) ending: Ending,
    /// Where it is asked, of every place.
    pub(crate) verdict: Verdict,
    pub(crate) series: Series,
    pub(crate) section: StripPicture,
    /// Browning of the first and the other face, s at the reference, coat included.
    pub(crate) brown_s: [f64; 2],
    /// When the first face let go, s.
    pub(crate) release_s: Option<f64>,
    /// Dried crust at the end, mm, first and other face.
    pub(crate) crust_mm: [f64; 2],
    /// Share of the volume that is dry but not crust.
    pub(crate) dry_share: f64,
    /// Share of the volume that got firm or worse, crust left out.
    pub(crate) firm_share: f64,
    /// Share of the volume within reach of the target when served.
    pub(crate) even_share: f64,
    /// Steam and drip, share of the weight.
    pub(crate) evaporated_share: f64,
    pub(crate) juice_lost_share: f64,
    /// Lowest temperature of the first store, °C, and when it was back, s.
    pub(crate) lowest_c: f64,
    pub(crate) back_s: Option<f64>,
    /// Share of the middle that is set at the first turn (at the pull where nothing is turned).
    pub(crate) middle_set_share: f64,
    /// How high the side is opaque at that moment, as the whole section has it; none where that was not looked at.
    pub(crate) side_opaque: Option<f64>,
    /// Balances of the piece and of the store it ended on, at the pull.
    pub(crate) balance: Balance,
    pub(crate) sensible_j_m2: f64,
    pub(crate) reservoir: Reservoir,
}

struct Recorder<'g> {
    grid: &'g Grid,
    every_s: f64,
    /// Samples are counted from here, s.
    origin_s: f64,
    next: u32,
    end_s: f64,
    pull_s: f64,
    /// Where the core is, m.
    core_m: f64,
    dose: Dose,
    watch: Watch,
    browning: Browning<'g>,
    release_s: Option<f64>,
    set_c: f64,
    fork_s: f64,
    lowest_c: f64,
    back_s: Option<f64>,
    first_turn_s: f64,
    middle_set_share: Option<f64>,
    /// State at the end of the step before.
    before_c: Vec<f64>,
    surface_c: [f64; 2],
    reservoir_c: f64,
    /// How the picture's rows follow from cells and faces.
    rows: Vec<Row>,
    /// Scratch for samples between steps.
    mixed_c: Vec<f64>,
    series: Series,
    section: StripPicture,
}

/// Thickness dried by boiling from a face inward, mm.
pub(crate) fn crust_mm<'a>(cells: impl Iterator<Item = (&'a f64, &'a f64)>) -> f64 {
    cells.take_while(|(d, _)| **d > 0.0).fold(0.0, |mm, (d, w)| mm + d * w * 1000.0)
}

impl Recorder<'_> {
    /// When the next sample is due, s. One that is due just before the end is the last.
    fn due_s(&self) -> f64 {
        let at_s = self.origin_s + f64::from(self.next) * self.every_s;
        if at_s > self.end_s - 0.5 * FINEST_S { self.end_s } else { at_s }
    }
}

impl Observer for Recorder<'_> {
    fn observe(&mut self, view: &View<'_>) -> Sink {
        self.dose.add(view.temperature_c, view.step_s);
        self.watch.add(view.temperature_c, view.step_s);
        self.browning.add(view);
        self.follow_release(view);
        self.follow_reservoir(view);
        // Samples that fall within the step are read off between its ends: landing on each of
        // them would double the steps for a picture that cannot tell.
        loop {
            let at_s = self.due_s();
            if at_s > view.time_s + 1e-9 {
                break;
            }
            let share = ((at_s - (view.time_s - view.step_s)) / view.step_s).bounded(0.0, 1.0);
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
                outer_c: view.outer_c,
                touching_c: view.touching_c,
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
fn rows(grid: &Grid, count: usize) -> Vec<Row> {
    let span = grid.span_m();
    let symmetric = grid.is_symmetric();
    let thickness = if symmetric { 2.0 * span } else { span };
    let centre = &grid.centre_m;
    let last = centre.len() - 1;
    (0..count)
        .map(|i| {
            let height = thickness * (i as f64 + 0.5) / count as f64;
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

impl Recorder<'_> {
    fn sample(&mut self, view: &View<'_>) {
        let grid = self.grid;
        let temperature = view.temperature_c;
        let core_c = grid.at(temperature, self.core_m);
        let symmetric = grid.is_symmetric();
        let bottom_c = if symmetric { view.surface_c[1] } else { view.surface_c[0] };
        let crust_top_mm = crust_mm(view.dried.iter().rev().zip(grid.width_m.iter().rev()));
        let crust_bottom_mm =
            if symmetric { crust_top_mm } else { crust_mm(view.dried.iter().zip(&grid.width_m)) };
        let series = &mut self.series;
        series.time_s.push(hundredth(view.time_s));
        series.core_c.push(hundredth(core_c));
        series.bottom_c.push(tenth(bottom_c));
        series.top_c.push(tenth(view.surface_c[1]));
        let resting = view.time_s > self.pull_s + 1e-6;
        series.medium_c.push(tenth(if resting { ROOM_C } else { view.reservoir_c }));
        series.set_share.push(hundredth(self.dose.set_share(&grid.volume_m)));
        series.dry_share.push(hundredth(dry_share(grid, &self.dose, view.dried)));
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

    fn follow_release(&mut self, view: &View<'_>) {
        let symmetric = self.grid.is_symmetric();
        if self.release_s.is_none() && !symmetric && view.time_s <= self.pull_s + 1e-6 {
            let dried_mm = crust_mm(view.dried.iter().zip(&self.grid.width_m));
            if dried_mm >= RELEASE_MM {
                self.release_s = Some(view.time_s);
            }
        }
        if self.middle_set_share.is_none() && view.time_s >= self.first_turn_s - 1e-6 {
            self.middle_set_share = Some(self.dose.set_share(&self.grid.volume_m));
        }
    }

    /// The first store only, and only until the heat is changed on purpose.
    fn follow_reservoir(&mut self, view: &View<'_>) {
        if view.time_s > self.fork_s + 1e-6 {
            return;
        }
        if view.reservoir_c < self.lowest_c {
            self.lowest_c = view.reservoir_c;
            self.back_s = None;
        } else if self.back_s.is_none() && view.reservoir_c >= self.set_c - BACK_K {
            self.back_s = Some(view.time_s);
        }
    }
}

impl<'g> Recorder<'g> {
    fn new(
        resolved: &'g Resolved<'_>,
        trial: &'g Trial<'_>,
        schedule: &Schedule,
        pull_s: f64,
        core_m: f64,
        picture_rows: usize,
    ) -> Self {
        let Resolved { setup, limit, .. } = resolved;
        let grid = &trial.grid;
        let heater = trial.programme.stages[0].heater;
        Self {
            grid,
            every_s: FINEST_S,
            origin_s: 0.0,
            next: 1,
            end_s: pull_s,
            pull_s,
            core_m,
            dose: Dose::new(grid.cells(), setup.species.set_shift_k),
            watch: Watch::new(grid.cells(), setup.start_c, *limit),
            browning: Browning::new(setup.coating),
            release_s: None,
            set_c: heater.set_c,
            fork_s: trial.programme.first_new_heat_s(schedule).min(pull_s),
            lowest_c: heater.start_c,
            back_s: None,
            first_turn_s: schedule.shown_at_s(pull_s),
            middle_set_share: None,
            before_c: vec![setup.start_c; grid.cells()],
            surface_c: [setup.start_c; 2],
            reservoir_c: heater.start_c,
            rows: rows(grid, picture_rows),
            mixed_c: vec![0.0; grid.cells()],
            series: Series::default(),
            section: StripPicture::default(),
        }
    }
}

/// Runs a candidate once more, recording all that is shown and judged.
pub(crate) fn record(
    resolved: &Resolved<'_>,
    trial: &Trial<'_>,
    schedule: &Schedule,
    pull_s: f64,
    (ending, seen): (Ending, Option<Seen>),
    sampling: Sampling,
) -> Record {
    let Resolved { setup, target, .. } = resolved;
    let grid = &trial.grid;
    let mut simulation = trial.raw();
    let mut recorder =
        Recorder::new(resolved, trial, schedule, pull_s, ending.core_m, sampling.rows);
    recorder.every_s = (pull_s / sampling.times).max(FINEST_S);
    start_picture(&mut recorder, setup.thickness_m, &simulation, sampling.rows);
    trial.heat(&mut simulation, schedule, pull_s, &mut recorder);
    let (balance, reservoir) = (simulation.balance(), *simulation.reservoir());
    let sensible_j_m2 = simulation.sensible_j_m2();
    let core_c = |simulation: &Simulation<'_>| grid.at(simulation.temperature_c(), ending.core_m);
    let pulled_c = core_c(&simulation);
    let rest_s = setup.rest.duration_s;
    let mut own_level_c = pulled_c;
    if rest_s > 0.0 {
        recorder.end_s = pull_s + rest_s;
        // As fine as in the heat, but however short that was, not without end.
        let coarsest_s = rest_s / (REST_SHARE * sampling.times);
        if recorder.every_s < coarsest_s {
            (recorder.every_s, recorder.origin_s, recorder.next) = (coarsest_s, pull_s, 1);
        }
        let rest = trial.programme.rested(schedule, pull_s, rest_s);
        simulation.run(&rest.phase(), &mut recorder);
    }
    let served_c = core_c(&simulation);
    for c in &recorder.series.core_c {
        own_level_c = own_level_c.max(*c);
    }
    let shift = Shift {
        pull_s,
        rest_s,
        at_pull_k: ending.core_at_pull_c - pulled_c,
        served_k: ending.core_served_c - served_c,
        boil_c: setup.boil_c,
    };
    shift.apply(&mut recorder.series, &mut recorder.section);

    let flesh = setup.species.flesh();
    let density = flesh.properties(setup.start_c).density_kg_m3;
    // The faces dry as if juice came for ever; no piece loses more than its water.
    let evaporated_share = (simulation.balance().evaporated_kg_m2
        / (density * grid.total_volume_m()))
    .min(flesh.water);
    let dried = simulation.dried();
    // By as much as the core differs, less towards what boils.
    let hottest: Vec<f64> = simulation
        .hottest_c()
        .iter()
        .map(|c| c + shift.of(ending.level_c - own_level_c, own_level_c, *c))
        .collect();
    let share = |counts: &dyn Fn(usize) -> f64| {
        let sum: f64 = grid.volume_m.iter().enumerate().map(|(i, v)| v * counts(i)).sum();
        sum / grid.total_volume_m()
    };
    let one_if = |yes: bool| f64::from(u8::from(yes));
    let drip = share(&|i| drip_share(hottest[i]) * (1.0 - dried[i]));
    let symmetric = grid.is_symmetric();
    let top_mm = crust_mm(dried.iter().rev().zip(grid.width_m.iter().rev()));
    let bottom_mm = if symmetric { top_mm } else { crust_mm(dried.iter().zip(&grid.width_m)) };
    let brown = recorder.browning.brown_s;
    let told = seen.and_then(|seen| seen.told);
    Record {
        ending,
        verdict: match seen {
            Some(_) => told.map_or(Verdict::UNTOLD, |told| told.verdict),
            None => recorder.watch.verdict(),
        },
        brown_s: if symmetric { [brown[1]; 2] } else { brown },
        release_s: recorder.release_s,
        crust_mm: [bottom_mm, top_mm],
        dry_share: dry_share(grid, &recorder.dose, dried),
        firm_share: share(&|i| one_if(hottest[i] >= target.aim_c + FIRM_K) * (1.0 - dried[i])),
        even_share: share(&|i| one_if((hottest[i] - target.aim_c).abs() <= EVEN_K)),
        evaporated_share,
        juice_lost_share: (evaporated_share + drip).min(flesh.water),
        lowest_c: recorder.lowest_c,
        back_s: recorder.back_s,
        middle_set_share: recorder.middle_set_share.unwrap_or_default(),
        side_opaque: told.and_then(|told| told.side_opaque),
        series: recorder.series,
        section: recorder.section,
        balance,
        sensible_j_m2,
        reservoir,
    }
}

/// Share of the flesh that is dry, crust left out, 0 to 1.
fn dry_share(grid: &Grid, dose: &Dose, dried: &[f64]) -> f64 {
    let dry = grid.volume_m.iter().enumerate().filter(|(cell, _)| dose.is_dry(*cell));
    dry.map(|(cell, volume)| volume * (1.0 - dried[cell])).sum::<f64>() / grid.total_volume_m()
}

/// What the whole section adds to one column over time.
struct Shift {
    pull_s: f64,
    rest_s: f64,
    at_pull_k: f64,
    served_k: f64,
    boil_c: f64,
}

impl Shift {
    /// At a moment, K: from nothing, as heat from the sides arrives, on a straight line through the rest.
    fn at_k(&self, time_s: f64) -> f64 {
        // Times are told to the hundredth, which may lie after a pull that nothing follows.
        if time_s <= self.pull_s || self.rest_s <= 0.0 {
            return self.at_pull_k * (time_s / self.pull_s).min(1.0).powi(2);
        }
        let share = ((time_s - self.pull_s) / self.rest_s).min(1.0);
        self.at_pull_k + share * (self.served_k - self.at_pull_k)
    }

    /// What of a core's `shift_k` is left for flesh at another temperature: as in Newman's product, in
    /// the measure in which both still lack heat.
    fn of(&self, shift_k: f64, core_c: f64, flesh_c: f64) -> f64 {
        let lacks_k = (self.boil_c - core_c).max(5.0);
        shift_k * ((self.boil_c - flesh_c) / lacks_k).bounded(0.0, 1.0)
    }

    fn apply(&self, series: &mut Series, section: &mut StripPicture) {
        if self.at_pull_k.abs().max(self.served_k.abs()) < 0.05 {
            return;
        }
        for ((core_c, time_s), column) in
            series.core_c.iter_mut().zip(&series.time_s).zip(&mut section.temperature_c)
        {
            let shift_k = self.at_k(*time_s);
            for flesh_c in column {
                *flesh_c = tenth(*flesh_c + self.of(shift_k, *core_c, *flesh_c));
            }
            *core_c = hundredth(*core_c + shift_k);
        }
    }
}

fn start_picture(
    recorder: &mut Recorder<'_>,
    thickness_m: f64,
    simulation: &Simulation<'_>,
    rows: usize,
) {
    let thickness_mm = thickness_m * 1000.0;
    recorder.section.height_mm =
        (0..rows).map(|i| hundredth(thickness_mm * (i as f64 + 0.5) / rows as f64)).collect();
    let reservoir_c = recorder.reservoir_c;
    recorder.sample(&View {
        time_s: 0.0,
        step_s: 0.0,
        temperature_c: simulation.temperature_c(),
        dried: simulation.dried(),
        surface_c: simulation.surface_c(),
        outer_c: simulation.surface_c(),
        touching_c: simulation.surface_c(),
        reservoir_c,
    });
}
