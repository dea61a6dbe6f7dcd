//! Columns or rows of a cross-section as lines that are solved side by side.

use crate::cells::CrossSection;

/// All columns of a section side by side, or all its rows, as [`super::line`] has them.
#[derive(Debug, Clone)]
pub(super) struct Lines {
    /// Lines side by side, and cells of each.
    pub(super) lanes: usize,
    pub(super) cells: usize,
    /// Whether the section lists its cells in this order, too.
    is_native: bool,
    /// Area of each cell, m².
    pub(super) area_m2: Vec<f64>,
    /// Opening to the next cell, m, and from the edge to the centre of each, m.
    pub(super) open_m: Vec<f64>,
    pub(super) half_m: Vec<f64>,
    /// 1 where the heat comes from the lower end of its run, 0 where from the higher.
    pub(super) from_lower: Vec<f64>,
    pub(super) ends: Vec<LineEnd>,
    /// Cells that are inside.
    pub(super) inside: usize,
}

/// Where surface touches a line.
#[derive(Debug, Clone)]
pub(super) struct LineEnd {
    /// Place among the cells of all lines.
    pub(super) cell: usize,
    pub(super) surface: usize,
    /// Exposed in this direction, m, and as a share of the surface.
    pub(super) length_m: f64,
    pub(super) share: f64,
    /// From the surface to the middle of the cell, m.
    pub(super) depth_m: f64,
}

/// No surface is closer to the middle of its cell than this, m.
const LEAST_DEPTH_M: f64 = 1e-5;
/// Area of an idle cell, m²; any positive number does.
const IDLE_M2: f64 = 1e-6;
/// What is exposed less than this in a direction, as a share, is not.
const LEAST_SHARE: f64 = 1e-9;

impl Lines {
    /// The columns of a section, or along x its rows.
    pub(super) fn of(section: &CrossSection, along_x: bool) -> Self {
        let (lanes, cells) =
            if along_x { (section.rows, section.columns) } else { (section.columns, section.rows) };
        let edges = if along_x { &section.x_edge_m } else { &section.z_edge_m };
        let open = if along_x { &section.right_m } else { &section.up_m };
        let cell = |lane: usize, i: usize| {
            if along_x { i * section.rows + lane } else { lane * section.rows + i }
        };
        let all = lanes * cells;
        let mut lines = Self {
            lanes,
            cells,
            is_native: along_x,
            area_m2: vec![IDLE_M2; all],
            open_m: vec![0.0; all],
            half_m: vec![0.0; all],
            from_lower: vec![0.0; all],
            ends: Vec::with_capacity(section.surface.len()),
            inside: 0,
        };
        let mut exposed = vec![false; all];
        for (surface, piece) in section.surface.iter().enumerate() {
            let share = if along_x { piece.sideways } else { 1.0 - piece.sideways };
            if share <= LEAST_SHARE {
                continue;
            }
            let (column, row) = (piece.cell / section.rows, piece.cell % section.rows);
            let (lane, i) = if along_x { (row, column) } else { (column, row) };
            let half_m = 0.5 * (edges[i + 1] - edges[i]);
            // Half of the cell's depth behind the whole of its surface, at most half the cell.
            let depth_m = 0.5 * section.area_m2[piece.cell] / piece.length_m;
            exposed[i * lanes + lane] = true;
            lines.ends.push(LineEnd {
                cell: i * lanes + lane,
                surface,
                length_m: share * piece.length_m,
                share,
                depth_m: depth_m.min(half_m).max(LEAST_DEPTH_M),
            });
        }
        for lane in 0..lanes {
            let mut from = 0;
            for i in 0..cells {
                let (at, here) = (i * lanes + lane, cell(lane, i));
                lines.half_m[at] = 0.5 * (edges[i + 1] - edges[i]);
                if !section.is_inside(here) {
                    from = i + 1;
                    continue;
                }
                lines.inside += 1;
                lines.area_m2[at] = section.area_m2[here];
                if i + 1 < cells && section.is_inside(cell(lane, i + 1)) && open[here] > 0.0 {
                    lines.open_m[at] = open[here];
                } else {
                    lines.heat_run(lane, from..i + 1, &exposed);
                    from = i + 1;
                }
            }
        }
        lines
    }

    /// Where heat comes from in cells of one line that are open to each other: from either end half way where both are
    /// exposed.
    fn heat_run(&mut self, lane: usize, run: std::ops::Range<usize>, exposed: &[bool]) {
        let is_exposed = |i: usize| exposed[i * self.lanes + lane];
        let middle = run.start + run.len().div_ceil(2);
        let lower = match ((run.start..middle).any(is_exposed), (middle..run.end).any(is_exposed)) {
            (true, false) => run.len(),
            (false, _) => 0,
            (true, true) => run.len() / 2,
        };
        for i in run.start..run.start + lower {
            self.from_lower[i * self.lanes + lane] = 1.0;
        }
    }

    /// Brings what the section lists cell by cell into the order of the lines.
    pub(super) fn gather(&self, to: &mut [f64], section: &[f64]) {
        if self.is_native {
            to.copy_from_slice(section);
        } else {
            turn(to, section, self.lanes, self.cells);
        }
    }

    /// And back.
    pub(super) fn scatter(&self, section: &mut [f64], from: &[f64]) {
        if self.is_native {
            section.copy_from_slice(from);
        } else {
            turn(section, from, self.cells, self.lanes);
        }
    }
}

/// Turns a table of so many rows of `across` into its columns.
fn turn(to: &mut [f64], from: &[f64], across: usize, down: usize) {
    for (i, to) in to.chunks_exact_mut(across).enumerate() {
        for (to, from) in to.iter_mut().zip(from.chunks_exact(down)) {
            *to = from[i];
        }
    }
}
