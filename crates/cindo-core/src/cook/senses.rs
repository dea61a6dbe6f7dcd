//! What a piece would show, say and feel like at the moments at which something was read or noticed.

use super::cue::quantity;
use super::estimate::{Evidence, Observed, Prediction};
use crate::catalogue::Observes;
use crate::plan::{Browning, RELEASE_MM, Trial, crust_mm};
use crate::setup::Setup;
use crate::side_view::Plane;
use crate::timeline::{Lived, Programme, Schedule};
use cindo_heat::bounded::Bounded;
use cindo_heat::dose::{GOLDEN_S, set_excess_k, set_rate};
use cindo_heat::grid::Grid;
use cindo_heat::solve::{Accuracy, Observer, Sink, View};

/// Where the core is, as a share of the thickness, and what the whole section has over one column at a moment, K.
#[derive(Clone, Copy)]
pub(super) struct CoreModel<'f> {
    pub(super) core_share: f64,
    pub(super) over_k: &'f dyn Fn(f64) -> f64,
}

/// Flesh just under a face is this deep, m: beads of protein come from the outer 3 mm (common practice).
const UNDER_M: f64 = 0.0015;

/// What can be sensed of one column at a moment.
#[derive(Debug, Clone, Copy)]
struct SenseSample {
    /// The core and two tips of a probe, °C.
    core_c: f64,
    tip_c: [f64; 2],
    /// Just under the face that shows, °C.
    outer_c: f64,
    /// Crust of the first face, in multiples of what lets it go; below 0 how far its boiling is.
    release: f64,
    /// Browning of the face that met the heat first, in multiples of golden.
    golden: f64,
}

impl SenseSample {
    /// Between two moments.
    fn between(&self, later: &Self, share: f64) -> Self {
        let at = |a: f64, b: f64| a + share * (b - a);
        Self {
            core_c: at(self.core_c, later.core_c),
            tip_c: [0, 1].map(|i| at(self.tip_c[i], later.tip_c[i])),
            outer_c: at(self.outer_c, later.outer_c),
            release: at(self.release, later.release),
            golden: at(self.golden, later.golden),
        }
    }
}

/// Samples one column at moments in their order.
struct SenseObserver<'s, 'a> {
    setup: &'s Setup<'a>,
    grid: &'s Grid,
    schedule: &'s Schedule,
    /// Heights of the core and two tips, m.
    core_m: f64,
    tip_m: [f64; 2],
    browning: Browning<'a>,
    at_s: &'s [f64],
    before: (f64, SenseSample),
    samples: Vec<SenseSample>,
}

impl SenseObserver<'_, '_> {
    fn now(&mut self, view: &View<'_>) -> SenseSample {
        let grid = self.grid;
        let span_m = grid.span_m();
        self.browning.add(view);
        let is_below = self.schedule.is_turned(view.time_s) && !grid.is_symmetric();
        let outer_m = if is_below { UNDER_M } else { span_m - UNDER_M };
        let dried_mm = crust_mm(view.dried.iter().zip(&grid.width_m));
        let release = if dried_mm > 0.0 {
            dried_mm / RELEASE_MM
        } else {
            (view.surface_c[0] / self.setup.boil_c - 1.0).min(0.0)
        };
        SenseSample {
            core_c: grid.at(view.temperature_c, self.core_m),
            tip_c: self.tip_m.map(|tip_m| grid.at(view.temperature_c, tip_m)),
            outer_c: grid.at(view.temperature_c, outer_m.max(0.0)),
            release,
            golden: self.browning.brown_s[usize::from(grid.is_symmetric())] / GOLDEN_S,
        }
    }
}

impl Observer for SenseObserver<'_, '_> {
    fn observe(&mut self, view: &View<'_>) -> Sink {
        let (time_s, sample) = (view.time_s, self.now(view));
        let (before_s, before) = self.before;
        while let Some(at_s) = self.at_s.get(self.samples.len()).filter(|at_s| **at_s <= time_s) {
            let share = ((at_s - before_s) / (time_s - before_s).max(1e-9)).bounded(0.0, 1.0);
            self.samples.push(before.between(&sample, share));
        }
        self.before = (time_s, sample);
        Sink::Continue
    }
}

/// Samples of one column at moments in their order. `tip_m` is how far above the core each tip is.
fn follow_senses<'a>(
    setup: &Setup<'a>,
    lived_of: impl Fn(&Programme<'a>) -> Lived<'a>,
    accuracy: Accuracy,
    (core_share, tip_m): (f64, [f64; 2]),
    at_s: &[f64],
) -> Vec<SenseSample> {
    let mut trial = Trial::new(setup, accuracy);
    let Lived { programme, schedule, out_s } = lived_of(&trial.programme);
    trial.programme = programme;
    let span_m = trial.grid.span_m();
    let core_m = core_share * span_m;
    let is_symmetric = trial.grid.is_symmetric();
    let tip_m = tip_m.map(|tip_m| match core_m + tip_m {
        m if is_symmetric => m.abs().min(span_m),
        m => m.bounded(0.0, span_m),
    });
    let raw = SenseSample {
        core_c: setup.start_c,
        tip_c: [setup.start_c; 2],
        outer_c: setup.start_c,
        release: setup.start_c / setup.boil_c - 1.0,
        golden: 0.0,
    };
    let mut observer = SenseObserver {
        setup,
        grid: &trial.grid,
        schedule: &schedule,
        core_m,
        tip_m,
        browning: Browning::new(setup.coating),
        at_s,
        before: (0.0, raw),
        samples: Vec::with_capacity(at_s.len()),
    };
    let mut simulation = trial.raw();
    let until_s = at_s.last().copied().unwrap_or(0.0);
    trial.heat(&mut simulation, &schedule, until_s.min(out_s), &mut observer);
    if until_s > out_s {
        let rest = trial.programme.rested(&schedule, out_s, until_s - out_s);
        simulation.run(&rest.phase(), &mut observer);
    }
    // The last moment may lie a rounding past the last step.
    let last = observer.before.1;
    observer.samples.resize(at_s.len(), last);
    observer.samples
}

/// What a probe's tip says at moments in their order, °C.
pub(super) fn tip_c<'a>(
    setup: &Setup<'a>,
    lived_of: impl Fn(&Programme<'a>) -> Lived<'a>,
    accuracy: Accuracy,
    (core_share, tip_m): (f64, f64),
    at_s: &[f64],
) -> Vec<f64> {
    let lagged: Vec<f64> = at_s.iter().map(|at_s| lagged_s(*at_s)).collect();
    let samples = follow_senses(setup, lived_of, accuracy, (core_share, [tip_m; 2]), &lagged);
    samples.into_iter().map(|sample| sample.tip_c[0]).collect()
}

/// The lowest and the highest temperature at most so far from the core at moments in their order, °C.
pub(super) fn core_range_c<'a>(
    setup: &Setup<'a>,
    lived_of: impl Fn(&Programme<'a>) -> Lived<'a>,
    core: CoreModel<'_>,
    tip_m: f64,
    at_s: &[f64],
) -> Vec<[f64; 2]> {
    let samples =
        follow_senses(setup, lived_of, Accuracy::COARSE, (core.core_share, [-tip_m, tip_m]), at_s);
    let extremes = |(sample, at_s): (SenseSample, &f64)| {
        let over_k = (core.over_k)(*at_s);
        let all = [sample.core_c, sample.tip_c[0], sample.tip_c[1]];
        let low = all.iter().copied().fold(f64::INFINITY, f64::min);
        let high = all.iter().copied().fold(f64::NEG_INFINITY, f64::max);
        [low + over_k.min(0.0), high + over_k.max(0.0)]
    };
    samples.into_iter().zip(at_s).map(extremes).collect()
}

/// A thin probe lags by about so much, s (modelling choice).
const LAG_S: f64 = 3.0;

/// When it was as a probe says at a moment, s.
pub(super) fn lagged_s(at_s: f64) -> f64 {
    (at_s - LAG_S).max(0.0)
}

/// What a piece says at each moment at which something was seen, in the order of time.
pub(super) fn predict<'a>(
    setup: &Setup<'a>,
    lived_of: impl Fn(&Programme<'a>) -> Lived<'a>,
    core: CoreModel<'_>,
    tip_m: [f64; 2],
    evidence: &[Evidence],
) -> Vec<Prediction> {
    let at_s: Vec<f64> = evidence.iter().map(|s| s.at_s).collect();
    let samples =
        follow_senses(setup, &lived_of, Accuracy::COARSE, (core.core_share, tip_m), &at_s);
    let mut side = side_opacity(setup, lived_of, evidence).into_iter();
    let prediction = |(evidence, sample): (&Evidence, &SenseSample)| {
        let over_k = (core.over_k)(evidence.at_s);
        let observes = match evidence.what {
            Observed::Reading { .. } => return sample.tip_c.map(|c| c + over_k),
            Observed::Cue(stage) => stage.observes,
        };
        let value = match observes {
            Observes::Side => side.next().unwrap_or_default(),
            Observes::Core => sample.core_c + over_k,
            Observes::Outer => sample.outer_c,
            Observes::Release => sample.release,
            Observes::Colour => sample.golden,
        };
        [quantity(observes, value); 2]
    };
    evidence.iter().zip(&samples).map(prediction).collect()
}

/// How much of the side is opaque at the moments of its cues, share of the thickness: a little below 0 before the heat has
/// set anything, a little above 1 after it has set all.
fn side_opacity<'a>(
    setup: &Setup<'a>,
    lived_of: impl Fn(&Programme<'a>) -> Lived<'a>,
    evidence: &[Evidence],
) -> Vec<f64> {
    let is_side = |evidence: &&Evidence| match evidence.what {
        Observed::Cue(stage) => stage.observes == Observes::Side,
        Observed::Reading { .. } => false,
    };
    let at_s: Vec<f64> = evidence.iter().filter(is_side).map(|evidence| evidence.at_s).collect();
    let Some(last_s) = at_s.last() else { return Vec::new() };
    let plane = Plane::new(setup, Accuracy::OUTSIDE.over(2.0 * last_s));
    let Lived { programme, schedule, out_s } = lived_of(&Programme::of(setup));
    let mut simulation = plane.raw(setup);
    let side = plane.side();
    let mut doses = vec![0.0; side.len()];
    let opaque = at_s.iter().map(|at_s| {
        plane.heat(
            &mut simulation,
            setup,
            &programme,
            &schedule,
            at_s.min(out_s),
            |now, step_s| {
                for ((_, cell), dose) in side.iter().zip(&mut doses) {
                    *dose +=
                        step_s * set_rate(now.temperature_c()[*cell], setup.species.set_shift_k);
                }
                Sink::Continue
            },
        );
        side.iter().zip(&doses).map(|((share, _), dose)| share * opacity(set_excess_k(*dose))).sum()
    });
    opaque.collect()
}

/// Flesh turns opaque over about so much, K, and goes on a little before and after, so that no side stands still while it
/// cooks (modelling choices).
const TURNS_K: f64 = 2.0;
const GOES_ON_K: f64 = 0.002;

/// How opaque flesh is that was so much hotter than what sets it, K.
fn opacity(excess_k: f64) -> f64 {
    1.0 / (1.0 + (-excess_k / TURNS_K).exp()) + GOES_ON_K * excess_k
}
