//! Many columns: the half-width (or, with a cavity, full-width) cross-section as cut cells.
//!
//! A Cartesian grid, stretched towards the faces; cells that the outline cuts keep the part of
//! their volume, openings and surface that lies inside, so that a slanted or round surface has its
//! true length and heat is conserved whatever the outline.

use crate::grid::{Grid, Shape};
use crate::outline::Outline;

/// Which way a piece of surface looks.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Facing {
    /// Down, on what is below.
    Below,
    /// Up.
    Above,
    /// Sideways.
    Side,
}

/// A piece of the surface inside one cell.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Surface {
    /// The cell.
    pub cell: usize,
    /// Length in the cross-section, m.
    pub length_m: f64,
    /// Square of the normal's horizontal component; the vertical one's is the rest.
    pub sideways: f64,
    /// Which way it looks.
    pub facing: Facing,
    /// Height of its middle, m.
    pub height_m: f64,
}

/// The grid: columns from left to right, cells from bottom to top within a column.
#[derive(Debug, Clone)]
pub struct CrossSection {
    /// Columns.
    pub columns: usize,
    /// Cells a column.
    pub rows: usize,
    /// Edges of the columns, m: from the middle (or from the back of a whole fish) outward.
    pub x_edge_m: Vec<f64>,
    /// Edges of the rows, m.
    pub z_edge_m: Vec<f64>,
    /// Area of each cell inside the outline, m²; 0 outside.
    pub area_m2: Vec<f64>,
    /// Opening to the next cell above, m.
    pub up_m: Vec<f64>,
    /// Opening to the next cell to the right, m.
    pub right_m: Vec<f64>,
    /// Everything exposed.
    pub surface: Vec<Surface>,
}

/// Slices a column is cut into to follow the outline.
const SLICES: usize = 24;
/// Cells with less than this share of their box inside are given to a neighbour.
const SLIVER: f64 = 0.06;
/// A normal this steep counts as looking up or down.
const UPRIGHT: f64 = 0.5;
/// An oval piece touches the pan where it is no higher than this above it, m: flesh flattens.
const CONTACT_M: f64 = 0.002;
fn overlap(a: (f64, f64), b: (f64, f64)) -> f64 {
    let low = if a.0 > b.0 { a.0 } else { b.0 };
    let high = if a.1 < b.1 { a.1 } else { b.1 };
    if high > low { high - low } else { 0.0 }
}

impl CrossSection {
    /// Divides a section of `thickness_m` and full `width_m`.
    ///
    /// `fill_hole` treats a cavity as flesh (a stuffed fish).
    pub fn new(
        outline: Outline,
        thickness_m: f64,
        width_m: f64,
        columns: usize,
        rows: usize,
        fill_hole: bool,
    ) -> Self {
        let rows = rows.max(4).next_multiple_of(2);
        let columns = columns.max(2);
        let half_m = 0.5 * width_m;
        let z_edge_m = Grid::new(Shape::Slab, thickness_m, rows).edge_m;
        let x_edge_m: Vec<f64> = if outline.is_lopsided() {
            // A pan or plate touches it in the middle, the air at its ends.
            (0..=columns).map(|i| width_m * (i as f64 / columns as f64 - 0.5)).collect()
        } else {
            (0..=columns)
                .map(|i| {
                    let left = 1.0 - i as f64 / columns as f64;
                    half_m * (1.0 - left.powf(1.5))
                })
                .collect()
        };
        let columns = x_edge_m.len() - 1;
        let cells = columns * rows;
        let mut section = Self {
            columns,
            rows,
            area_m2: vec![0.0; cells],
            up_m: vec![0.0; cells],
            right_m: vec![0.0; cells],
            surface: Vec::new(),
            x_edge_m,
            z_edge_m,
        };
        let span = |x: f64| {
            let (low, high) = outline.edges(x / half_m);
            (low * thickness_m, high * thickness_m)
        };
        let hole = |x: f64| {
            let found = if fill_hole { None } else { outline.hole(x / half_m) };
            found.map_or((0.0, 0.0), |(l, h)| (l * thickness_m, h * thickness_m))
        };
        let oval = matches!(outline, Outline::Oval | Outline::OvalWithCavity);
        for column in 0..columns {
            section.fill_column(column, &span, &hole, oval, thickness_m);
        }
        section.close_ends(&span, half_m);
        section.give_away_slivers();
        section
    }

    /// Cells inside the outline.
    pub fn is_inside(&self, cell: usize) -> bool {
        self.area_m2[cell] > 0.0
    }

    /// Whole area, m².
    pub fn total_m2(&self) -> f64 {
        self.area_m2.iter().sum()
    }

    /// Whether the left end is a plane of symmetry.
    pub fn is_half(&self) -> bool {
        self.x_edge_m[0] >= 0.0
    }

    fn fill_column(
        &mut self,
        column: usize,
        span: &impl Fn(f64) -> (f64, f64),
        hole: &impl Fn(f64) -> (f64, f64),
        oval: bool,
        thickness_m: f64,
    ) {
        let rows = self.rows;
        let (left, right) = (self.x_edge_m[column], self.x_edge_m[column + 1]);
        let step = (right - left) / SLICES as f64;
        for slice in 0..SLICES {
            let (from, to) = (left + step * slice as f64, left + step * (slice + 1) as f64);
            let middle = 0.5 * (from + to);
            let (inside, cavity) = (span(middle), hole(middle));
            let (cells, edges) = (column * rows..(column + 1) * rows, &self.z_edge_m[..=rows]);
            let area_m2 = &mut self.area_m2[cells.clone()];
            let up_m = &mut self.up_m[cells];
            // Selections instead of branches, so that rows are worked on in pairs.
            let is_within = |m: f64, (low, high): (f64, f64)| m > low && m < high;
            for row in 0..rows {
                let edges = (edges[row], edges[row + 1]);
                area_m2[row] += step * (overlap(edges, inside) - overlap(edges, cavity));
                let is_open = is_within(edges.1, inside) && !is_within(edges.1, cavity);
                up_m[row] += if is_open { step } else { 0.0 };
            }
            let (a, b) = (span(from), span(to));
            for (facing, start, end) in [(Facing::Below, a.0, b.0), (Facing::Above, a.1, b.1)] {
                self.add_slope(column, facing, step, start, end, oval, thickness_m);
            }
        }
        self.up_m[(column + 1) * rows - 1] = 0.0;
        if column + 1 < self.columns {
            let (inside, cavity) = (span(right), hole(right));
            for row in 0..self.rows {
                let edges = (self.z_edge_m[row], self.z_edge_m[row + 1]);
                self.right_m[column * self.rows + row] =
                    overlap(edges, inside) - overlap(edges, cavity);
            }
        }
    }

    /// A straight piece of the outline over one slice, shared out to the cells it crosses.
    #[expect(clippy::too_many_arguments, reason = "one place, and each is a plain number")]
    fn add_slope(
        &mut self,
        column: usize,
        upright: Facing,
        step: f64,
        start_m: f64,
        end_m: f64,
        oval: bool,
        thickness_m: f64,
    ) {
        let (low, high) = (start_m.min(end_m), start_m.max(end_m));
        let rise = high - low;
        let length = (step * step + rise * rise).sqrt();
        let sideways = (rise / length).powi(2);
        let middle = 0.5 * (low + high);
        let gap = if upright == Facing::Below { middle } else { thickness_m - middle };
        let steep = sideways > UPRIGHT || (oval && gap > CONTACT_M);
        let facing = if steep { Facing::Side } else { upright };
        // The rows that it crosses, and one more each way for what lies on an edge.
        let from = self.z_edge_m.partition_point(|edge_m| *edge_m < low).saturating_sub(2);
        let until = self.z_edge_m.partition_point(|edge_m| *edge_m <= high) + 1;
        for row in from..until.min(self.rows) {
            let edges = (self.z_edge_m[row], self.z_edge_m[row + 1]);
            let share = if rise > 1e-12 {
                overlap(edges, (low, high)) / rise
            } else {
                // A flat piece belongs to the cell that it closes.
                let inner = if upright == Facing::Above { low - 1e-12 } else { low + 1e-12 };
                f64::from(u8::from(inner >= edges.0 && inner < edges.1))
            };
            if share > 0.0 {
                self.expose(Surface {
                    cell: column * self.rows + row,
                    length_m: share * length,
                    sideways,
                    facing,
                    height_m: middle,
                });
            }
        }
    }

    /// Vertical edges, where the outline ends with some height left.
    fn close_ends(&mut self, span: &impl Fn(f64) -> (f64, f64), half_m: f64) {
        let right = self.columns - 1;
        let ends = if self.is_half() { [Some(right), None] } else { [Some(right), Some(0)] };
        for column in ends.into_iter().flatten() {
            let inside = span(half_m);
            for row in 0..self.rows {
                let edges = (self.z_edge_m[row], self.z_edge_m[row + 1]);
                let length_m = overlap(edges, inside);
                if length_m > 0.0 {
                    self.expose(Surface {
                        cell: column * self.rows + row,
                        length_m,
                        sideways: 1.0,
                        facing: Facing::Side,
                        height_m: 0.5 * (edges.0 + edges.1),
                    });
                }
            }
        }
    }

    /// Adds a piece of surface to what its cell already shows that way.
    fn expose(&mut self, piece: Surface) {
        // Pieces come slice by slice: it is among the last.
        let near = self.surface.len().saturating_sub(4 * self.rows);
        let same = self.surface[near..]
            .iter_mut()
            .rev()
            .find(|s| s.cell == piece.cell && s.facing == piece.facing);
        match same {
            Some(kept) => {
                let total = kept.length_m + piece.length_m;
                let mean = |a: f64, b: f64| (a * kept.length_m + b * piece.length_m) / total;
                let (sideways, height_m) =
                    (mean(kept.sideways, piece.sideways), mean(kept.height_m, piece.height_m));
                *kept = Surface { length_m: total, sideways, height_m, ..*kept };
            }
            None => self.surface.push(piece),
        }
    }

    /// Neighbours of a cell with the opening between them.
    fn neighbours(&self, cell: usize) -> [Option<(usize, f64)>; 4] {
        let rows = self.rows;
        let (column, row) = (cell / rows, cell % rows);
        [
            (row > 0).then(|| (cell - 1, self.up_m[cell - 1])),
            (row + 1 < rows).then(|| (cell + 1, self.up_m[cell])),
            (column > 0).then(|| (cell - rows, self.right_m[cell - rows])),
            (column + 1 < self.columns).then(|| (cell + rows, self.right_m[cell])),
        ]
    }

    /// A sliver would only be stiff: its area and surface go to the neighbour it opens to most.
    fn give_away_slivers(&mut self) {
        for cell in 0..self.area_m2.len() {
            let (column, row) = (cell / self.rows, cell % self.rows);
            let full = (self.x_edge_m[column + 1] - self.x_edge_m[column])
                * (self.z_edge_m[row + 1] - self.z_edge_m[row]);
            let area = self.area_m2[cell];
            if area >= SLIVER * full {
                continue;
            }
            let taker = self
                .neighbours(cell)
                .into_iter()
                .flatten()
                .filter(|(to, _)| self.area_m2[*to] > area)
                .max_by(|a, b| {
                    a.1.total_cmp(&b.1).then(self.area_m2[a.0].total_cmp(&self.area_m2[b.0]))
                });
            if let Some((to, _)) = taker {
                self.area_m2[to] += area;
                for piece in self.surface.iter_mut().filter(|s| s.cell == cell) {
                    piece.cell = to;
                }
            } else {
                self.surface.retain(|s| s.cell != cell);
            }
            self.area_m2[cell] = 0.0;
            self.up_m[cell] = 0.0;
            self.right_m[cell] = 0.0;
            if row > 0 {
                self.up_m[cell - 1] = 0.0;
            }
            if column > 0 {
                self.right_m[cell - self.rows] = 0.0;
            }
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::outline::CAVITY;

    fn perimeter(section: &CrossSection) -> f64 {
        section.surface.iter().map(|s| s.length_m).sum()
    }

    /// Circle: π r² and 2 π r; the half section has half of each.
    #[test]
    fn cut_cells_keep_area_and_perimeter_of_a_circle() {
        let section = CrossSection::new(Outline::Oval, 0.04, 0.04, 16, 32, false);
        let r = 0.02_f64;
        let half_area = 0.5 * std::f64::consts::PI * r * r;
        assert!((section.total_m2() / half_area - 1.0).abs() < 2e-3, "{}", section.total_m2());
        assert!((perimeter(&section) / (std::f64::consts::PI * r) - 1.0).abs() < 5e-3);
    }

    #[test]
    fn straight_section_is_a_box() {
        let section = CrossSection::new(Outline::Straight, 0.03, 0.08, 8, 20, false);
        assert!((section.total_m2() - 0.03 * 0.04).abs() < 1e-12);
        assert!((perimeter(&section) - (2.0 * 0.04 + 0.03)).abs() < 1e-12);
        let side: f64 = section.surface.iter().map(|s| s.length_m * s.sideways).sum();
        assert!((side - 0.03).abs() < 1e-12);
    }

    #[test]
    fn cavity_takes_flesh_away_and_filling_puts_it_back() {
        let open = CrossSection::new(Outline::OvalWithCavity, 0.04, 0.1, 20, 24, false);
        let full = CrossSection::new(Outline::OvalWithCavity, 0.04, 0.1, 20, 24, true);
        let cavity = std::f64::consts::PI * (0.5 * CAVITY.0 * 0.04) * (CAVITY.1 * 0.05);
        let gone = full.total_m2() - open.total_m2();
        assert!((gone / cavity - 1.0).abs() < 0.05, "{gone} against {cavity}");
        assert!(!open.is_half());
    }
}
