//! A piece as salt sees it, on the heat solver's volumes.

use crate::catalogue::Profile;
use crate::piece::{Board, Dimensions, FRIDGE_C, Piece};
use crate::prep::salt::{SATURATED_G_KG, diffusivity_m2_s};
use cindo_heat::composition::ConstantProperties;
use cindo_heat::constants::TYPICAL_CAPACITY_J_M3K;
use cindo_heat::flesh::Flesh;
use cindo_heat::grid::{Grid, Shape};
use cindo_heat::reservoir::Heater;
use cindo_heat::solve::{Accuracy, Budget, Phase, Simulation};
use cindo_heat::surround::{Face, Surround};

/// Mass transfer from brine, wet salt or a running tap to flesh, m/s: far above what diffusion in
/// flesh takes, so its figure hardly matters (modelling choice).
const FREE_M_S: f64 = 1e-5;
/// Through skin with its scales, m/s: half a millimetre at a tenth of the diffusivity in flesh
/// (modelling choice).
const SKIN_M_S: f64 = 1.2e-7;
/// The surface that a tongue meets first, m.
const SURFACE_M: f64 = 0.002;
/// Volumetric capacity in solver units: the solver's error measure counts on that of fish.
pub(super) const UNIT: f64 = TYPICAL_CAPACITY_J_M3K;
const ACCURACY: Accuracy =
    Accuracy { cells: 60, columns: 1, tolerance_k: 0.02, longest_step_s: 900.0 };
/// A dose of dry salt runs out within this share of itself.
const DOSE_TOLERANCE: f64 = 1e-4;

/// A piece as salt sees it.
pub(super) struct SaltedPiece<'a> {
    pub(super) budget: Option<&'a Budget>,
    pub(super) flesh: Flesh,
    pub(super) grid: Grid,
    /// Water of the flesh, kg/m³.
    pub(super) water_kg_m3: f64,
    pub(super) density_kg_m3: f64,
    /// Mass transfer at the lower and upper face, m/s; of a whole fish the upper one acts all round.
    pub(super) transfer_m_s: [f64; 2],
    /// Area per piece that fluxes are counted on, m².
    pub(super) area_m2: f64,
}

impl<'a> SaltedPiece<'a> {
    pub(super) fn new(
        budget: Option<&'a Budget>,
        board: &Board<'_>,
        piece: &Piece,
        size: &Dimensions,
    ) -> Self {
        let composition = board.species.flesh();
        let density_kg_m3 = composition.properties(FRIDGE_C).density_kg_m3;
        let shape = match board.cut.section {
            Profile::Flat => Shape::Slab,
            Profile::Oval => board.cut.all_round(size.thickness_m, size.width_m, false),
        };
        let k = diffusivity_m2_s(FRIDGE_C) * UNIT;
        let constant = ConstantProperties { k, rho: 1.0, cp: UNIT };
        let closed = if piece.skin { SKIN_M_S } else { FREE_M_S };
        let grid = Grid::new(shape, size.thickness_m, ACCURACY.cells);
        // Skin below; a whole flatfish has it on both sides.
        let above = if shape == Shape::Slab && !board.cut.on_the_bone { FREE_M_S } else { closed };
        Self {
            budget,
            flesh: Flesh::constant(&constant, 1000.0),
            area_m2: size.volume_m3 / grid.total_volume_m(),
            grid,
            water_kg_m3: composition.water * density_kg_m3,
            density_kg_m3,
            transfer_m_s: [closed, above],
        }
    }

    pub(super) fn fresh(&self) -> Simulation<'_> {
        Simulation::new(&self.flesh, &self.grid, ACCURACY, 0.0).within(self.budget)
    }

    /// Salt in the flesh, kg per m² of face.
    pub(super) fn salt_kg_m2(&self, state: &Simulation<'_>) -> f64 {
        state.sensible_j_m2() / UNIT * self.water_kg_m3 / 1000.0
    }

    /// A stretch with both faces at a concentration, g/kg; `None` shuts them.
    pub(super) fn expose(
        &self,
        state: &mut Simulation<'_>,
        duration_s: f64,
        outside_g_kg: Option<f64>,
    ) {
        if duration_s <= 0.0 {
            return;
        }
        let face = |transfer_m_s: f64| {
            outside_g_kg.map(|c| Surround::fixed(Face::convective(transfer_m_s * UNIT, c)))
        };
        let [below, above] = self.transfer_m_s;
        let phase = Phase {
            duration_s,
            bottom: if self.grid.is_symmetric() { None } else { face(below) },
            top: face(above),
            heater: Heater::held(0.0),
        };
        state.run(&phase, &mut ());
    }

    /// Strewn with `dose` (kg per m² of face): saturated until it has all gone in, then left alone.
    pub(super) fn strew<'s>(
        &'s self,
        state: &mut Simulation<'s>,
        duration_s: f64,
        dose_kg_m2: f64,
    ) {
        let mut left_s = duration_s;
        // First guess of a stretch; a moment in which the dose runs out is found by halving.
        let mut stretch_s = (duration_s / 16.0).max(1.0);
        while left_s > 1e-6 && !self.budget.is_some_and(Budget::is_over) {
            let try_s = stretch_s.min(left_s);
            let mut next = state.clone();
            self.expose(&mut next, try_s, Some(SATURATED_G_KG));
            let over = self.salt_kg_m2(&next) / dose_kg_m2 - 1.0;
            if over > DOSE_TOLERANCE {
                stretch_s = 0.5 * try_s;
                continue;
            }
            *state = next;
            left_s -= try_s;
            if over > -DOSE_TOLERANCE {
                self.expose(state, left_s, None);
                return;
            }
        }
    }

    /// In a brine of `strength` (g/kg water) with `water` (kg per m² of face) that the fish depletes.
    /// With `water` infinite it keeps its strength.
    pub(super) fn soak(
        &self,
        state: &mut Simulation<'_>,
        duration_s: f64,
        strength: f64,
        water_kg_m2: f64,
    ) {
        const STRETCHES: i32 = 60;
        let before = self.salt_kg_m2(state);
        // Strength over short stretches that grow like the square of time, as uptake does.
        let total: f64 = f64::from(STRETCHES * STRETCHES);
        for i in 0..STRETCHES {
            let taken = self.salt_kg_m2(state) - before;
            let now = (strength - 1000.0 * taken / water_kg_m2).max(0.0);
            let share = f64::from(2 * i + 1) / total;
            self.expose(state, share * duration_s, Some(now));
        }
    }

    /// Salt at each height, g per 100 g of flesh.
    pub(super) fn percent(&self, state: &Simulation<'_>) -> Vec<f64> {
        let share = self.water_kg_m3 / self.density_kg_m3;
        state.temperature_c().iter().map(|g_kg| 0.1 * g_kg * share).collect()
    }

    /// Mean of the outer layer that salt comes in by, g per 100 g.
    pub(super) fn surface_percent(&self, percent: &[f64]) -> f64 {
        let span = self.grid.span_m();
        let (mut salt, mut volume) = (0.0, 0.0);
        for (i, z) in self.grid.centre_m.iter().enumerate() {
            if *z > span - SURFACE_M {
                salt += percent[i] * self.grid.volume_m[i];
                volume += self.grid.volume_m[i];
            }
        }
        salt / volume.max(1e-12)
    }
}
