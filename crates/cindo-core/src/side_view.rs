//! Many columns: the outer side as the cook sees it, and the plane that the cut face is read off.

use crate::setup::Setup;
use crate::timeline::{Around, Programme, Schedule, Side, Stretch};
use cindo_heat::cells::{CrossSection, Facing};
use cindo_heat::centre::Centre;
use cindo_heat::dose::Dose;
use cindo_heat::flesh::Flesh;
use cindo_heat::reservoir::Heater;
use cindo_heat::solve::{Accuracy, Faces, PlaneSimulation, Sink};
use cindo_heat::surround::Surround;

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

impl Faces for PhaseFaces<'_> {
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

impl Plane {
    pub(crate) fn new(setup: &Setup<'_>, accuracy: Accuracy) -> Self {
        let outline = setup.cut.outline;
        // A whole width where back and belly differ.
        let more = if outline.is_lopsided() { 4 } else { 0 };
        Self {
            flesh: Flesh::down_to(&setup.species.flesh(), setup.boil_c, setup.start_c),
            section: CrossSection::new(
                outline,
                setup.thickness_m,
                setup.width_m,
                accuracy.columns + more,
                accuracy.cells,
                setup.stuffed,
            ),
            accuracy,
        }
    }

    /// The raw piece as it meets the heat.
    pub(crate) fn raw<'p>(&'p self, setup: &Setup<'p>) -> PlaneSimulation<'p> {
        PlaneSimulation::new(&self.flesh, &self.section, self.accuracy, setup.start_c)
            .within(setup.bench.budget)
    }

    /// Heats to `until_s`, calling `seen` after every step until it has seen enough.
    pub(crate) fn heat<'p>(
        &'p self,
        simulation: &mut PlaneSimulation<'p>,
        setup: &Setup<'_>,
        programme: &Programme<'_>,
        schedule: &Schedule,
        until_s: f64,
        mut seen: impl FnMut(&PlaneSimulation<'p>, f64) -> Sink,
    ) -> Sink {
        let all_round = setup.method.all_round;
        programme.walk(schedule, (simulation.time_s(), until_s), |stretch| {
            // Moved from such a heat to one that is below or above, it is heated so.
            let Around { below, above, .. } = stretch.stage.around;
            let faces = self.faces(stretch, all_round && below == above);
            let heater = Heater { load_m2: self.load_m2(setup), ..stretch.stage.heater };
            let going = simulation.run(stretch.duration_s, &faces, &heater, &mut seen);
            (going == Sink::Continue).then(|| simulation.time_s())
        })
    }

    /// Rests a piece taken off at `pull_s` for `rest_s`.
    pub(crate) fn rest<'p>(
        &'p self,
        simulation: &mut PlaneSimulation<'p>,
        setup: &Setup<'_>,
        programme: &Programme<'_>,
        (schedule, pull_s): (&Schedule, f64),
        rest_s: f64,
        seen: impl FnMut(&PlaneSimulation<'_>, f64) -> Sink,
    ) {
        if rest_s > 0.0 {
            let rest = programme.rested(schedule, pull_s, rest_s);
            // Off the heat nothing reaches all round but the crust that it cooked in.
            let faces = self.faces(&rest, setup.rest.on.wrapped);
            let heater = Heater { load_m2: self.load_m2(setup), ..rest.stage.heater };
            simulation.run(rest_s, &faces, &heater, seen);
        }
    }

    /// Amounts of a section are per m of length: what all pieces ask of their heat, in that unit.
    fn load_m2(&self, setup: &Setup<'_>) -> f64 {
        let halves = if self.section.is_half() { 2.0 } else { 1.0 };
        halves * f64::from(setup.count) * setup.length_m
    }

    fn faces(&self, stretch: &Stretch<'_, '_>, all_round: bool) -> PhaseFaces<'_> {
        let Around { below, above, side } = stretch.stage.around;
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

    /// The outermost cell at a height; none where nothing of the side is left there.
    fn outermost(&self, row: usize) -> Option<usize> {
        let (rows, columns) = (self.section.rows, self.section.columns);
        let mut cells = (0..columns).rev().map(|column| column * rows + row);
        cells.find(|cell| self.section.is_inside(*cell))
    }

    /// The side from the bottom up: the height of each row, share of the thickness, and its outermost cell.
    pub(crate) fn side(&self) -> Vec<(f64, usize)> {
        let (rows, edges) = (self.section.rows, &self.section.z_edge_m);
        let share = |row: usize| (edges[row + 1] - edges[row]) / edges[rows];
        (0..rows).filter_map(|row| Some((share(row), self.outermost(row)?))).collect()
    }

    /// Height above the heat to which the outermost cells are set, share of the thickness.
    pub(crate) fn side_opaque(&self, dose: &Dose, is_turned: bool) -> f64 {
        let rows = self.section.rows;
        let edges = &self.section.z_edge_m;
        let thickness = edges[rows];
        let mut height = 0.0;
        for i in 0..rows {
            let row = if is_turned { rows - 1 - i } else { i };
            match self.outermost(row) {
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

    /// The place within the inner part of the thickness that was heated least so far.
    pub(crate) fn core(&self, hottest_c: &[f64]) -> Option<Centre> {
        Centre::of(&self.section, hottest_c, INNER)
    }
}

/// The part of the thickness that a core lies in.
const INNER: (f64, f64) = (0.15, 0.85);
