//! What all cooks and checks of a kitchen say together: how its eye judges, and how each piece of gear runs.
//!
//! A linear model with a normal prior (what gear and eyes differ by, `kitchen::BETWEEN`): each cook's right
//! pull is off its plan by the eye, the film and the heat of its gear, each times how the pull moves with it,
//! and by what differs from one cook to the next. Cooks far from the rest count less and less (Student's t by
//! iteratively reweighted least squares, as in `cook::estimate`). Mean and covariance are those of the
//! weighted normal equations (Gelman et al., Bayesian Data Analysis, 3rd ed., section 14.8; from memory).

use cindo_heat::bounded::Bounded;
use std::collections::BTreeMap;

use nalgebra::{DMatrix, DVector};
use serde::{Deserialize, Serialize};

use super::evidence::{Check, Evidence, PRIOR_SD};
use crate::kitchen::{Calibration, Eye, over_dial};
use crate::plan::ways;

/// What was learnt of a piece of gear.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct GearLearnt {
    /// Its id.
    pub gear: String,
    /// What was learnt.
    pub calibration: Calibration,
    /// Whether what cooks say of its heat can be told from what they say of its film.
    pub heat_is_clear: bool,
    /// And of its film.
    pub film_is_clear: bool,
}

impl GearLearnt {
    /// What is clear of it, in words: heat and film each only where they can be told apart, and from nothing.
    pub fn says(&self) -> Vec<String> {
        let Calibration { runs_k, runs_sd_k, slope_k, slope_sd_k, film_factor, film_sd, .. } =
            self.calibration;
        // What may as well be nothing is not said either.
        let heat = self.heat_is_clear && runs_k.abs() > runs_sd_k;
        let film = self.film_is_clear && (film_factor - 1.0).abs() > film_sd;
        let usual = Calibration::USUAL;
        let said = Calibration {
            runs_k: if heat { runs_k } else { usual.runs_k },
            slope_k: if heat && slope_k.abs() > slope_sd_k { slope_k } else { usual.slope_k },
            film_factor: if film { film_factor } else { usual.film_factor },
            ..self.calibration
        };
        ways(&said, true)
    }
}

/// What a kitchen's cooks and checks say.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Learnt {
    /// How thickness is judged by eye here.
    pub eye: Eye,
    /// Whether that can be told from what gear does.
    pub eye_is_clear: bool,
    /// Each piece of gear that was cooked on or checked.
    pub gear: Vec<GearLearnt>,
    /// How far one cook differs from the next here, as a factor on what is usual.
    pub scatter: f64,
    /// Cooks that it rests on.
    #[cfg_attr(feature = "schema", schema(minimum = 0))]
    pub cooks: usize,
}

/// Degrees of freedom of Student's t, as in `cook::estimate`.
const FREEDOM: f64 = 4.0;
/// Rounds of reweighing; the weights no longer move after some twenty.
const ROUNDS: usize = 30;
/// Something is clear once it may be off by less than this share of what was thought before.
const CLEAR: f64 = 0.65;
/// How far cooks of one kitchen differ, as factors on what is usual; what is likeliest of them is taken, and
/// what is thought of it before (a modelling choice; with a handful of cooks it counts as much as they do).
const SCATTERS: [f64; 9] = [0.3, 0.4, 0.5, 0.6, 0.7, 0.85, 1.0, 1.2, 1.5];
const USUAL_SCATTER: f64 = 0.8;
const SCATTER_SD: f64 = 0.5;
/// Each piece of gear has a film, a heat and how that grows with its dial.
const OF_GEAR: usize = 3;

/// One observation: what it says, how far that may be off, and which unknowns it speaks of, with how much.
struct Row {
    said: f64,
    sd: f64,
    of: Vec<(usize, f64)>,
    /// Whether it may be nonsense.
    is_doubtful: bool,
}

/// Fits what a kitchen's cooks and checks say.
pub fn fit(evidence: &[Evidence], checks: &[Check]) -> Learnt {
    let mut places: BTreeMap<&str, usize> = BTreeMap::new();
    let named = evidence.iter().map(|e| e.gear.as_str());
    for gear in named.chain(checks.iter().map(|c| c.gear.as_str())) {
        let next = 1 + OF_GEAR * places.len();
        places.entry(gear).or_insert(next);
    }
    let count = 1 + OF_GEAR * places.len();
    let of_scatter = |scatter: f64| {
        let found = posterior(&rows(evidence, checks, &places, scatter), count);
        (scatter, found)
    };
    let likelier = |a: &(f64, Posterior), b: &(f64, Posterior)| {
        let score = |(scatter, found): &(f64, Posterior)| {
            found.log_evidence - 0.5 * ((scatter / USUAL_SCATTER).ln() / SCATTER_SD).powi(2)
        };
        score(a).total_cmp(&score(b))
    };
    let best = SCATTERS.into_iter().map(of_scatter).max_by(likelier);
    let (scatter, Posterior { mean, covariance, .. }) = best.unwrap_or_else(|| of_scatter(1.0));

    let sd = |i: usize| covariance[(i, i)].max(0.0).sqrt();
    let correlation =
        |a: usize, b: usize| (covariance[(a, b)] / (sd(a) * sd(b)).max(1e-12)).bounded(-1.0, 1.0);
    let count_of = |gear: &str| {
        let cooks = evidence.iter().filter(|e| e.gear == gear).count();
        let checks = checks.iter().filter(|c| c.gear == gear).count();
        (u32::try_from(cooks).unwrap_or(u32::MAX), u32::try_from(checks).unwrap_or(u32::MAX))
    };
    let gear = places
        .iter()
        .map(|(gear, &film)| {
            let heat = film + 1;
            let (cooks, checked) = count_of(gear);
            GearLearnt {
                gear: (*gear).to_owned(),
                calibration: Calibration {
                    runs_k: mean[heat].bounded(-60.0, 60.0),
                    runs_sd_k: sd(heat).min(30.0),
                    slope_k: mean[heat + 1].bounded(-40.0, 40.0),
                    slope_sd_k: if is_sloped(checks, gear) { sd(heat + 1).min(20.0) } else { 0.0 },
                    film_factor: (1.0 + mean[film]).bounded(0.4, 2.5),
                    film_sd: sd(film).min(0.5),
                    together: [correlation(heat, film), correlation(0, heat), correlation(0, film)],
                    cooks,
                    checks: checked,
                },
                heat_is_clear: sd(heat) < CLEAR * PRIOR_SD[2],
                film_is_clear: sd(film) < CLEAR * PRIOR_SD[1],
            }
        })
        .collect();
    Learnt {
        eye: Eye { thicker_mm: mean[0].bounded(-8.0, 8.0), sd_mm: sd(0).min(4.0) },
        eye_is_clear: sd(0) < CLEAR * PRIOR_SD[0],
        gear,
        scatter,
        cooks: evidence.len(),
    }
}

/// Whether some check read this dial at settings far apart. Where none did, how its fault grows is a part of how
/// far it may be off, and nothing is made of it.
fn is_sloped(checks: &[Check], gear: &str) -> bool {
    checks.iter().any(|check| check.gear == gear && check.slope.is_some())
}

/// How far a dial stands over where its one figure holds, in hundreds of K, where its slope is looked for.
fn over(checks: &[Check], gear: &str, dial_c: f64) -> f64 {
    if is_sloped(checks, gear) { over_dial(dial_c) } else { 0.0 }
}

fn rows(
    evidence: &[Evidence],
    checks: &[Check],
    places: &BTreeMap<&str, usize>,
    scatter: f64,
) -> Vec<Row> {
    let mut rows = Vec::with_capacity(2 * evidence.len() + checks.len());
    for cook in evidence {
        let Some(&film) = places.get(cook.gear.as_str()) else { continue };
        let [by_eye, by_film, by_heat] = cook.row();
        let by_slope = by_heat * over(checks, &cook.gear, cook.slopes.dial_c);
        let said = cook.later_s + cook.offset_s();
        let noise = cook.noise_s(scatter);
        match cook.thicker_mm.filter(|_| cook.slopes.by_eye) {
            // Cut open, the piece itself says how thick it was; the rest is gear's doing.
            Some(thicker_mm) => {
                rows.push(Row {
                    said: thicker_mm,
                    sd: Evidence::ruler_sd_mm(scatter),
                    of: vec![(0, 1.0)],
                    is_doubtful: true,
                });
                let said = said - by_eye * thicker_mm;
                rows.push(Row {
                    said,
                    sd: noise,
                    of: vec![(film, by_film), (film + 1, by_heat), (film + 2, by_slope)],
                    is_doubtful: true,
                });
            }
            None => rows.push(Row {
                said,
                sd: noise,
                of: vec![(0, by_eye), (film, by_film), (film + 1, by_heat), (film + 2, by_slope)],
                is_doubtful: true,
            }),
        }
    }
    for check in checks {
        let Some(&film) = places.get(check.gear.as_str()) else { continue };
        rows.push(Row {
            said: check.runs_k,
            sd: check.sd_k.max(0.1),
            of: vec![(film + 1, 1.0), (film + 2, over(checks, &check.gear, check.at_c))],
            is_doubtful: false,
        });
        if let Some([slope_k, sd_k]) = check.slope {
            rows.push(Row {
                said: slope_k,
                sd: sd_k.max(0.1),
                of: vec![(film + 2, 1.0)],
                is_doubtful: false,
            });
        }
    }
    rows
}

/// What is known of the unknowns, and how likely all of it is together.
struct Posterior {
    mean: DVector<f64>,
    covariance: DMatrix<f64>,
    /// Logarithm, up to a constant: Laplace's approximation at the mean.
    log_evidence: f64,
}

impl Row {
    /// How far it is from what is thought, in its own standard deviations.
    fn off(&self, mean: &DVector<f64>) -> f64 {
        let thought: f64 = self.of.iter().map(|(i, by)| mean[*i] * by).sum();
        (self.said - thought) / self.sd
    }

    fn log_likelihood(&self, mean: &DVector<f64>) -> f64 {
        let off2 = self.off(mean).powi(2);
        let said = if self.is_doubtful {
            -0.5 * (FREEDOM + 1.0) * (1.0 + off2 / FREEDOM).ln()
        } else {
            -0.5 * off2
        };
        said - self.sd.ln()
    }
}

fn posterior(rows: &[Row], count: usize) -> Posterior {
    let prior = DVector::from_fn(count, |i, _| {
        let which = if i == 0 { 0 } else { 1 + (i - 1) % OF_GEAR };
        PRIOR_SD[which].powi(-2)
    });
    let mut mean = DVector::zeros(count);
    let mut covariance = DMatrix::from_diagonal(&prior.map(|p| 1.0 / p));
    for _ in 0..ROUNDS {
        let mut normal = DMatrix::from_diagonal(&prior);
        let mut pull = DVector::zeros(count);
        for row in rows {
            let off = row.off(&mean);
            let trust = if row.is_doubtful { (FREEDOM + 1.0) / (FREEDOM + off * off) } else { 1.0 };
            let weight = trust / row.sd.powi(2);
            for (i, a) in &row.of {
                pull[*i] += weight * a * row.said;
                for (j, b) in &row.of {
                    normal[(*i, *j)] += weight * a * b;
                }
            }
        }
        // The prior makes it positive definite.
        let Some(cholesky) = normal.cholesky() else { break };
        mean = cholesky.solve(&pull);
        covariance = cholesky.inverse();
    }
    let log_prior: f64 = mean.iter().zip(&prior).map(|(m, p)| -0.5 * m * m * p).sum();
    let log_likelihood: f64 = rows.iter().map(|row| row.log_likelihood(&mean)).sum();
    let log_evidence = log_prior + log_likelihood + 0.5 * covariance.determinant().max(1e-300).ln();
    Posterior { mean, covariance, log_evidence }
}

/// The mean for rows that are given by hand: what they say, how far that may be off, of which unknowns, and
/// whether they may be nonsense.
#[cfg(test)]
pub(super) fn mode_of(rows: Vec<GivenRow>, count: usize) -> DVector<f64> {
    let row = |(said, sd, of, is_doubtful)| Row { said, sd, of, is_doubtful };
    posterior(&rows.into_iter().map(row).collect::<Vec<_>>(), count).mean
}

#[cfg(test)]
type GivenRow = (f64, f64, Vec<(usize, f64)>, bool);
