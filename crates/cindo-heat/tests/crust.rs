//! How deep flesh dries against the quasi-steady solution of Stefan's problem (Carslaw & Jaeger 1959, Conduction of
//! Heat in Solids, chapter 11, with a film before the crust; from memory).

use cindo_heat::composition::Composition;
use cindo_heat::flesh::{DRY_CONDUCTIVITY_W_MK, Flesh};
use cindo_heat::grid::{Grid, Shape};
use cindo_heat::reservoir::Heater;
use cindo_heat::solve::{Accuracy, Phase, Simulation};
use cindo_heat::surround::{Face, Surround};

const COD: Composition = Composition { water: 0.8122, protein: 0.1781, fat: 0.0067, ash: 0.0116 };
const BOIL_C: f64 = 99.97;
const FILM_W_M2K: f64 = 600.0;
const PAN_C: f64 = 185.0;

/// What has dried of flesh that began at its boiling point on a hot pan, m.
fn dried_m(flesh: &Flesh, cells: usize, duration_s: f64) -> f64 {
    let grid = Grid::new(Shape::Slab, 0.028, cells);
    let mut simulation = Simulation::new(flesh, &grid, Accuracy::FINE, BOIL_C - 0.01);
    let phase = Phase {
        duration_s,
        bottom: Some(Surround::fixed(Face::convective(FILM_W_M2K, PAN_C))),
        top: None,
        heater: Heater::held(PAN_C),
    };
    simulation.run(&phase, &mut ());
    simulation.dried().iter().zip(&grid.width_m).map(|(dried, width_m)| dried * width_m).sum()
}

/// A crust of `s` lets (pan − boiling) / (1/h + s/k) through, all of which boils water away, so that
/// s/h + s²/2k = (pan − boiling) t / (water's latent heat a volume). What warms the crust, which that leaves out, is
/// a few hundredths. A grid of wide cells dries no deeper than one of narrow ones, wherever in a cell it has come to.
#[test]
fn flesh_dries_as_deep_as_stefan_says_on_any_grid() {
    let flesh = Flesh::of(&COD.normalised().unwrap(), BOIL_C);
    let k = DRY_CONDUCTIVITY_W_MK;
    for duration_s in [20.0, 45.0, 75.0, 110.0, 160.0, 240.0] {
        let per_m2 = (PAN_C - BOIL_C) * duration_s / flesh.reserve_j_m3;
        let film_m = k / FILM_W_M2K;
        let exact_m = (film_m * film_m + 2.0 * k * per_m2).sqrt() - film_m;
        for cells in [14, 20, 24, 32, 60, 100] {
            let off = dried_m(&flesh, cells, duration_s) / exact_m - 1.0;
            assert!(off.abs() < 0.045, "{duration_s} s on {cells} cells: {off:+.3} of {exact_m} m");
        }
    }
}
