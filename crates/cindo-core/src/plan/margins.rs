//! How forgiving a pull is: its window, and how far the right moment can wander with what nobody knows
//! exactly.

use super::root::{Root, rising_root};
use super::search::{GUESS_K, LONGEST_COOK_S, SHORTEST_COOK_S, coloured_s};
use super::trial::Trial;
use crate::kitchen::{Calibration, Eye, WITHIN};
use crate::setup::{Resolved, Rest, Setup, Target};
use crate::timeline::Schedule;
use cindo_heat::dose::Dose;
use cindo_heat::grid::Grid;
use cindo_heat::solve::{Accuracy, Observer, Sink, View};

/// Widest window that is reported, s.
const WIDEST_WINDOW_S: f64 = 3600.0;
/// Flesh may get so many more dry than planned before a late pull counts as one too late.
const DRIER_SHARE: f64 = 0.10;
/// What is uncertain about a piece besides what differs between kitchens and between cooks in them (see
/// [`WITHIN`]): thickness when measured (m), start (K), rest (s). Source: common practice.
const THICKNESS_MEASURED_M: f64 = 0.001;
pub(crate) const START_K: f64 = 2.0;
const REST_S: f64 = 30.0;
/// Look from and latest stand this many spreads from the pull.
pub(crate) const SPREADS: f64 = 1.3;

/// Watches the flesh get dry in the heat.
struct DryWatch<'g> {
    dose: Dose,
    volume_m: &'g [f64],
    total_m: f64,
    share: f64,
    limit: f64,
}

impl<'g> DryWatch<'g> {
    fn of(grid: &'g Grid) -> Self {
        Self {
            dose: Dose::new(grid.cells(), 0.0),
            volume_m: &grid.volume_m,
            total_m: grid.total_volume_m(),
            share: 0.0,
            limit: f64::INFINITY,
        }
    }

    /// From now on it stops where so much more is dry than now that it is no longer the same dish.
    fn stop_once_drier(&mut self) {
        self.limit = self.share + DRIER_SHARE;
    }
}

impl Observer for DryWatch<'_> {
    fn observe(&mut self, view: &View<'_>) -> Sink {
        self.dose.add(view.temperature_c, view.step_s);
        let dry: f64 = (0..self.volume_m.len())
            .filter(|cell| self.dose.is_dry(*cell))
            .map(|cell| self.volume_m[cell] * (1.0 - view.dried[cell]))
            .sum();
        self.share = dry / self.total_m;
        if self.share > self.limit { Sink::Stop } else { Sink::Continue }
    }
}

/// What waits for its coat is right from then until it is golden through and through.
const GOLDEN: f64 = 1.0;

/// The moments round a pull are found by one column of that accuracy on every screen, so that no two screens differ:
/// what it is off at the pull itself is off at its edges too, and falls out.
const BESIDE: Accuracy = Accuracy::COARSE;

/// The window of a solved piece; where its coat, not its middle, sets the time, that of its colour.
pub(crate) fn window(
    resolved: &Resolved<'_>,
    schedule: &Schedule,
    (pull_s, level_c): (f64, f64),
    slope: f64,
) -> Option<(f64, f64)> {
    let Resolved { setup, target, .. } = resolved;
    let coarse = Trial::new(setup, BESIDE);
    if setup.least_browning().is_some() && target.to_c.is_some_and(|to_c| level_c > to_c) {
        let golden_s = coloured_s(setup, &coarse, schedule, GOLDEN).unwrap_or(pull_s);
        return Some((pull_s, golden_s.max(pull_s)));
    }
    in_band(&coarse, schedule, target, pull_s, slope)
}

/// Earliest and latest pull that are eaten inside the band without having dried out, the turn staying
/// at the plan's time, corrected by what the column is off at the plan's own pull.
fn in_band(
    coarse: &Trial<'_>,
    schedule: &Schedule,
    target: &Target,
    pull_s: f64,
    slope: f64,
) -> Option<(f64, f64)> {
    let upper_c = target.to_c?;
    let floor_s = schedule.turns_s.first().copied().unwrap_or(0.0).max(SHORTEST_COOK_S);
    let fork_s = (0.6 * pull_s).max(floor_s.min(pull_s));
    let mut dry = DryWatch::of(&coarse.grid);
    // One run to the pull, and on until it is too late: every other pull goes on from it.
    let mut going = coarse.raw();
    coarse.heat(&mut going, schedule, fork_s, &mut dry);
    let at_fork = going.clone();
    coarse.heat(&mut going, schedule, pull_s, &mut dry);
    let at_pull = going.clone();
    let level = |at_s: f64| {
        let known = [&at_pull, &at_fork].into_iter().find(|known| known.time_s() <= at_s + 1e-9);
        let from = known.cloned().unwrap_or_else(|| coarse.raw());
        coarse.finish(from, schedule, at_s).level_c
    };
    let bias = level(pull_s) - target.aim_c;
    let guess =
        |edge_c: f64| Root { at: pull_s + (edge_c - target.aim_c) / slope.max(1e-6), slope };
    let early = rising_root(
        level,
        target.from_c + bias,
        GUESS_K,
        guess(target.from_c),
        (floor_s, LONGEST_COOK_S),
    )
    .map_or(pull_s, |root| root.at.min(pull_s));
    let late = rising_root(
        level,
        upper_c + bias,
        GUESS_K,
        guess(upper_c),
        (floor_s, pull_s + WIDEST_WINDOW_S),
    )
    .map_or(pull_s + WIDEST_WINDOW_S, |root| root.at.max(pull_s));
    dry.stop_once_drier();
    coarse.heat(&mut going, schedule, late, &mut dry);
    Some((early, going.time_s().min(early + WIDEST_WINDOW_S)))
}

/// Standard deviation, so to speak, of the right pull, s: one finite difference for each thing that
/// nobody knows exactly, added in quadrature.
pub(crate) fn spread(
    setup: &Setup<'_>,
    measured: bool,
    schedule: &Schedule,
    pull_s: f64,
    slope: f64,
) -> f64 {
    // The same clock times: only the piece or its heat differs.
    let level = |setup: &Setup<'_>| {
        let trial = Trial::new(setup, BESIDE);
        trial.finish(trial.raw(), schedule, pull_s).level_c
    };
    let base = level(setup);
    let unknowns = Unknowns::of(setup, measured);
    let moved = |variant: &Setup<'_>| (level(variant) - base) / slope.max(1e-6);
    let by_each: [f64; UNKNOWNS] = std::array::from_fn(|i| {
        let mut by = [0.0; UNKNOWNS];
        by[i] = 1.0;
        if unknowns.sd[i] > 0.0 { moved(&unknowns.varied(setup, &by)) } else { 0.0 }
    });
    let rested = rested_longer(setup).map_or(0.0, |longer| moved(&longer));
    (unknowns.variance(&by_each) + rested.powi(2)).max(0.0).sqrt()
}

/// The same piece left standing for as much longer as a cook may.
fn rested_longer<'a>(setup: &Setup<'a>) -> Option<Setup<'a>> {
    (setup.rest.duration_s > 0.0).then(|| {
        let rest = Rest { duration_s: setup.rest.duration_s + REST_S, ..setup.rest };
        Setup { rest, ..setup.clone() }
    })
}

/// How many things about a piece in the heat nobody knows exactly.
pub(crate) const UNKNOWNS: usize = 4;

/// What nobody knows exactly about a piece in the heat: its thickness, its temperature at the start,
/// the film coefficient, the medium.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Unknowns {
    /// One standard deviation of each, in that order: m, K, share, K; 0 for what is known.
    pub(crate) sd: [f64; UNKNOWNS],
    /// Correlations that a calibration left: of heat with film, of thickness with heat and with film.
    together: [f64; 3],
}

impl Unknowns {
    pub(crate) fn of(setup: &Setup<'_>, measured: bool) -> Self {
        let learnt = setup.calibration().unwrap_or(Calibration::USUAL);
        let eye_m = setup.eye.unwrap_or(Eye::USUAL).sd_mm / 1000.0;
        let thicker_m = if measured {
            THICKNESS_MEASURED_M
        } else {
            eye_m.hypot(setup.scatter * WITHIN.thickness_mm / 1000.0)
        };
        let film = learnt.film_sd.hypot(setup.scatter * WITHIN.film_share);
        let by_dial_k = learnt.runs_sd_at_k(setup.said_c()).hypot(setup.scatter * WITHIN.medium_k);
        let medium_k = match setup.method.range_c {
            Some(_) => setup.look().and_then(|l| l.uncertain_k).unwrap_or(by_dial_k),
            None => 0.0,
        };
        // What differs from cook to cook goes with nothing: it thins the correlations.
        let [heat_film, eye_heat, eye_film] = learnt.together;
        let share = |learnt: f64, whole: f64| (learnt / whole.max(1e-12)).min(1.0);
        let shares = [
            if measured { 0.0 } else { share(eye_m, thicker_m) },
            share(learnt.film_sd, film),
            share(learnt.runs_sd_k, medium_k),
        ];
        let together = [
            heat_film * shares[1] * shares[2],
            eye_heat * shares[0] * shares[2],
            eye_film * shares[0] * shares[1],
        ];
        Self { sd: [thicker_m, START_K, film, medium_k], together }
    }

    /// Variance of a figure whose change with each of them, for one standard deviation, is known.
    fn variance(&self, change: &[f64; UNKNOWNS]) -> f64 {
        let [thickness, _, film, medium] = *change;
        let [heat_film, eye_heat, eye_film] = self.together;
        let alone: f64 = change.iter().map(|c| c * c).sum();
        let pairs =
            heat_film * film * medium + eye_heat * thickness * medium + eye_film * thickness * film;
        alone + 2.0 * pairs
    }

    /// The setup with each of them off by so many standard deviations, within what a piece and its heat
    /// can be.
    pub(crate) fn varied<'a>(&self, setup: &Setup<'a>, by: &[f64; UNKNOWNS]) -> Setup<'a> {
        let [thickness_m, start_k, film, medium_k] = self.sd;
        Setup {
            thickness_m: (setup.thickness_m + thickness_m * by[0])
                .max(THINNEST_SHARE * setup.thickness_m),
            start_c: setup.start_c + start_k * by[1],
            film_factor: setup.film_factor * (1.0 + film * by[2]).max(LEAST_FILM),
            medium_c: setup.medium_c + medium_k * by[3],
            ..setup.clone()
        }
    }
}

/// No piece is thinner than this share of what was thought, and no film weaker.
const THINNEST_SHARE: f64 = 0.4;
const LEAST_FILM: f64 = 0.3;
