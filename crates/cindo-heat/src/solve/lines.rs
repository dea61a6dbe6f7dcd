//! Columns or rows of a cross-section as lines that are solved side by side.

use std::sync::Arc;

use crate::cells::CrossSection;

/// Lines that are solved side by side.
pub(super) const LANES: usize = 4;

/// Contiguous runs of cells in columns or rows that lie beside each other, interleaved as [`super::line`] has them.
#[derive(Debug, Clone)]
pub(super) struct Lines {
    /// Cells of the longest, made even.
    pub(super) cells: usize,
    /// Cells of the section; an idle one is as the last of its line, and only read.
    pub(super) cell: Vec<usize>,
    /// The places that are not idle.
    pub(super) own: Vec<usize>,
    /// Area of each cell, m².
    pub(super) area_m2: Vec<f64>,
    /// Opening to the next cell, m, and from the edge to the centre of each, m.
    pub(super) open_m: Vec<f64>,
    pub(super) half_m: Vec<f64>,
    /// 1 where the heat comes from the lower end of its line, 0 where from the higher.
    pub(super) from_lower: Vec<f64>,
    pub(super) ends: Vec<LineEnd>,
    /// Lines that are there.
    pub(super) count: usize,
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
/// Area of an idle cell, m², and its half width, m; any positive number does.
const IDLE: f64 = 1e-6;

/// One contiguous run of cells in a column or row: its cells, and the surfaces that touch them, as place in the
/// line, surface, and exposed length in this direction, m.
struct Run {
    cells: Vec<usize>,
    /// Opening to the next, m, and half widths, m.
    open_m: Vec<f64>,
    half_m: Vec<f64>,
    ends: Vec<(usize, usize, f64)>,
}

impl Run {
    /// Cells that heat reaches from the lower end: half of them where both are exposed.
    fn heated_from_lower(&self) -> usize {
        let all = self.cells.len();
        let is_near = |(place, _, _): &(usize, usize, f64)| 2 * place < all;
        match (self.ends.iter().any(is_near), self.ends.iter().any(|end| !is_near(end))) {
            (true, false) => all,
            (false, _) => 0,
            (true, true) => all / 2,
        }
    }
}

fn runs(section: &CrossSection, along_x: bool) -> Vec<Run> {
    let (outer, inner) =
        if along_x { (section.rows, section.columns) } else { (section.columns, section.rows) };
    let edges = if along_x { &section.x_edge_m } else { &section.z_edge_m };
    let open = if along_x { &section.right_m } else { &section.up_m };
    let mut runs = Vec::new();
    for o in 0..outer {
        let at = |i: usize| if along_x { i * section.rows + o } else { o * section.rows + i };
        let mut i = 0;
        while i < inner {
            if !section.is_inside(at(i)) {
                i += 1;
                continue;
            }
            let from = i;
            while i + 1 < inner && section.is_inside(at(i + 1)) && open[at(i)] > 0.0 {
                i += 1;
            }
            i += 1;
            let mut ends = Vec::new();
            for (index, piece) in section.surface.iter().enumerate() {
                let share = if along_x { piece.sideways } else { 1.0 - piece.sideways };
                let place = (from..i).find(|k| at(*k) == piece.cell);
                if let Some(place) = place.filter(|_| share > 1e-9) {
                    ends.push((place - from, index, piece.length_m * share));
                }
            }
            runs.push(Run {
                cells: (from..i).map(at).collect(),
                open_m: (from..i - 1).map(|k| open[at(k)]).collect(),
                half_m: (from..i).map(|k| 0.5 * (edges[k + 1] - edges[k])).collect(),
                ends,
            });
        }
    }
    runs
}

impl Lines {
    fn beside(section: &CrossSection, runs: &[Run]) -> Self {
        let longest = runs.iter().map(|run| run.cells.len()).max().unwrap_or_default();
        let cells = longest.next_multiple_of(2);
        let all = cells * LANES;
        let mut lines = Self {
            cells,
            cell: vec![0; all],
            own: Vec::with_capacity(all),
            area_m2: vec![IDLE; all],
            open_m: vec![0.0; all],
            half_m: vec![IDLE; all],
            from_lower: vec![0.0; all],
            ends: Vec::new(),
            count: runs.len(),
        };
        // Where there are fewer lines than lanes the last of them stands in.
        for lane in 0..LANES {
            let run = &runs[lane.min(runs.len() - 1)];
            for i in 0..cells {
                lines.cell[i * LANES + lane] = run.cells[i.min(run.cells.len() - 1)];
            }
        }
        for (lane, run) in runs.iter().enumerate() {
            let lower = run.heated_from_lower();
            for (i, (cell, half_m)) in run.cells.iter().zip(&run.half_m).enumerate() {
                let at = i * LANES + lane;
                lines.own.push(at);
                lines.area_m2[at] = section.area_m2[*cell];
                lines.half_m[at] = *half_m;
                lines.from_lower[at] = if i < lower { 1.0 } else { 0.0 };
            }
            for (i, open_m) in run.open_m.iter().enumerate() {
                lines.open_m[i * LANES + lane] = *open_m;
            }
            for &(place, surface, length_m) in &run.ends {
                let exposed_m = section.surface[surface].length_m;
                // Half of the cell's depth behind the whole of its surface, at most half the cell.
                let depth_m = 0.5 * section.area_m2[run.cells[place]] / exposed_m;
                lines.ends.push(LineEnd {
                    cell: place * LANES + lane,
                    surface,
                    length_m,
                    share: length_m / exposed_m,
                    depth_m: depth_m.min(run.half_m[place]).max(LEAST_DEPTH_M),
                });
            }
        }
        lines
    }
}

/// The columns of a section, or along x its rows.
pub(super) fn lines(section: &CrossSection, along_x: bool) -> Arc<[Lines]> {
    runs(section, along_x).chunks(LANES).map(|runs| Lines::beside(section, runs)).collect()
}
