//! What a piece would show, say and feel like at the moments at which something was read or noticed.

use super::cue::quantity;
use super::estimate::{Said, Seen, What};
use crate::catalogue::Observes;
use crate::plan::Trial;
use crate::setup::Setup;
use crate::side_view::Plane;
use crate::timeline::{Lived, Programme, Schedule};
use cindo_heat::bounded::Bounded;
use cindo_heat::dose::{GOLDEN_S, set_excess_k, set_rate};
use cindo_heat::grid::Grid;
use cindo_heat::solve::{Accuracy, Observer, Sink, View};

/// Where the core is, as a share of the thickness, and what the whole section has over one column at a moment, K.
#[derive(Clone, Copy)]
pub(super) struct Feel<'f> {
    pub(super) core_share: f64,
    pub(super) over_k: &'f dyn Fn(f64) -> f64,
}

/// Flesh just under a face is this deep, m: beads of protein come from the outer 3 mm (common practice).
const UNDER_M: f64 = 0.0015;
/// A face lets go once this much of it has dried, mm.
const RELEASE_MM: f64 = crate::plan::RELEASE_MM;

/// A moment of one column.
#[derive(Debug, Clone, Copy, Default)]
struct Felt {
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

impl Felt {
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

/// Feels one column at moments in their order.
struct Hand<'s, 'a> {
    setup: &'s Setup<'a>,
    grid: &'s Grid,
    schedule: &'s Schedule,
    /// Heights of the core and two tips, m.
    core_m: f64,
    tip_m: [f64; 2],
    brown_s: [f64; 2],
    at_s: &'s [f64],
    before: (f64, Felt),
    felt: Vec<Felt>,
}

impl Hand<'_, '_> {
    fn now(&mut self, view: &View<'_>) -> Felt {
        let grid = self.grid;
        let span_m = grid.span_m();
        for side in 0..2 {
            let rate = self.setup.coating.brown_rate(view.outer_c[side], view.touching_c[side]);
            self.brown_s[side] += rate * view.step_s;
        }
        let is_below = self.schedule.is_turned(view.time_s) && !grid.is_symmetric();
        let outer_m = if is_below { UNDER_M } else { span_m - UNDER_M };
        let dried_mm: f64 = view
            .dried
            .iter()
            .zip(&grid.width_m)
            .take_while(|(d, _)| **d > 0.0)
            .map(|(d, w)| 1000.0 * d * w)
            .sum();
        let release = if dried_mm > 0.0 {
            dried_mm / RELEASE_MM
        } else {
            (view.surface_c[0] / self.setup.boil_c - 1.0).min(0.0)
        };
        Felt {
            core_c: grid.at(view.temperature_c, self.core_m),
            tip_c: self.tip_m.map(|tip_m| grid.at(view.temperature_c, tip_m)),
            outer_c: grid.at(view.temperature_c, outer_m.max(0.0)),
            release,
            golden: self.brown_s[usize::from(grid.is_symmetric())] / GOLDEN_S,
        }
    }
}

impl Observer for Hand<'_, '_> {
    fn observe(&mut self, view: &View<'_>) -> Sink {
        let (time_s, felt) = (view.time_s, self.now(view));
        let (before_s, before) = self.before;
        while let Some(at_s) = self.at_s.get(self.felt.len()).filter(|at_s| **at_s <= time_s) {
            let share = ((at_s - before_s) / (time_s - before_s).max(1e-9)).bounded(0.0, 1.0);
            self.felt.push(before.between(&felt, share));
        }
        self.before = (time_s, felt);
        Sink::Continue
    }
}

/// What a column feels like at moments in their order. `tip_m` is how far above the core each tip is.
fn felt<'a>(
    setup: &Setup<'a>,
    lived_of: impl Fn(&Programme<'a>) -> Lived<'a>,
    accuracy: Accuracy,
    (core_share, tip_m): (f64, [f64; 2]),
    at_s: &[f64],
) -> Vec<Felt> {
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
    let raw = Felt {
        core_c: setup.start_c,
        tip_c: [setup.start_c; 2],
        outer_c: setup.start_c,
        release: setup.start_c / setup.boil_c - 1.0,
        golden: 0.0,
    };
    let mut hand = Hand {
        setup,
        grid: &trial.grid,
        schedule: &schedule,
        core_m,
        tip_m,
        brown_s: [0.0; 2],
        at_s,
        before: (0.0, raw),
        felt: Vec::with_capacity(at_s.len()),
    };
    let mut simulation = trial.raw();
    let until_s = at_s.last().copied().unwrap_or(0.0);
    trial.heat(&mut simulation, &schedule, until_s.min(out_s), &mut hand);
    if until_s > out_s {
        let rest = trial.programme.rested(&schedule, out_s, until_s - out_s);
        simulation.run(&rest.phase(), &mut hand);
    }
    // The last moment may lie a rounding past the last step.
    let last = hand.before.1;
    hand.felt.resize(at_s.len(), last);
    hand.felt
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
    let felt = felt(setup, lived_of, accuracy, (core_share, [tip_m; 2]), &lagged);
    felt.into_iter().map(|felt| felt.tip_c[0]).collect()
}

/// The lowest and the highest temperature at most so far from the core at moments in their order, °C.
pub(super) fn around_core_c<'a>(
    setup: &Setup<'a>,
    lived_of: impl Fn(&Programme<'a>) -> Lived<'a>,
    core: Feel<'_>,
    tip_m: f64,
    at_s: &[f64],
) -> Vec<[f64; 2]> {
    let felt = felt(setup, lived_of, Accuracy::COARSE, (core.core_share, [-tip_m, tip_m]), at_s);
    let extremes = |(felt, at_s): (Felt, &f64)| {
        let over_k = (core.over_k)(*at_s);
        let all = [felt.core_c, felt.tip_c[0], felt.tip_c[1]];
        let low = all.iter().copied().fold(f64::INFINITY, f64::min);
        let high = all.iter().copied().fold(f64::NEG_INFINITY, f64::max);
        [low + over_k.min(0.0), high + over_k.max(0.0)]
    };
    felt.into_iter().zip(at_s).map(extremes).collect()
}

/// A thin probe lags by about so much, s (modelling choice).
const LAG_S: f64 = 3.0;

/// When it was as a probe says at a moment, s.
pub(super) fn lagged_s(at_s: f64) -> f64 {
    (at_s - LAG_S).max(0.0)
}

/// What a piece says at each moment at which something was seen, in the order of time.
pub(super) fn said<'a>(
    setup: &Setup<'a>,
    lived_of: impl Fn(&Programme<'a>) -> Lived<'a>,
    core: Feel<'_>,
    tip_m: [f64; 2],
    seen: &[Seen],
) -> Vec<Said> {
    let at_s: Vec<f64> = seen.iter().map(|s| s.at_s).collect();
    let felt = felt(setup, &lived_of, Accuracy::COARSE, (core.core_share, tip_m), &at_s);
    let mut side = side_opaque(setup, lived_of, seen).into_iter();
    let said = |(seen, felt): (&Seen, &Felt)| {
        let over_k = (core.over_k)(seen.at_s);
        let observes = match seen.what {
            What::Reading { .. } => return felt.tip_c.map(|c| c + over_k),
            What::Cue(stage) => stage.observes,
        };
        let value = match observes {
            Observes::Side => side.next().unwrap_or_default(),
            Observes::Core => felt.core_c + over_k,
            Observes::Outer => felt.outer_c,
            Observes::Release => felt.release,
            Observes::Colour => felt.golden,
        };
        [quantity(observes, value); 2]
    };
    seen.iter().zip(&felt).map(said).collect()
}

/// How much of the side is opaque at the moments of its cues, share of the thickness: a little below 0 before the heat has
/// set anything, a little above 1 after it has set all.
fn side_opaque<'a>(
    setup: &Setup<'a>,
    lived_of: impl Fn(&Programme<'a>) -> Lived<'a>,
    seen: &[Seen],
) -> Vec<f64> {
    let is_side = |seen: &&Seen| match seen.what {
        What::Cue(stage) => stage.observes == Observes::Side,
        What::Reading { .. } => false,
    };
    let at_s: Vec<f64> = seen.iter().filter(is_side).map(|seen| seen.at_s).collect();
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
        side.iter().zip(&doses).map(|((share, _), dose)| share * opaque(set_excess_k(*dose))).sum()
    });
    opaque.collect()
}

/// Flesh turns opaque over about so much, K, and goes on a little before and after, so that no side stands still while it
/// cooks (modelling choices).
const TURNS_K: f64 = 2.0;
const GOES_ON_K: f64 = 0.002;

/// How opaque flesh is that was so much hotter than what sets it, K.
fn opaque(excess_k: f64) -> f64 {
    1.0 / (1.0 + (-excess_k / TURNS_K).exp()) + GOES_ON_K * excess_k
}
