//! Many columns: the outer side as the cook sees it, and the plane that the cut face is read off.

use crate::setup::Setup;
use crate::timeline::{Programme, Schedule, Side, Stage, Stretch};
use cindo_heat::cells::{CrossSection, Facing};
use cindo_heat::dose::Dose;
use cindo_heat::flesh::Flesh;
use cindo_heat::grid::Shape;
use cindo_heat::reservoir::Heater;
use cindo_heat::solve::{Accuracy, Faces, PlaneSimulation, Sink};
use cindo_heat::surround::{Face, Surround};

/// Half a column or the whole width, as the solver needs it.
#[derive(Debug)]
pub(crate) struct Plane {
    flesh: Flesh,
    pub(crate) section: CrossSection,
    accuracy: Accuracy,
}

/// The faces of one phase on the surfaces of a section.
struct PhaseFaces<'a> {
    section: &'a CrossSection,
    below: Surround,
    above: Surround,
    side: Side,
    /// Whether one medium reaches all round.
    all_round: bool,
    is_turned: bool,
    thickness_m: f64,
}

impl PhaseFaces<'_> {
    fn surround(&self, index: usize) -> Surround {
        let piece = &self.section.surface[index];
        if self.all_round {
            return self.below;
        }
        let height_m =
            if self.is_turned { self.thickness_m - piece.height_m } else { piece.height_m };
        match (piece.facing, self.is_turned) {
            (Facing::Side, _) => self.side.at(height_m),
            (Facing::Below, false) | (Facing::Above, true) => self.below,
            (Facing::Below, true) | (Facing::Above, false) => self.above,
        }
    }
}

impl Faces for PhaseFaces<'_> {
    fn face(&self, index: usize, reservoir_c: f64, time_s: f64) -> Face {
        self.surround(index).at(reservoir_c, time_s)
    }

    fn is_on_reservoir(&self, index: usize) -> bool {
        self.surround(index).on_reservoir
    }
}

impl Plane {
    pub(crate) fn new(setup: &Setup<'_>, accuracy: Accuracy, stuffed: bool) -> Self {
        Self {
            flesh: Flesh::down_to(&setup.species.flesh(), setup.boil_c, setup.start_c),
            section: CrossSection::new(
                setup.cut.outline,
                setup.thickness_m,
                setup.width_m,
                accuracy.columns,
                accuracy.cells,
                stuffed,
            ),
            accuracy,
        }
    }

    /// Heats to `until_s` and rests for `rest_s`, calling `seen` after every step until it has seen
    /// enough.
    pub(crate) fn run(
        &self,
        setup: &Setup<'_>,
        programme: &Programme<'_>,
        schedule: &Schedule,
        (until_s, rest_s): (f64, f64),
        mut seen: impl FnMut(&PlaneSimulation<'_>, f64) -> Sink,
    ) {
        let mut simulation =
            PlaneSimulation::new(&self.flesh, &self.section, self.accuracy, setup.start_c)
                .within(setup.bench.budget);
        let all_round = matches!(programme.shape, Shape::Radial { .. });
        let halves = if self.section.is_half() { 2.0 } else { 1.0 };
        // Amounts are per m of length here.
        let load_m2 = halves * f64::from(setup.count) * setup.length_m;
        let ended = programme.walk(schedule, (0.0, until_s), |stretch| {
            let faces = self.faces(stretch, all_round);
            let heater = Heater { load_m2, ..stretch.stage.heater };
            let going = simulation.run(stretch.duration_s, &faces, &heater, &mut seen);
            (going == Sink::Continue).then(|| simulation.time_s())
        });
        if rest_s > 0.0 && ended == Sink::Continue {
            let rest = programme.rested(schedule, until_s, rest_s);
            // Off the heat nothing reaches all round.
            let faces = self.faces(&rest, false);
            simulation.run(rest_s, &faces, &rest.stage.heater, seen);
        }
    }

    fn faces(&self, stretch: &Stretch<'_, '_>, all_round: bool) -> PhaseFaces<'_> {
        let Stage { below, above, side, .. } = *stretch.stage;
        let rows = self.section.rows;
        PhaseFaces {
            section: &self.section,
            below,
            above,
            side,
            all_round,
            is_turned: stretch.is_turned,
            thickness_m: self.section.z_edge_m[rows],
        }
    }

    /// Height above the heat to which the outermost cells are set, share of the thickness.
    pub(crate) fn side_opaque(&self, dose: &Dose, is_turned: bool) -> f64 {
        let (rows, columns) = (self.section.rows, self.section.columns);
        let edges = &self.section.z_edge_m;
        let thickness = edges[rows];
        let mut height = 0.0;
        for i in 0..rows {
            let row = if is_turned { rows - 1 - i } else { i };
            let outermost = (0..columns)
                .rev()
                .map(|column| column * rows + row)
                .find(|cell| self.section.is_inside(*cell));
            match outermost {
                Some(cell) if dose.is_set(cell) => height += edges[row + 1] - edges[row],
                Some(_) => break,
                // Nothing of the side is left at this height.
                None => {}
            }
        }
        height / thickness
    }

    /// Share of the middle column that is set.
    pub(crate) fn middle_opaque(&self, dose: &Dose) -> f64 {
        let rows = self.section.rows;
        let column = if self.section.is_half() { 0 } else { self.section.columns / 2 };
        let cells = (column * rows..(column + 1) * rows).filter(|c| self.section.is_inside(*c));
        let (mut set, mut all) = (0.0, 0.0);
        for cell in cells {
            let area = self.section.area_m2[cell];
            all += area;
            if dose.is_set(cell) {
                set += area;
            }
        }
        set / all
    }

    /// The cell within the inner part of the thickness that was heated least so far.
    pub(crate) fn core(&self, hottest_c: &[f64]) -> usize {
        let rows = self.section.rows;
        let edges = &self.section.z_edge_m;
        let inner = |row: usize| {
            let middle = 0.5 * (edges[row] + edges[row + 1]) / edges[rows];
            (0.15..=0.85).contains(&middle)
        };
        (0..hottest_c.len())
            .filter(|cell| self.section.is_inside(*cell) && inner(cell % rows))
            .min_by(|a, b| hottest_c[*a].total_cmp(&hottest_c[*b]))
            .unwrap_or_default()
    }
}

/// How high the side shows opaque flesh at the first turn, or at the pull where nothing is turned;
/// none where the heat comes from all round. A quick run on few columns.
pub(crate) fn side_opaque_share(
    setup: &Setup<'_>,
    programme: &Programme<'_>,
    schedule: &Schedule,
    pull_s: f64,
) -> Option<f64> {
    if setup.method.all_round {
        return None;
    }
    let at_s = schedule.turns_s.first().copied().unwrap_or(pull_s);
    Some(opaque_at(setup, programme, schedule, at_s, Accuracy::SIDE).0)
}

/// Opaque share of the side and of the middle at a moment before the first turn.
fn opaque_at(
    setup: &Setup<'_>,
    programme: &Programme<'_>,
    schedule: &Schedule,
    at_s: f64,
    accuracy: Accuracy,
) -> (f64, f64) {
    let plane = Plane::new(setup, accuracy, false);
    let mut dose = Dose::new(plane.section.area_m2.len(), setup.species.set_shift_k);
    plane.run(setup, programme, schedule, (at_s, 0.0), |simulation, step_s| {
        dose.add(simulation.temperature_c(), step_s);
        Sink::Continue
    });
    (plane.side_opaque(&dose, false), plane.middle_opaque(&dose))
}
