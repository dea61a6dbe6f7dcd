//! Heat through the sides of a flat piece, which one column does not have: Newman's product.

use super::trial::Ending;
use crate::catalogue::Family;
use crate::setup::Setup;
use crate::timeline::{Programme, Schedule};
use cindo_heat::bounded::Bounded;
use cindo_heat::flesh::Flesh;
use cindo_heat::grid::{Grid, Shape};
use cindo_heat::reservoir::{Draw, Heater};
use cindo_heat::solve::{Accuracy, Observer, Phase, Simulation, Sink, View};
use cindo_heat::surround::Surround;

/// The middle of a slab as wide as the piece over time, as the share of its heat that it still lacks.
///
/// What a place lacks of the medium's temperature is what the thickness alone leaves it lacking times
/// this share (Newman's product, Incropera et al., section 5.8; exact where one medium reaches all
/// round and properties are constant). The cut face's width is what counts: the ends are left out, as
/// the cut face leaves them out, which is on the safe side.
#[derive(Debug)]
pub(crate) struct Sides {
    medium_c: f64,
    start_c: f64,
    pull_s: f64,
    /// Time in the heat, s, and the middle's temperature, °C.
    heat: Vec<(f64, f64)>,
    /// The same after the pull.
    rest: Vec<(f64, f64)>,
}

/// The sides are at least so much warmer than the piece was, K.
const LEAST_DRIVE_K: f64 = 10.0;
/// Wet flesh boils in anything hotter, so that boiling stands for the medium; where it dries before it
/// boils, somewhat less does: this share of the way down to what its side has come to. Fitted to many
/// columns (modelling choice).
const DRYING_SHARE: f64 = 0.22;
/// Wrapped, so much of the way up to the oven stands for it. Fitted likewise.
const WRAPPED_SHARE: f64 = 0.4;
/// Less than this share is hardly lacked any more.
const LEAST_SHARE: f64 = 0.05;
/// The heat is followed a little past the pull that is looked at.
const BEYOND: f64 = 1.15;

#[derive(Default)]
struct Middle(Vec<(f64, f64)>);

impl Observer for Middle {
    fn observe(&mut self, view: &View<'_>) -> Sink {
        self.0.push((view.time_s, view.temperature_c[0]));
        Sink::Continue
    }
}

/// The side of a piece at the mean of its film over the height.
fn mean_side(side: &crate::timeline::Side, thickness_m: f64) -> Surround {
    let mut surround = side.surround;
    let reach = side.decay_m / thickness_m;
    surround.face.h += side.near_w_m2k * reach * (1.0 - (-1.0 / reach).exp());
    surround
}

impl Sides {
    /// Follows a slab as wide as the piece through the heat and the rest of a pull.
    pub(crate) fn follow(
        setup: &Setup<'_>,
        programme: &Programme<'_>,
        schedule: &Schedule,
        pull_s: f64,
    ) -> Self {
        let flesh = Flesh::down_to(&setup.species.flesh(), setup.boil_c, setup.start_c);
        let accuracy = Accuracy::SLAB;
        let grid = Grid::new(Shape::Radial { exponent: 0.0 }, setup.side_width_m(), accuracy.cells);
        let mut slab =
            Simulation::new(&flesh, &grid, accuracy, setup.start_c).within(setup.bench.budget);
        let mut heat = Middle(vec![(0.0, setup.start_c)]);
        let run = |slab: &mut Simulation<'_>, until_s: f64, seen: &mut Middle| {
            programme.walk(schedule, (slab.time_s(), until_s), |stretch| {
                let stage = stretch.stage;
                let side = mean_side(&stage.around.side, setup.thickness_m);
                // What its sides draw is little beside its faces: the heat stays as it is set.
                let heater = Heater { load_m2: 0.0, coat: Draw::NONE, ..stage.heater };
                let phase =
                    Phase { duration_s: stretch.duration_s, bottom: None, top: Some(side), heater };
                (slab.run(&phase, seen) == Sink::Continue).then(|| slab.time_s())
            });
        };
        run(&mut slab, pull_s, &mut heat);
        let medium_c = if setup.method.family == Family::Wet {
            setup.medium_c.min(setup.boil_c)
        } else if setup.coating.wraps {
            // Nothing dries inside, and hardly anything boils: what is round it is hotter.
            setup.boil_c + WRAPPED_SHARE * (setup.medium_c - setup.boil_c)
        } else {
            let side_c = slab.surface_c()[1].min(setup.boil_c);
            setup.boil_c - DRYING_SHARE * (setup.boil_c - side_c)
        };
        let medium_c = medium_c.max(setup.start_c + LEAST_DRIVE_K);
        let mut rest = Middle(vec![(pull_s, grid.at(slab.temperature_c(), 0.0))]);
        if setup.rest.duration_s > 0.0 {
            let stretch = programme.rested(schedule, pull_s, setup.rest.duration_s);
            let phase = Phase {
                duration_s: stretch.duration_s,
                bottom: None,
                top: Some(stretch.stage.around.side.at(setup.thickness_m)),
                heater: stretch.stage.heater,
            };
            slab.clone().run(&phase, &mut rest);
        }
        run(&mut slab, BEYOND * pull_s, &mut heat);
        Self { medium_c, start_c: setup.start_c, pull_s, heat: heat.0, rest: rest.0 }
    }

    fn lacks(&self, middle_c: f64) -> f64 {
        (self.medium_c - middle_c) / (self.medium_c - self.start_c)
    }

    /// The share of its heat that the middle of the width still lacks at a moment after a pull near the one that was
    /// followed.
    fn share(&self, pull_s: f64, after_s: f64) -> f64 {
        let pulled = self.lacks(at(&self.heat, pull_s));
        let share = if after_s > 0.0 {
            let rested = self.lacks(at(&self.rest, self.pull_s + after_s));
            pulled + rested - self.lacks(at(&self.rest, self.pull_s))
        } else {
            pulled
        };
        share.min(1.0)
    }

    /// With the sides, °C, what a column has then.
    fn with(&self, core_c: f64, pull_s: f64, after_s: f64) -> f64 {
        // No side warms a middle past itself.
        let drive_k = (self.medium_c - core_c).max(0.0);
        core_c + drive_k * (1.0 - self.share(pull_s, after_s))
    }

    /// What they brought to the highest level of an ending that has them, K.
    pub(crate) fn brought_k(&self, with: &Ending, pull_s: f64) -> f64 {
        let share = self.share(pull_s, with.highest_s).max(LEAST_SHARE);
        (self.medium_c - with.level_c).max(0.0) * (1.0 - share) / share
    }

    /// A column's ending with the sides.
    pub(crate) fn applied(&self, column: Ending, pull_s: f64, rest_s: f64) -> Ending {
        Ending {
            core_at_pull_c: self.with(column.core_at_pull_c, pull_s, 0.0),
            core_served_c: self.with(column.core_served_c, pull_s, rest_s),
            level_c: self.with(column.level_c, pull_s, column.highest_s),
            ..column
        }
    }
}

/// A trace at a moment, linear between its points.
fn at(trace: &[(f64, f64)], time_s: f64) -> f64 {
    let last = trace.len() - 1;
    let i = trace.partition_point(|point| point.0 <= time_s).bounded(1, last.max(1));
    let (a, b) = (trace[i - 1], trace[i.min(last)]);
    if b.0 <= a.0 {
        return a.1;
    }
    a.1 + ((time_s - a.0) / (b.0 - a.0)).bounded(0.0, 1.0) * (b.1 - a.1)
}
