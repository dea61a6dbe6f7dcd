//! A block of fish in the cold: what thawing and freezing share.

use serde::Serialize;

use crate::bench::Bench;
use crate::catalogue::{FaceContext, Wetness};
use crate::error::Problems;
use crate::piece::{Board, Piece, look_up};
use cindo_heat::flesh::Flesh;
use cindo_heat::grid::Grid;
use cindo_heat::reservoir::Heater;
use cindo_heat::solve::{Accuracy, Observer, Phase, Simulation, Sink, View};
use cindo_heat::water::boiling_point_c;

/// Middle and surface over time.
#[derive(Debug, Clone, Default, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ColdSeries {
    /// Times, s.
    pub time_s: Vec<f64>,
    /// Middle, °C.
    pub core_c: Vec<f64>,
    /// Surface, °C.
    pub surface_c: Vec<f64>,
}

/// Nobody waits longer, s.
const LONGEST_S: f64 = 6.0 * 86_400.0;

const SAMPLES: usize = 120;

const ACCURACY: Accuracy =
    Accuracy { cells: 40, columns: 1, tolerance_k: 0.01, longest_step_s: 300.0 };

/// A block of fish in cold or warm surroundings.
pub(super) struct Block<'a> {
    bench: Bench<'a>,
    pub(super) board: Board<'a>,
    pub(super) thickness_m: f64,
    width_m: f64,
}

/// Collects the course and stops when what is waited for has come.
struct Course<'g, F> {
    grid: &'g Grid,
    series: ColdSeries,
    is_over: F,
}

impl<F: FnMut(&View<'_>, f64) -> bool> Observer for Course<'_, F> {
    fn observe(&mut self, view: &View<'_>) -> Sink {
        let core_c = self.grid.at(view.temperature_c, 0.0);
        self.series.time_s.push(view.time_s);
        self.series.core_c.push(core_c);
        self.series.surface_c.push(view.surface_c[1]);
        if (self.is_over)(view, core_c) { Sink::Stop } else { Sink::Continue }
    }
}

impl<'a> Block<'a> {
    /// The frozen or freezing block of a piece, `pack_mm` thick if that is not its own thickness.
    pub(super) fn of(
        bench: Bench<'a>,
        piece: &Piece,
        (field, pack_mm): (&str, Option<f64>),
        problems: &mut Problems,
    ) -> Option<Self> {
        let board = look_up(bench.catalogue, piece, problems)?;
        let thickness_mm = pack_mm.unwrap_or(piece.thickness_mm);
        problems.range(field, thickness_mm, 4.0, 200.0, "mm");
        let width_m = piece.width_mm.unwrap_or(board.cut.width_mm) / 1000.0;
        Some(Self { bench, board, thickness_m: thickness_mm / 1000.0, width_m })
    }

    /// Runs from one temperature throughout in surroundings of another until `is_over`. Returns the
    /// course and whether it came to that.
    pub(super) fn run(
        &self,
        row: &str,
        start_c: f64,
        place_c: f64,
        is_over: impl FnMut(&View<'_>, f64) -> bool,
    ) -> (ColdSeries, bool) {
        let flesh = Flesh::freezing(&self.board.species.flesh(), boiling_point_c(0.0));
        let shape = self.board.cut.all_round(self.thickness_m, self.width_m, false);
        let grid = Grid::new(shape, self.thickness_m, ACCURACY.cells);
        let context = FaceContext {
            boil_c: boiling_point_c(0.0),
            surface: Wetness::default(),
            film_factor: 1.0,
        };
        let around = self.bench.catalogue.faces.get(row).map(|row| row.surround(&context));
        let phase = Phase {
            duration_s: LONGEST_S,
            bottom: None,
            top: around,
            heater: Heater::held(place_c),
        };
        let mut course = Course { grid: &grid, series: ColdSeries::default(), is_over };
        let block = Simulation::new(&flesh, &grid, ACCURACY, start_c);
        let stopped = block.within(self.bench.budget).run(&phase, &mut course);
        (course.series, stopped == Sink::Stop)
    }
}

impl ColdSeries {
    /// Few enough points to draw, the last one among them.
    pub(super) fn thinned(&self) -> Self {
        let n = self.time_s.len();
        let picked =
            || (0..SAMPLES).map(|i| (i + 1) * n / SAMPLES).filter(|i| *i > 0).map(|i| i - 1);
        let mut places: Vec<usize> = picked().collect();
        places.dedup();
        let of = |values: &[f64], unit: f64| {
            places.iter().map(|i| (values[*i] * unit).round() / unit).collect()
        };
        Self {
            time_s: of(&self.time_s, 1.0),
            core_c: of(&self.core_c, 100.0),
            surface_c: of(&self.surface_c, 100.0),
        }
    }
}
