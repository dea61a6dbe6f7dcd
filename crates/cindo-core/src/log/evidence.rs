//! What a cook or a check says about a kitchen.

use serde::{Deserialize, Serialize};

use super::entry::{Entry, Verdict};
use crate::catalogue::Control;
use crate::cook::Promise;
use crate::kitchen::{BETWEEN, Calibration, CheckFound, DIAL_C, GearCheck, SLOPE_K, WITHIN};
use crate::plan::{START_K, Trial, UNKNOWNS, Unknowns};
use crate::say::tenth;
use crate::setup::{PlanRequest, Resolved, Setup};
use cindo_heat::bounded::Bounded;
use cindo_heat::solve::Accuracy;

/// How the right pull moves with what nobody knows exactly.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Slopes {
    /// For each mm that the piece is thicker, s.
    pub thickness_s_mm: f64,
    /// For each K that it was warmer, s.
    pub start_s_k: f64,
    /// For a film coefficient twice as large, s, along the first of it.
    pub film_s: f64,
    /// For each K that the heat is hotter, s.
    pub medium_s_k: f64,
    /// Seconds between the earliest and the latest pull that are right.
    pub band_s: f64,
    /// Whether its thickness was judged by eye.
    pub by_eye: bool,
    /// Whether its heat was set on a dial in degrees, and not judged by its looks.
    pub by_dial: bool,
    /// As hot as that said, °C.
    #[serde(default = "usual_dial_c")]
    pub dial_c: f64,
}

/// Of what was kept before a dial's slope was learnt.
fn usual_dial_c() -> f64 {
    DIAL_C
}

/// A band that is no narrower and no wider than this, s; where there is none, the middle.
const BAND_S: (f64, f64) = (20.0, 240.0);
const OPEN_BAND_S: f64 = 90.0;

impl Slopes {
    /// Those of a plan, by finite differences on the column.
    pub(super) fn of(resolved: &Resolved<'_>, request: &PlanRequest, promise: &Promise) -> Self {
        let Resolved { setup, target, .. } = resolved;
        let measured = request.piece.thickness_measured.unwrap_or(false);
        let unknowns = Unknowns::of(setup, measured);
        let level = |setup: &Setup<'_>| {
            let trial = Trial::new(setup, Accuracy::COARSE);
            let schedule = trial.programme.schedule(promise.pull_s);
            trial.finish(trial.raw(), &schedule, promise.pull_s).level_c
        };
        let base_c = level(setup);
        let moved: [f64; UNKNOWNS] = std::array::from_fn(|i| {
            let mut by = [0.0; UNKNOWNS];
            by[i] = 1.0;
            let varied = unknowns.varied(setup, &by);
            -(level(&varied) - base_c) / promise.slope_k_s.max(1e-4)
        });
        let [thickness_m, start_k, film, medium_k] = unknowns.sd;
        let each = |moved_s: f64, sd: f64| if sd > 0.0 { moved_s / sd } else { 0.0 };
        let band = target.to_c.map(|to_c| (to_c - target.from_c) / promise.slope_k_s.max(1e-4));
        Self {
            thickness_s_mm: each(moved[0], 1000.0 * thickness_m),
            start_s_k: each(moved[1], start_k),
            film_s: each(moved[2], film),
            medium_s_k: each(moved[3], medium_k),
            band_s: band.unwrap_or(OPEN_BAND_S).bounded(BAND_S.0, BAND_S.1),
            by_eye: !measured,
            by_dial: setup.heated().is_some_and(|k| k.gear.control == Some(Control::Thermostat)),
            dial_c: tenth(setup.said_c()),
        }
    }
}

/// What one cook says: that its right pull was so far from the plan's.
#[derive(Debug, Clone, PartialEq)]
pub struct Evidence {
    /// Id of the gear.
    pub gear: String,
    /// The right pull was so much later than planned, s.
    pub later_s: f64,
    /// How far that may be off, s (one standard deviation).
    pub sd_s: f64,
    /// How the right pull moves.
    pub slopes: Slopes,
    /// What was known of the gear then.
    pub then: Calibration,
    /// What was known of the eye then: pieces are so much thicker, mm.
    pub eye_then_mm: f64,
    /// The piece when cut open was so much thicker than it was thought to be, mm.
    pub thicker_mm: Option<f64>,
}

/// A verdict with an amount is off by this, s, and by this share of the amount; one without stands for this
/// share of the band past its edge, and may be off by that share; "right" is anywhere in most of the band
/// (modelling choices).
const AMOUNT_S: f64 = 12.0;
const AMOUNT_SHARE: f64 = 0.35;
const PAST_SHARE: f64 = 0.8;
const PAST_SD_SHARE: f64 = 0.45;
const RIGHT_SD_SHARE: f64 = 0.3;
/// A ruler on a cut piece is off by so much, mm.
const RULER_MM: f64 = 0.5;

impl Evidence {
    /// What an entry says; none where it says nothing of the time in the heat.
    pub fn of(entry: &Entry) -> Option<Self> {
        let Entry { slopes, planned_s, request, remark, .. } = entry;
        let (slopes, planned_s) = ((*slopes)?, (*planned_s)?);
        let out_s = entry.out_s.unwrap_or(planned_s);
        let band_s = slopes.band_s;
        let said = remark.verdict.map(|verdict| {
            let sign = match verdict {
                Verdict::Right => return (out_s, RIGHT_SD_SHARE * band_s),
                Verdict::Under => 1.0,
                Verdict::Over => -1.0,
            };
            match remark.by_s {
                Some(by_s) => (out_s + sign * by_s, AMOUNT_S.hypot(AMOUNT_SHARE * by_s)),
                None => (out_s + sign * PAST_SHARE * band_s, PAST_SD_SHARE * band_s),
            }
        });
        let read = entry.right_s.map(|[at_s, sd_s]| (at_s, sd_s));
        let (right_s, sd_s) = match (read, said) {
            (Some(a), Some(b)) => together(a, b),
            (Some(a), None) | (None, Some(a)) => a,
            (None, None) => return None,
        };
        let own = request.kitchen.as_ref();
        let gear = own.and_then(|own| own.gear.iter().find(|gear| gear.id == entry.gear));
        Some(Self {
            gear: entry.gear.clone(),
            later_s: right_s - planned_s,
            sd_s,
            slopes,
            then: gear.and_then(|gear| gear.calibration).unwrap_or(Calibration::USUAL),
            eye_then_mm: own.and_then(|own| own.eye).map_or(0.0, |eye| eye.thicker_mm),
            thicker_mm: remark.real_thickness_mm.map(|mm| mm - request.piece.thickness_mm),
        })
    }

    /// How much of `later_s` is left once the kitchen is known as it is now, s.
    pub(super) fn left_s(&self, now: &Calibration, eye_now_mm: f64) -> f64 {
        let [eye, film, medium] = self.row();
        self.offset_s() + self.later_s
            - eye * eye_now_mm
            - film * (now.film_factor - 1.0)
            - medium * now.runs_at_k(self.slopes.dial_c)
    }

    /// By how much the right pull moves, s, for each mm of the eye, for the film factor less one, and for
    /// each K that the gear runs hot.
    pub(super) fn row(&self) -> [f64; 3] {
        let Slopes { thickness_s_mm, film_s, medium_s_k, by_eye, .. } = self.slopes;
        let eye = if by_eye { thickness_s_mm } else { 0.0 };
        [eye, film_s / self.then.film_factor.max(0.1), medium_s_k]
    }

    /// What the plan had already allowed for, s.
    pub(super) fn offset_s(&self) -> f64 {
        let [eye, film, medium] = self.row();
        eye * self.eye_then_mm
            + film * (self.then.film_factor - 1.0)
            + medium * self.then.runs_at_k(self.slopes.dial_c)
    }

    /// How far it may be off, s: what was said, and what differs from one cook to the next, which is `scatter`
    /// times as much as usual.
    pub(super) fn noise_s(&self, scatter: f64) -> f64 {
        let Slopes { thickness_s_mm, start_s_k, film_s, medium_s_k, .. } = self.slopes;
        let parts = [
            self.sd_s,
            scatter * thickness_s_mm * WITHIN.thickness_mm,
            scatter * start_s_k * START_K,
            scatter * film_s * WITHIN.film_share,
            scatter * medium_s_k * WITHIN.medium_k,
        ];
        parts.iter().map(|p| p * p).sum::<f64>().sqrt()
    }

    /// How far the eye may be off by a ruler on the cut piece, mm.
    pub(super) fn ruler_sd_mm(scatter: f64) -> f64 {
        RULER_MM.hypot(scatter * WITHIN.thickness_mm)
    }
}

/// Two that say the same, weighed by how sure they are.
fn together((a, sd_a): (f64, f64), (b, sd_b): (f64, f64)) -> (f64, f64) {
    let (wa, wb) = (sd_a.powi(-2), sd_b.powi(-2));
    ((wa * a + wb * b) / (wa + wb), (wa + wb).powf(-0.5))
}

/// What a check with a thermometer found: the gear runs so much hotter than it says.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Check {
    /// Id of the gear.
    pub gear: String,
    /// Hotter than its dial says, K.
    pub runs_k: f64,
    /// How far that may be off, K.
    pub sd_k: f64,
    /// Where that holds on its dial, °C.
    pub at_c: f64,
    /// And so much more of it for every 100 K hotter, K, and how far that may be off.
    pub slope: Option<[f64; 2]>,
}

impl Check {
    /// What a check says of a dial; none where it speaks of something else.
    pub fn of(check: &GearCheck) -> Option<Self> {
        let CheckFound { runs, at_c, slope, .. } = check.found;
        let [runs_k, sd_k] = runs?;
        let at_c = at_c.unwrap_or(DIAL_C);
        Some(Self { gear: check.gear.clone(), runs_k, sd_k, at_c, slope })
    }
}

/// Nothing learnt, in the order of unknowns: the eye in mm, the film factor less one, the heat in K,
/// and how that grows over the dial in K for every 100.
pub(super) const PRIOR_SD: [f64; 4] =
    [BETWEEN.thickness_mm, BETWEEN.film_share, BETWEEN.medium_k, SLOPE_K];
