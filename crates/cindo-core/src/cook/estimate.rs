//! What readings and cues say about the piece: thickness, film coefficient, start and heat, fitted within what a
//! cook can be wrong about.
//!
//! The most probable piece, by Newton's method with halved steps on the logarithm of its probability (forward
//! differences on the column), before which stands what "look from" is made of. Readings far from the rest count
//! less and less (Student's t, by iteratively reweighted least squares: Lange, Little, Taylor, J. Am. Stat.
//! Assoc. 84 (1989) 881-896); cues are ordinal (`cue`). The curvature there is what stays unknown (Laplace).

use nalgebra::{SMatrix, SVector};
use serde::Serialize;

use super::cue::Stage;
use super::senses::{CoreModel, predict};
use crate::plan::{UNKNOWNS, Unknowns};
use crate::setup::Setup;
use crate::timeline::{Lived, Programme};

/// What was read or noticed.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Evidence {
    /// When it was so in the fish, s after it met the heat.
    pub(super) at_s: f64,
    /// What.
    pub(super) what: Observed,
}

/// A reading or a cue.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) enum Observed {
    /// A probe said so.
    Reading {
        /// °C.
        core_c: f64,
        /// How far that may be off, K (one standard deviation).
        sd_k: f64,
    },
    /// A cook found this stage of a cue.
    Cue(Stage),
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
#[derive(Clone)]
pub(super) struct Fit {
    x: Column,
    covariance: Square,
    /// How far each reading is from the fit, in its own standard deviations; 0 for cues.
    pub(super) off: Vec<f64>,
}

/// The unknowns and the tip.
const FITTED: usize = UNKNOWNS + 1;
type Square = SMatrix<f64, FITTED, FITTED>;
type Column = SVector<f64, FITTED>;

/// A tip is meant to be in the middle and ends up this far from it, mm (one standard deviation;
/// modelling choice).
pub(super) const TIP_SD_MM: f64 = 1.5;
/// It is off once it is this far from the middle, and twice what the fit may be off.
const TIP_OFF_MM: f64 = 3.0;
/// Degrees of freedom of Student's t: four is the usual choice (Lange et al.).
const FREEDOM: f64 = 4.0;
/// Where the search for the tip begins, in standard deviations from the middle.
const FIRST_TIP: f64 = 1.0;
/// Steps are this long for differences, in standard deviations.
const STEP: f64 = 0.25;
/// So many steps at most, and done once none is longer than this.
const MOST_STEPS: usize = 24;
const STILL: f64 = 0.02;
/// Slopes are taken anew after steps that are longer than this, in standard deviations.
const NEAR: f64 = 0.25;
/// A step that leads to something less probable is halved, so often at most.
const MOST_HALVES: u32 = 4;
/// No piece is further than this from what was thought, in standard deviations of all its unknowns together.
pub(super) const FURTHEST: f64 = 3.5;
const HALVINGS: u32 = 30;
/// So many readings are enough: more are thinned to one in each stretch of the same length.
const ENOUGH: usize = 60;

/// What surrounds a piece as it was and will be, for a programme whose heat is off by so much, K.
pub(super) type LivedOf<'f, 'a> = dyn Fn(&Programme<'a>, f64) -> Lived<'a> + 'f;

/// What a piece says at a moment at which something was seen: for a reading the core at the tip and a step higher up, °C;
/// for a cue its quantity, twice.
pub(super) type Prediction = [f64; 2];

/// How what was seen changes with the piece.
struct Slope {
    /// With each unknown, for one standard deviation.
    by: Column,
    /// How far it may be off in all: what says nothing of how soon the piece is done scatters a cue.
    scatter: f64,
}

impl Slope {
    /// Of a cue only the part along `sooner` counts: among pieces that are done sooner or later a later stage is then
    /// always a sooner piece. What lies across scatters it, as far as it is unknown.
    fn of(evidence: &Evidence, by: Column, sooner: &Column) -> Self {
        match evidence.what {
            Observed::Reading { sd_k, .. } => Self { by, scatter: sd_k },
            Observed::Cue(stage) => {
                let along = by.dot(sooner).max(0.0);
                let across = (by - along * sooner).norm();
                Self { by: along * sooner, scatter: stage.scatter.hypot(across) }
            }
        }
    }
}

/// Logarithm of the probability of what was seen, up to a constant.
fn log_likelihood(evidence: &Evidence, prediction: Prediction, slope: &Slope) -> f64 {
    match evidence.what {
        Observed::Reading { core_c, sd_k } => {
            let off = (core_c - prediction[0]) / sd_k;
            -0.5 * (FREEDOM + 1.0) * (off * off / FREEDOM).ln_1p()
        }
        Observed::Cue(stage) => stage.likelihood(prediction[0], slope.scatter).log,
    }
}

/// Adds what one thing that was seen pulls at the unknowns, and how strongly.
fn add_evidence(
    evidence: &Evidence,
    prediction: Prediction,
    Slope { by, scatter }: &Slope,
    normal: &mut Square,
    pull: &mut Column,
) {
    let (score, information) = match evidence.what {
        Observed::Reading { core_c, sd_k } => {
            let off = (core_c - prediction[0]) / sd_k;
            let weight = (FREEDOM + 1.0) / (FREEDOM + off * off);
            (weight * off / sd_k, weight / (sd_k * sd_k))
        }
        Observed::Cue(stage) => {
            let known = stage.likelihood(prediction[0], *scatter);
            (known.score, known.information)
        }
    };
    *normal += information * by * by.transpose();
    *pull += score * by;
}

/// Where Newton's method goes next, within what a piece can be: the most probable point of that ball (a Lagrange
/// multiplier by bisection, Moré and Sorensen, SIAM J. Sci. Stat. Comput. 4 (1983) 553-572). None where nothing is known.
fn newton_step(x: &Column, normal: &Square, pull: &Column) -> Option<Column> {
    let at = |damping: f64| {
        let (mut normal, mut pull) = (*normal, *pull);
        for i in 0..UNKNOWNS {
            normal[(i, i)] += damping;
            pull[i] -= damping * x[i];
        }
        Some(x + normal.cholesky()?.solve(&pull))
    };
    let size = |x: &Column| x.fixed_rows::<UNKNOWNS>(0).norm();
    let free = at(0.0)?;
    if size(&free) <= FURTHEST {
        return Some(free);
    }
    let (mut low, mut high) = (0.0, 1.0);
    while size(&at(high)?) > FURTHEST {
        (low, high) = (high, 4.0 * high);
    }
    for _ in 0..HALVINGS {
        let middle = 0.5 * (low + high);
        if size(&at(middle)?) > FURTHEST { low = middle } else { high = middle }
    }
    at(high)
}

/// Fits what is unknown to what was seen, which is in the order of time. It begins where one of hardly other
/// readings ended. `sooner` is how much further done the piece is with each unknown.
pub(super) fn fit<'a>(
    setup: &Setup<'a>,
    unknowns: &Unknowns,
    lived_of: &LivedOf<'_, 'a>,
    (core, sooner): (CoreModel<'_>, &[f64; UNKNOWNS]),
    evidence: &[Evidence],
    before: Option<&Fit>,
) -> Fit {
    // Between two hot sides nothing changes at the very middle: from there no step would lead away.
    let has_tip = evidence.iter().any(|s| matches!(s.what, Observed::Reading { .. }));
    let begun = before.map_or_else(
        || Column::from_fn(|i, _| if i == UNKNOWNS && has_tip { FIRST_TIP } else { 0.0 }),
        |fit| fit.x,
    );
    let thinned = thin_readings(evidence);
    let sooner = Column::from_fn(|i, _| sooner.get(i).copied().unwrap_or(0.0));
    let sooner = sooner.try_normalize(0.0).unwrap_or_default();
    let predict_at = |x: &Column, evidence: &[Evidence]| -> Vec<Prediction> {
        let by: [f64; UNKNOWNS] = std::array::from_fn(|i| x[i]);
        let tip_m = [0.0, STEP].map(|more| (x[UNKNOWNS] + more) * TIP_SD_MM / 1000.0);
        let varied = unknowns.varied(setup, &by);
        let heat_k = varied.medium_c - setup.medium_c;
        predict(&varied, |programme| lived_of(programme, heat_k), core, tip_m, evidence)
    };
    let log = |x: &Column, prediction: &[Prediction], slopes: &[Slope]| {
        let all = thinned.iter().zip(prediction).zip(slopes);
        let log: f64 = all
            .map(|((evidence, prediction), slope)| log_likelihood(evidence, *prediction, slope))
            .sum();
        log - 0.5 * x.norm_squared()
    };
    let mut x = begun;
    let mut covariance = Square::identity();
    let mut slopes: Vec<Slope> = Vec::with_capacity(thinned.len());
    let mut base = predict_at(&x, &thinned);
    let mut moved = f64::INFINITY;
    for _ in 0..MOST_STEPS {
        // Once steps are short the slopes stay as they are.
        if moved > NEAR {
            let others: [Vec<Prediction>; UNKNOWNS] = std::array::from_fn(|i| {
                let mut moved = x;
                moved[i] += STEP;
                predict_at(&moved, &thinned)
            });
            slopes.clear();
            slopes.extend(thinned.iter().enumerate().map(|(place, evidence)| {
                let [here, up] = base[place];
                let moved =
                    |i: usize| others.get(i).map_or(up, |prediction| prediction[place][0]) - here;
                Slope::of(evidence, Column::from_fn(|i, _| moved(i) / STEP), &sooner)
            }));
        }
        let mut normal = Square::identity();
        let mut pull = -x;
        for ((evidence, prediction), slope) in thinned.iter().zip(&base).zip(&slopes) {
            add_evidence(evidence, *prediction, slope, &mut normal, &mut pull);
        }
        // What was known before makes it positive definite.
        let Some(inverse) = normal.try_inverse() else { break };
        covariance = inverse;
        let Some(wanted) = newton_step(&x, &normal, &pull) else { break };
        let step = wanted - x;
        let here = log(&x, &base, &slopes);
        let mut share = 1.0;
        let mut next = wanted;
        let mut there = predict_at(&next, &thinned);
        for _ in 0..MOST_HALVES {
            if log(&next, &there, &slopes) >= here {
                break;
            }
            share *= 0.5;
            next = x + share * step;
            there = predict_at(&next, &thinned);
        }
        moved = (next - x).amax();
        (x, base) = (next, there);
        if moved < STILL {
            break;
        }
    }
    let off =
        evidence.iter().zip(predict_at(&x, evidence)).map(|(evidence, prediction)| match evidence
            .what
        {
            Observed::Reading { core_c, sd_k } => (core_c - prediction[0]) / sd_k,
            Observed::Cue(_) => 0.0,
        });
    Fit { x, covariance, off: off.collect() }
}

/// What was seen in its order; of many readings the middle one of each stretch.
fn thin_readings(evidence: &[Evidence]) -> Vec<Evidence> {
    let read = |s: &Evidence| match s.what {
        Observed::Reading { core_c, .. } => Some(core_c),
        Observed::Cue(_) => None,
    };
    let (readings, cues): (Vec<Evidence>, Vec<Evidence>) =
        evidence.iter().partition(|s| read(s).is_some());
    let every = readings.len().div_ceil(ENOUGH).max(1);
    let middle = |some: &[Evidence]| {
        let mut by_value = some.to_vec();
        by_value
            .sort_by(|a, b| read(a).unwrap_or_default().total_cmp(&read(b).unwrap_or_default()));
        by_value[by_value.len() / 2]
    };
    let mut thinned: Vec<Evidence> = readings.chunks(every).map(middle).chain(cues).collect();
    thinned.sort_by(|a, b| a.at_s.total_cmp(&b.at_s));
    thinned
}

impl Fit {
    /// The same, no further from what was thought than this share of the way.
    pub(super) fn scaled(mut self, share: f64) -> Self {
        self.x *= share;
        self
    }

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
