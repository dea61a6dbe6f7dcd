//! The thermal centre of a cross-section: the place that was heated least.
//!
//! On a grid that place would jump from column to column. Here it lies between them, so that a coarse grid and a fine
//! one find the same: along each column by a parabola, across them where the cold valley has its middle.

use crate::bounded::Bounded;
use crate::cells::CrossSection;
use crate::grid::{along, coldest_between};

/// What is warmer than the coldest by this is hardly part of the valley any more, K: what a thermometer tells apart.
const VALLEY_K: f64 = 0.5;
/// And by so many of that not at all.
const VALLEY_ENDS: f64 = 4.0;
/// Points looked at between two columns.
const POINTS: usize = 8;

/// Cells that lie over one another in a column, with the coldest height among them.
#[derive(Debug, Clone)]
struct Upright {
    /// Middle of the column, m.
    x_m: f64,
    first: usize,
    heights_m: Vec<f64>,
    height_m: f64,
    cold_c: f64,
}

impl Upright {
    fn at(&self, temperature_c: &[f64]) -> f64 {
        let cells = self.first..self.first + self.heights_m.len();
        along(&self.heights_m, &temperature_c[cells], self.height_m)
    }

    /// Whether heat goes straight from one to the other.
    fn touches(&self, other: &Self) -> bool {
        let ends = |line: &Self| (line.heights_m[0], line.heights_m[line.heights_m.len() - 1]);
        let (mine, theirs) = (ends(self), ends(other));
        mine.0 <= theirs.1 && theirs.0 <= mine.1
    }
}

/// A place in a section: between two columns, at the coldest height of each.
#[derive(Debug, Clone)]
pub struct Centre {
    /// How far across it lies, m.
    pub x_m: f64,
    /// Each with its weight.
    lines: Vec<(f64, Upright)>,
}

impl Centre {
    /// The place of a section that is coldest by `temperature_c`, within the share `inner` of its thickness (0 to 1
    /// from the bottom); none where nothing of it lies there.
    pub fn of(section: &CrossSection, temperature_c: &[f64], inner: (f64, f64)) -> Option<Self> {
        let columns = uprights(section, temperature_c, inner);
        let colder = |a: &&Upright, b: &&Upright| a.cold_c.total_cmp(&b.cold_c);
        let coldest_of = |lines: &[Upright]| lines.iter().min_by(colder).cloned();
        let best = columns
            .iter()
            .filter_map(|lines| coldest_of(lines))
            .min_by(|a, b| a.cold_c.total_cmp(&b.cold_c))?;
        let home = best.first / section.rows;
        // The valley: from column to column while heat goes straight across.
        let onward = |mut from: Upright, columns: &mut dyn Iterator<Item = &Vec<Upright>>| {
            let mut chain = Vec::new();
            for lines in columns {
                let next = lines.iter().filter(|line| line.touches(&from)).min_by(colder);
                let Some(next) = next else { break };
                from = next.clone();
                chain.push(from.clone());
            }
            chain
        };
        let mut valley = onward(best.clone(), &mut columns[..home].iter().rev());
        let reaches_axis = section.is_half() && valley.len() == home;
        valley.reverse();
        valley.push(best.clone());
        valley.extend(onward(best, &mut columns[home + 1..].iter()));
        let x_m = middle(&valley, reaches_axis);
        let lines = weights(&valley, x_m).map(|(i, weight)| (weight, valley[i].clone()));
        Some(Self { x_m, lines: lines.collect() })
    }

    /// How warm it is there, °C.
    pub fn at(&self, temperature_c: &[f64]) -> f64 {
        self.lines.iter().map(|(weight, line)| weight * line.at(temperature_c)).sum()
    }
}

/// What reaches the inner part, column by column.
fn uprights(section: &CrossSection, temperature_c: &[f64], inner: (f64, f64)) -> Vec<Vec<Upright>> {
    let rows = section.rows;
    let span_m = section.z_edge_m[rows];
    let inner_m = (inner.0 * span_m, inner.1 * span_m);
    let height_m = |cell: usize| {
        let row = cell % rows;
        0.5 * (section.z_edge_m[row] + section.z_edge_m[row + 1])
    };
    let upright = |column: usize, from: usize, to: usize| {
        let reaches = height_m(from) <= inner_m.1 && height_m(to - 1) >= inner_m.0;
        reaches.then(|| {
            let heights_m: Vec<f64> = (from..to).map(height_m).collect();
            let (height_m, cold_c) = coldest_between(&heights_m, &temperature_c[from..to], inner_m);
            let x_m = 0.5 * (section.x_edge_m[column] + section.x_edge_m[column + 1]);
            Upright { x_m, first: from, heights_m, height_m, cold_c }
        })
    };
    let lines_of = |column: usize| {
        let cells = column * rows..(column + 1) * rows;
        let mut lines = Vec::new();
        let mut from = None;
        for cell in cells.clone() {
            match (section.is_inside(cell), from) {
                (true, None) => from = Some(cell),
                (false, Some(first)) => {
                    lines.extend(upright(column, first, cell));
                    from = None;
                }
                _ => {}
            }
        }
        lines.extend(from.and_then(|first| upright(column, first, cells.end)));
        lines
    };
    (0..section.columns).map(lines_of).collect()
}

/// The two columns next to a place with their weights: it lies on the line between them, or, at a plane of symmetry,
/// on the parabola that is level there.
fn weights(valley: &[Upright], x_m: f64) -> impl Iterator<Item = (usize, f64)> {
    let last = valley.len() - 1;
    let after = valley.partition_point(|line| line.x_m <= x_m).bounded(1, last.max(1)).min(last);
    let before = after.saturating_sub(1);
    let (from_m, to_m) = (valley[before].x_m, valley[after].x_m);
    let share = if after == before {
        0.0
    } else if x_m < from_m {
        (x_m.powi(2) - from_m.powi(2)) / (to_m.powi(2) - from_m.powi(2))
    } else {
        (x_m - from_m) / (to_m - from_m)
    };
    [(before, 1.0 - share), (after, share)].into_iter()
}

/// Where the middle of a cold valley lies: what is colder counts more.
fn middle(valley: &[Upright], reaches_axis: bool) -> f64 {
    let cold_c = |x_m: f64| -> f64 {
        weights(valley, x_m).map(|(i, weight)| weight * valley[i].cold_c).sum()
    };
    let axis_m = reaches_axis.then_some(0.0);
    let edges_m: Vec<f64> = axis_m.into_iter().chain(valley.iter().map(|line| line.x_m)).collect();
    let points: Vec<(f64, f64, f64)> = edges_m
        .windows(2)
        .flat_map(|pair| {
            let (from_m, step_m) = (pair[0], (pair[1] - pair[0]) / POINTS as f64);
            (0..POINTS).map(move |i| (from_m + step_m * (i as f64 + 0.5), step_m))
        })
        .map(|(x_m, step_m)| (x_m, step_m, cold_c(x_m)))
        .collect();
    let Some(least) = (0..points.len()).min_by(|a, b| points[*a].2.total_cmp(&points[*b].2)) else {
        return edges_m[0];
    };
    let least_c = points[least].2;
    let is_inside = |i: &usize| points[*i].2 - least_c <= VALLEY_ENDS * VALLEY_K;
    let from = (0..=least).rev().take_while(is_inside).last().unwrap_or(least);
    let to = (least..points.len()).take_while(is_inside).last().unwrap_or(least);
    if reaches_axis && from == 0 {
        // Its other half lies beyond the axis.
        return 0.0;
    }
    let (mut sum_m2, mut sum_m) = (0.0, 0.0);
    for (x_m, step_m, c) in &points[from..=to] {
        let weight = step_m * ((least_c - c) / VALLEY_K).exp();
        sum_m2 += weight * x_m;
        sum_m += weight;
    }
    sum_m2 / sum_m
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::outline::Outline;

    const MM: f64 = 1e-3;
    const ALL: (f64, f64) = (0.0, 1.0);

    /// The field's values on a section, cell by cell.
    fn on(section: &CrossSection, field: impl Fn(f64, f64) -> f64) -> Vec<f64> {
        let middle = |edges: &[f64], i: usize| 0.5 * (edges[i] + edges[i + 1]);
        (0..section.area_m2.len())
            .map(|cell| {
                let (column, row) = (cell / section.rows, cell % section.rows);
                field(middle(&section.x_edge_m, column), middle(&section.z_edge_m, row))
            })
            .collect()
    }

    /// A bowl whose bottom is known is found there whatever the grid, and as cold as it is.
    #[test]
    fn a_grid_does_not_move_the_coldest_place() {
        for (columns, rows) in [(5, 16), (6, 24), (9, 30), (16, 32)] {
            // Half a section: its coldest place is on the axis, where no cell has its middle.
            let half = CrossSection::new(Outline::Oval, 20.0 * MM, 30.0 * MM, columns, rows, false);
            let bowl = |x: f64, z: f64| {
                30.0 + 40.0 * (x / (15.0 * MM)).powi(2) + 20.0 * (z / (10.0 * MM) - 1.0).powi(2)
            };
            let field = on(&half, bowl);
            let centre = Centre::of(&half, &field, ALL).unwrap();
            assert!(centre.x_m.abs() < 1e-12, "{columns}: {}", centre.x_m);
            assert!((centre.at(&field) - 30.0).abs() < 0.3, "{columns}: {}", centre.at(&field));
            // A whole one, with a shallow valley of which no column has the bottom.
            let whole = CrossSection::new(
                Outline::OvalWithCavity,
                30.0 * MM,
                90.0 * MM,
                columns + 6,
                rows,
                true,
            );
            let valley = |x: f64, z: f64| {
                40.0 + 0.02 * (x / MM + 17.0).powi(2) + 10.0 * (z / (15.0 * MM) - 1.0).powi(2)
            };
            let field = on(&whole, valley);
            let centre = Centre::of(&whole, &field, ALL).unwrap();
            assert!((centre.x_m / MM + 17.0).abs() < 1.0, "{columns}: {}", centre.x_m / MM);
            assert!((centre.at(&field) - 40.0).abs() < 0.4, "{columns}: {}", centre.at(&field));
        }
    }

    /// Of two places apart the colder is taken, never what lies between them; what is too near the faces is none.
    #[test]
    fn it_is_never_between_two_places() {
        let whole = CrossSection::new(Outline::OvalWithCavity, 30.0 * MM, 90.0 * MM, 18, 24, true);
        let two = |x: f64, _: f64| {
            60.0 - 20.0 * (-((x / MM + 25.0) / 14.0).powi(2)).exp()
                - 19.9 * (-((x / MM - 25.0) / 14.0).powi(2)).exp()
        };
        let field = on(&whole, two);
        let centre = Centre::of(&whole, &field, ALL).unwrap();
        assert!((centre.x_m / MM + 25.0).abs() < 2.0, "{}", centre.x_m / MM);
        assert!((centre.at(&field) - 40.0).abs() < 0.8, "{}", centre.at(&field));
        let cold_face = on(&whole, |_, z| z / MM);
        let inner = Centre::of(&whole, &cold_face, (0.15, 0.85)).unwrap();
        assert!((inner.at(&cold_face) - 0.15 * 30.0).abs() < 0.6, "{}", inner.at(&cold_face));
        assert!(Centre::of(&whole, &cold_face, (2.0, 3.0)).is_none());
    }
}
