//! Finite volumes through the thickness of a piece.

use crate::bounded::Bounded;

/// How the piece is seen by the one-column solver.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Shape {
    /// Full thickness, a face below and a face above.
    Slab,
    /// Half thickness from the centre outward, one face acting all round. The exponent p is 0
    /// for a slab, 1 for a long cylinder, 2 for a sphere, and between for ovals: p = E − 1 of
    /// the equivalent heat transfer dimensionality (Cleland & Earle; ASHRAE Handbook -
    /// Refrigeration, "Cooling and Freezing Times of Foods").
    Radial {
        /// Exponent of the area with the radius, 0 to 2.
        exponent: f64,
    },
}

/// How far cells shrink towards an exposed face: the cell at the face is `1 − SQUEEZE` of the mean,
/// because crust and fronts are thin and live there.
const SQUEEZE: f64 = 0.7;

/// Cells from bottom (or centre) to top (or outer face). All lengths in m, areas and volumes per
/// m² of the outer face.
#[derive(Debug, Clone)]
pub struct Grid {
    /// The shape it divides.
    pub shape: Shape,
    /// Heights of the n + 1 cell faces, m.
    pub edge_m: Vec<f64>,
    /// Cell centres, m.
    pub centre_m: Vec<f64>,
    /// Cell widths, m.
    pub width_m: Vec<f64>,
    /// Area of each of the n + 1 cell faces, m²/m².
    pub area: Vec<f64>,
    /// Cell volumes, m³/m².
    pub volume_m: Vec<f64>,
    /// 1 where heat comes from below, 0 where from above (or from outside).
    pub from_lower: Vec<f64>,
}

impl Grid {
    /// Divides a piece of `thickness_m` into `cells` volumes (even, at least 4).
    pub fn new(shape: Shape, thickness_m: f64, cells: usize) -> Self {
        // Even, because the solver eliminates from both ends to the middle.
        let n = cells.max(4).next_multiple_of(2);
        let stretched =
            |s: f64| s - SQUEEZE / std::f64::consts::TAU * (std::f64::consts::TAU * s).sin();
        let edge_m: Vec<f64> = (0..=n)
            .map(|i| {
                let s = i as f64 / n as f64;
                match shape {
                    Shape::Slab => thickness_m * stretched(s),
                    Shape::Radial { .. } => thickness_m * (stretched(0.5 + 0.5 * s) - 0.5),
                }
            })
            .collect();
        let outer = edge_m[n];
        let exponent = match shape {
            Shape::Slab => 0.0,
            Shape::Radial { exponent } => exponent,
        };
        let area =
            edge_m.iter().map(|r| if exponent > 0.0 { (r / outer).powf(exponent) } else { 1.0 });
        let area: Vec<f64> = area.collect();
        let volume_m = edge_m
            .windows(2)
            .map(|w| {
                (w[1].powf(exponent + 1.0) - w[0].powf(exponent + 1.0))
                    / ((exponent + 1.0) * outer.powf(exponent))
            })
            .collect();
        let width_m = edge_m.windows(2).map(|w| w[1] - w[0]).collect();
        let centre_m = edge_m.windows(2).map(|w| 0.5 * (w[0] + w[1])).collect();
        let lower = if matches!(shape, Shape::Slab) { n / 2 } else { 0 };
        let from_lower = (0..n).map(|i| if i < lower { 1.0 } else { 0.0 }).collect();
        Self { shape, edge_m, centre_m, width_m, area, volume_m, from_lower }
    }

    /// Number of cells.
    pub fn cells(&self) -> usize {
        self.centre_m.len()
    }

    /// Whether the lowest cell sits on a plane of symmetry instead of a face.
    pub fn is_symmetric(&self) -> bool {
        matches!(self.shape, Shape::Radial { .. })
    }

    /// Distance from bottom (or centre) to top (or outer face), m.
    pub fn span_m(&self) -> f64 {
        self.edge_m[self.cells()]
    }

    /// Volume of the whole, m³/m².
    pub fn total_volume_m(&self) -> f64 {
        self.volume_m.iter().sum()
    }

    /// Where the thermal centre is at this moment (m above the bottom, or from the centre) and
    /// how warm (°C): the centre when symmetric, else the coldest place within the inner 70 % of
    /// the thickness, by a parabola through the coldest cell and its neighbours.
    pub fn coldest(&self, temperature_c: &[f64]) -> (f64, f64) {
        if self.is_symmetric() {
            return (0.0, self.at(temperature_c, 0.0));
        }
        let span = self.span_m();
        coldest_between(&self.centre_m, temperature_c, (0.15 * span, 0.85 * span))
    }

    /// Temperature at height `z_m`, °C, linear between cell centres; at the centre of a symmetric
    /// piece by the parabola that symmetry demands.
    pub fn at(&self, temperature_c: &[f64], z_m: f64) -> f64 {
        let c = &self.centre_m;
        if z_m <= c[0] {
            if !self.is_symmetric() {
                return temperature_c[0];
            }
            let (a, b) = (c[0] * c[0], c[1] * c[1]);
            let bend = (temperature_c[1] - temperature_c[0]) / (b - a);
            return temperature_c[0] + bend * (z_m * z_m - a);
        }
        along(c, temperature_c, z_m)
    }
}

/// The coldest place between two heights along a line of cells (centres `z_m`, rising), m, and how warm
/// it is, °C: by a parabola through the coldest cell and its neighbours, or at the end that is coldest.
pub fn coldest_between(
    z_m: &[f64],
    temperature_c: &[f64],
    (low_m, high_m): (f64, f64),
) -> (f64, f64) {
    let last = z_m.len() - 1;
    let at = |z: f64| (z, along(z_m, temperature_c, z));
    let ends = [at(low_m.bounded(z_m[0], z_m[last])), at(high_m.bounded(z_m[0], z_m[last]))];
    let mut best = if ends[1].1 < ends[0].1 { ends[1] } else { ends[0] };
    for i in 0..=last {
        if z_m[i] < low_m || z_m[i] > high_m || temperature_c[i] >= best.1 {
            continue;
        }
        best = (z_m[i], temperature_c[i]);
        if i == 0 || i == last {
            continue;
        }
        let (z, t) = (&z_m[i - 1..=i + 1], &temperature_c[i - 1..=i + 1]);
        let left = (t[1] - t[0]) / (z[1] - z[0]);
        let right = (t[2] - t[1]) / (z[2] - z[1]);
        let curvature = (right - left) / (z[2] - z[0]);
        if curvature > 0.0 && left < 0.0 && right > 0.0 {
            let vertex = 0.5 * (z[0] + z[1]) - 0.5 * left / curvature;
            let vertex = vertex.bounded(low_m, high_m);
            let cold =
                t[0] + left * (vertex - z[0]) + curvature * (vertex - z[0]) * (vertex - z[1]);
            best = (vertex, cold.min(t[1]));
        }
    }
    best
}

/// Temperature at a height along a line of cells, linear between their centres, °C.
pub fn along(z_m: &[f64], temperature_c: &[f64], at_m: f64) -> f64 {
    let last = z_m.len() - 1;
    if last == 0 || at_m <= z_m[0] {
        return temperature_c[0];
    }
    let i = z_m.partition_point(|&z| z <= at_m).min(last);
    let share = ((at_m - z_m[i - 1]) / (z_m[i] - z_m[i - 1])).min(1.0);
    temperature_c[i - 1] + share * (temperature_c[i] - temperature_c[i - 1])
}
