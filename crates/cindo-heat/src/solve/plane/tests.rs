use super::*;
use crate::cells::Facing;
use crate::composition::{Composition, ConstantProperties};
use crate::grid::{Grid, Shape};
use crate::outline::Outline;
use crate::solve::{Phase, Simulation};
use crate::surround::Surround;

const COD: Composition = Composition { water: 0.8122, protein: 0.1781, fat: 0.0067, ash: 0.0116 };

/// One face below, one above, one at the sides.
struct Three<'a> {
    section: &'a CrossSection,
    below: Face,
    above: Face,
    side: Face,
}

impl Faces for Three<'_> {
    fn surround(&self, index: usize) -> Surround {
        let facing = self.section.surface[index].facing;
        let face = match facing {
            Facing::Below => self.below,
            Facing::Above => self.above,
            Facing::Side => self.side,
        };
        Surround { on_reservoir: facing == Facing::Below, ..Surround::fixed(face) }
    }
}

const PAN: Face = Face::convective(400.0, 185.0);
const AIR: Face = Face {
    h: 12.0,
    medium_c: 80.0,
    emissivity: 0.9,
    radiant_c: Some(70.0),
    wet: 0.1,
    vapour_pa: 8000.0,
    dries_kg_m2: None,
    coat_m2k_w: 0.0,
};
const CLOSED: Face = Face::convective(0.0, 20.0);

fn flesh() -> Flesh {
    Flesh::of(&COD.normalised().unwrap(), 99.97)
}

fn finest() -> Accuracy {
    Accuracy { cells: 40, columns: 6, tolerance_k: 0.01, longest_step_s: 4.0 }
}

/// Many columns with an insulated side are one column, boiling front included.
#[test]
fn insulated_side_leaves_one_column() {
    let (flesh, accuracy) = (flesh(), finest());
    let section = CrossSection::new(Outline::Straight, 0.025, 0.06, 6, 40, false);
    let mut plane = PlaneSimulation::new(&flesh, &section, accuracy, 5.0);
    let faces = Three { section: &section, below: PAN, above: AIR, side: CLOSED };
    plane.run(300.0, &faces, &Heater::held(185.0), |_, _| Sink::Continue);

    let grid = Grid::new(Shape::Slab, 0.025, 40);
    let mut line = Simulation::new(&flesh, &grid, accuracy, 5.0);
    let phase = Phase {
        duration_s: 300.0,
        bottom: Some(Surround::fixed(PAN)),
        top: Some(Surround::fixed(AIR)),
        heater: Heater::held(185.0),
    };
    line.run(&phase, &mut ());
    for (i, many) in plane.temperature_c().iter().enumerate() {
        let one = line.temperature_c()[i % 40];
        // The cell that the front stands in hops between boiling and dry.
        let allowed = if one > 98.0 { 8.0 } else { 0.15 };
        assert!((many - one).abs() < allowed, "column {} row {}: {many} {one}", i / 40, i % 40);
    }
}

/// An ellipse of equal axes is a cylinder, whose centre the radial column (checked against the
/// series of Carslaw & Jaeger) knows.
#[test]
fn circle_is_a_cylinder() {
    let constant = ConstantProperties { k: 0.5, rho: 1050.0, cp: 3600.0 };
    let flesh = Flesh::constant(&constant, 100.0);
    let accuracy = Accuracy { cells: 36, columns: 20, tolerance_k: 0.02, longest_step_s: 6.0 };
    let section = CrossSection::new(Outline::Oval, 0.03, 0.03, 20, 36, false);
    let bath = Face::convective(400.0, 80.0);
    let faces = Three { section: &section, below: bath, above: bath, side: bath };
    let grid = Grid::new(Shape::Radial { exponent: 1.0 }, 0.03, 60);
    let mut plane = PlaneSimulation::new(&flesh, &section, accuracy, 5.0);
    let mut line = Simulation::new(&flesh, &grid, Accuracy::BARE, 5.0);
    let phase = Phase {
        duration_s: 120.0,
        bottom: None,
        top: Some(Surround::fixed(bath)),
        heater: Heater::held(80.0),
    };
    for minute in 1..=4 {
        plane.run(120.0, &faces, &Heater::held(80.0), |_, _| Sink::Continue);
        line.run(&phase, &mut ());
        let centre = 0.5 * (plane.temperature_c()[17] + plane.temperature_c()[18]);
        let exact = grid.at(line.temperature_c(), 0.0);
        // Cut cells and splitting leave half a Kelvin on a step of 75 K.
        assert!((centre - exact).abs() < 0.5, "{} min: {centre} against {exact}", 2 * minute);
    }
}

/// Heat in = sensible + latent whatever the outline, with surfaces slanted, boiling and drying.
#[test]
fn heat_balances_on_every_outline() {
    let flesh = flesh();
    for outline in [
        Outline::Straight,
        Outline::Rounded,
        Outline::Tapered,
        Outline::Oval,
        Outline::OvalWithCavity,
    ] {
        let section = CrossSection::new(outline, 0.03, 0.08, 12, 20, false);
        let mut plane = PlaneSimulation::new(&flesh, &section, Accuracy::PLANE, 5.0);
        let side = Face::convective(60.0, 100.0);
        let faces = Three { section: &section, below: PAN, above: AIR, side };
        plane.run(240.0, &faces, &Heater::held(185.0), |_, _| Sink::Continue);
        let b = plane.balance();
        let gap = b.incoming_j_m2 - b.latent_j_m2 - plane.sensible_j_m();
        assert!(gap.abs() < 1e-3 * b.incoming_j_m2, "{outline:?}: {gap} of {b:?}");
        assert!(b.evaporated_kg_m2 > 0.0 && b.drawn_j_m2 > 0.0, "{outline:?}: {b:?}");
    }
}

/// Finer grids and steps agree more and more; the picture's own resolution is within 0.6 K.
#[test]
fn refinement_converges() {
    let flesh = flesh();
    let middle = |columns: usize, rows: usize, tolerance_k: f64| {
        let section = CrossSection::new(Outline::Rounded, 0.028, 0.07, columns, rows, false);
        let accuracy = Accuracy { cells: rows, columns, tolerance_k, longest_step_s: 12.0 };
        let mut plane = PlaneSimulation::new(&flesh, &section, accuracy, 5.0);
        let side = Face::convective(60.0, 100.0);
        let faces = Three { section: &section, below: PAN, above: AIR, side };
        plane.run(420.0, &faces, &Heater::held(185.0), |_, _| Sink::Continue);
        // Half way up the middle, between cell centres.
        0.5 * (plane.temperature_c()[rows / 2 - 1] + plane.temperature_c()[rows / 2])
    };
    let reference = middle(32, 64, 0.005);
    let coarse = (middle(8, 16, 0.08) - reference).abs();
    let shown = (middle(16, 32, 0.06) - reference).abs();
    assert!(shown < coarse && shown < 0.6, "{coarse} then {shown} from {reference}");
}
