//! What readings say about the piece: thickness, film coefficient, start and heat, fitted within what a cook
//! can be wrong about.
//!
//! Penalised least squares (Gauss-Newton on the column, forward differences), the penalty being the spreads
//! that "look from" is made of. Readings far from the rest count less and less (Student's t, by iteratively
//! reweighted least squares: Lange, Little, Taylor, J. Am. Stat. Assoc. 84 (1989) 881-896). The covariance
//! at the minimum is what stays unknown.

use nalgebra::{SMatrix, SVector};
use serde::Serialize;

use crate::plan::{Trial, UNKNOWNS, Unknowns};
use crate::setup::Setup;
use crate::timeline::{Lived, Programme};
use cindo_heat::bounded::Bounded;
use cindo_heat::grid::Grid;
use cindo_heat::solve::{Accuracy, Observer, Sink, View};

/// A reading of the core, or a cue that stands for one.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Seen {
    /// When, s after the fish met the heat.
    pub(super) at_s: f64,
    /// What it says, °C.
    pub(super) core_c: f64,
    /// How far that may be off, K (one standard deviation).
    pub(super) sd_k: f64,
}

/// What readings say about the piece.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Estimate {
    /// Thickness, mm, and how far that may be off (one standard deviation).
    pub thickness_mm: f64,
    /// See `thickness_mm`.
    pub thickness_sd_mm: f64,
    /// Temperature as it met the heat, °C.
    pub start_c: f64,
    /// See `start_c`, K.
    pub start_sd_k: f64,
    /// Film coefficient, as a factor on what was thought.
    pub film_factor: f64,
    /// See `film_factor`.
    pub film_sd: f64,
    /// How much hotter the heat is than it was thought to be, K.
    pub medium_k: f64,
    /// See `medium_k`, K.
    pub medium_sd_k: f64,
    /// How far the tip is from the thermal centre, mm.
    pub tip_mm: f64,
    /// See `tip_mm`.
    pub tip_sd_mm: f64,
    /// Whether it is so far off that the readings are not the core's.
    pub tip_is_off: bool,
    /// Readings that it rests on.
    pub used: usize,
}

/// The fit: in standard deviations of each unknown, the tip last.
pub(super) struct Fit {
    x: Column,
    covariance: Square,
    /// How far each reading is from the fit, in its own standard deviations.
    pub(super) off: Vec<f64>,
}

/// The unknowns and the tip.
const FITTED: usize = UNKNOWNS + 1;
type Square = SMatrix<f64, FITTED, FITTED>;
type Column = SVector<f64, FITTED>;

/// A tip is meant to be in the middle and ends up this far from it, mm (one standard deviation;
/// modelling choice).
const TIP_SD_MM: f64 = 1.5;
/// It is off once it is this far from the middle, and twice what the fit may be off.
const TIP_OFF_MM: f64 = 3.0;
/// Readings lag by about so much, s: a thin probe (modelling choice).
const LAG_S: f64 = 3.0;
/// Degrees of freedom of Student's t: four is the usual choice (Lange et al.).
const FREEDOM: f64 = 4.0;
/// Where the search for the tip begins, in standard deviations from the middle.
const FIRST_TIP: f64 = 1.0;
/// Steps are this long for differences, in standard deviations.
const STEP: f64 = 0.25;
/// So many steps at most, and done once none is longer than this.
const MOST_STEPS: usize = 8;
const STILL: f64 = 0.02;
/// Slopes are taken anew after steps that are longer than this, in standard deviations, and so often at most.
const NEAR: f64 = 0.5;
const MOST_SLOPES: usize = 3;
/// No unknown is further off than this, in standard deviations: honest bounds.
const FURTHEST: f64 = 3.5;
/// So many readings are enough: more are thinned to one in each stretch of the same length.
const ENOUGH: usize = 60;

/// Watches tips at the moments of readings.
struct Tips<'g, const N: usize> {
    grid: &'g Grid,
    height_m: [f64; N],
    at_s: &'g [f64],
    before: (f64, [f64; N]),
    said_c: Vec<[f64; N]>,
}

impl<const N: usize> Observer for Tips<'_, N> {
    fn observe(&mut self, view: &View<'_>) -> Sink {
        let at_c = self.height_m.map(|height_m| self.grid.at(view.temperature_c, height_m));
        let now = (view.time_s, at_c);
        while let Some(at_s) = self.at_s.get(self.said_c.len()).filter(|at_s| **at_s <= now.0) {
            let share =
                ((at_s - self.before.0) / (now.0 - self.before.0).max(1e-9)).bounded(0.0, 1.0);
            let between = |i: usize| self.before.1[i] + share * (now.1[i] - self.before.1[i]);
            self.said_c.push(std::array::from_fn(between));
        }
        self.before = now;
        Sink::Continue
    }
}

/// What surrounds a piece as it was and will be, for a programme whose heat is off by so much, K.
pub(super) type LivedOf<'f, 'a> = dyn Fn(&Programme<'a>, f64) -> Lived<'a> + 'f;

/// What tips would have said, °C, at moments in their order. `tip_m` is how far above the core each is,
/// `core_share` where the core is, as a share of the thickness.
fn tips_c<'a, const N: usize>(
    setup: &Setup<'a>,
    lived_of: impl Fn(&Programme<'a>) -> Lived<'a>,
    accuracy: Accuracy,
    (core_share, tip_m): (f64, [f64; N]),
    at_s: &[f64],
) -> Vec<[f64; N]> {
    let mut trial = Trial::new(setup, accuracy);
    let Lived { programme, schedule, out_s } = lived_of(&trial.programme);
    trial.programme = programme;
    let span_m = trial.grid.span_m();
    let centre_m = core_share * span_m;
    let is_symmetric = trial.grid.is_symmetric();
    let height_m = tip_m.map(|tip_m| match centre_m + tip_m {
        m if is_symmetric => m.abs().min(span_m),
        m => m.bounded(0.0, span_m),
    });
    let lagged: Vec<f64> = at_s.iter().map(|at_s| (at_s - LAG_S).max(0.0)).collect();
    let mut tips = Tips {
        grid: &trial.grid,
        height_m,
        at_s: &lagged,
        before: (0.0, [setup.start_c; N]),
        said_c: Vec::with_capacity(at_s.len()),
    };
    let mut simulation = trial.raw();
    let until_s = lagged.last().copied().unwrap_or(0.0);
    trial.heat(&mut simulation, &schedule, until_s.min(out_s), &mut tips);
    if until_s > out_s {
        let rest = trial.programme.rested(&schedule, out_s, until_s - out_s);
        simulation.run(&rest.phase(), &mut tips);
    }
    // The last moment may lie a rounding past the last step.
    let last_c = tips.before.1;
    tips.said_c.resize(at_s.len(), last_c);
    tips.said_c
}

/// The same of one tip.
pub(super) fn tip_c<'a>(
    setup: &Setup<'a>,
    lived_of: impl Fn(&Programme<'a>) -> Lived<'a>,
    accuracy: Accuracy,
    (core_share, tip_m): (f64, f64),
    at_s: &[f64],
) -> Vec<f64> {
    let said = tips_c(setup, lived_of, accuracy, (core_share, [tip_m]), at_s);
    said.into_iter().map(|[c]| c).collect()
}

/// Fits what is unknown to readings. `core` is where the core is, as a share of the thickness, and what the
/// whole section has over one column at a moment, K. It begins where one of hardly other readings ended.
pub(super) fn fit<'a>(
    setup: &Setup<'a>,
    unknowns: &Unknowns,
    lived_of: &LivedOf<'_, 'a>,
    (core_share, over_k): (f64, &dyn Fn(f64) -> f64),
    seen: &[Seen],
    before: Option<&Fit>,
) -> Fit {
    // Between two hot sides nothing changes at the very middle: from there no step would lead away.
    let begun = before.map_or_else(
        || Column::from_fn(|i, _| if i == UNKNOWNS { FIRST_TIP } else { 0.0 }),
        |fit| fit.x,
    );
    let kept = thinned(seen);
    let at_s: Vec<f64> = kept.iter().map(|s| s.at_s).collect();
    // What the tip says there, and a step of the tip higher up.
    let said = |x: &Column, at_s: &[f64]| -> Vec<[f64; 2]> {
        let by: [f64; UNKNOWNS] = std::array::from_fn(|i| x[i]);
        let tip_m = [0.0, STEP].map(|more| (x[UNKNOWNS] + more) * TIP_SD_MM / 1000.0);
        let varied = unknowns.varied(setup, &by);
        let heat_k = varied.medium_c - setup.medium_c;
        let lived = |programme: &Programme<'a>| lived_of(programme, heat_k);
        let mut said = tips_c(&varied, lived, Accuracy::COARSE, (core_share, tip_m), at_s);
        for (both, at_s) in said.iter_mut().zip(at_s) {
            *both = both.map(|c| c + over_k(*at_s));
        }
        said
    };
    let mut x = begun;
    let mut covariance = Square::identity();
    let mut slopes: Vec<Column> = Vec::with_capacity(kept.len());
    let mut moved = f64::INFINITY;
    for round in 0..MOST_STEPS {
        let base = said(&x, &at_s);
        // Once steps are short the slopes stay as they are.
        if moved > NEAR && round < MOST_SLOPES {
            let others: [Vec<[f64; 2]>; UNKNOWNS] = std::array::from_fn(|i| {
                let mut moved = x;
                moved[i] += STEP;
                said(&moved, &at_s)
            });
            slopes.clear();
            slopes.extend(base.iter().enumerate().map(|(place, [here_c, up_c])| {
                Column::from_fn(|i, _| {
                    (others.get(i).map_or(*up_c, |said| said[place][0]) - here_c) / STEP
                })
            }));
        }
        let mut normal = Square::identity();
        let mut pull = -x;
        for ((reading, [here_c, _]), slope) in kept.iter().zip(&base).zip(&slopes) {
            let off = (reading.core_c - here_c) / reading.sd_k;
            let weight = (FREEDOM + 1.0) / (FREEDOM + off * off);
            let slope = slope / reading.sd_k;
            normal += weight * slope * slope.transpose();
            pull += weight * off * slope;
        }
        // The penalty makes it positive definite.
        let Some(cholesky) = normal.cholesky() else { break };
        covariance = cholesky.inverse();
        let step = cholesky.solve(&pull);
        let next = (x + step).map(|v| v.bounded(-FURTHEST, FURTHEST));
        moved = (next - x).amax();
        x = next;
        if moved < STILL {
            break;
        }
    }
    let all_s: Vec<f64> = seen.iter().map(|s| s.at_s).collect();
    let fitted = said(&x, &all_s);
    let off = seen.iter().zip(&fitted).map(|(s, [c, _])| (s.core_c - c) / s.sd_k).collect();
    Fit { x, covariance, off }
}

/// Readings in their order, the middle one of each stretch where there are many.
fn thinned(seen: &[Seen]) -> Vec<Seen> {
    let every = seen.len().div_ceil(ENOUGH).max(1);
    let middle = |some: &[Seen]| {
        let mut by_value = some.to_vec();
        by_value.sort_by(|a, b| a.core_c.total_cmp(&b.core_c));
        by_value[by_value.len() / 2]
    };
    let mut kept: Vec<Seen> = seen.chunks(every).map(middle).collect();
    kept.sort_by(|a, b| a.at_s.total_cmp(&b.at_s));
    kept
}

impl Fit {
    /// Each unknown, in its standard deviations.
    pub(super) fn by(&self) -> [f64; UNKNOWNS] {
        std::array::from_fn(|i| self.x[i])
    }

    /// Standard deviation of a figure whose change with each unknown (in its standard deviations) is known.
    pub(super) fn sd_of(&self, change: &[f64; UNKNOWNS]) -> f64 {
        let change = Column::from_fn(|i, _| change.get(i).copied().unwrap_or(0.0));
        (change.transpose() * self.covariance * change)[0].max(0.0).sqrt()
    }

    /// As it is told.
    pub(super) fn told(&self, setup: &Setup<'_>, unknowns: &Unknowns, used: usize) -> Estimate {
        let varied = unknowns.varied(setup, &self.by());
        let sd = |i: usize| self.covariance[(i, i)].max(0.0).sqrt();
        let [thickness_m, start_k, film, medium_k] = unknowns.sd;
        let (tip_mm, tip_sd_mm) = (TIP_SD_MM * self.x[UNKNOWNS], TIP_SD_MM * sd(UNKNOWNS));
        Estimate {
            thickness_mm: 1000.0 * varied.thickness_m,
            thickness_sd_mm: 1000.0 * thickness_m * sd(0),
            start_c: varied.start_c,
            start_sd_k: start_k * sd(1),
            film_factor: varied.film_factor,
            film_sd: film * sd(2),
            medium_k: medium_k * self.x[3],
            medium_sd_k: medium_k * sd(3),
            tip_mm,
            tip_sd_mm,
            tip_is_off: tip_mm.abs() > TIP_OFF_MM.max(2.0 * tip_sd_mm),
            used,
        }
    }
}
