//! Transient heat and water in one piece.
//!
//! Finite volumes in enthalpy form: the unknown of a cell is its heat content, temperature follows
//! from it, and the boiling plateau is a flat stretch of that curve. Nothing is clipped after the
//! step, so heat and water balance to rounding, and a young crust needs no tiny fixed step.

mod budget;
mod column;
mod line;
mod lines;
mod observe;
mod plane;
mod step;

pub use budget::Budget;
pub use column::{Phase, Simulation};
pub use observe::{Observer, Sink, View};
pub use plane::{Faces, PlaneSimulation};
pub use step::{Balance, WorkCount};

/// Resolution of a run.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Accuracy {
    /// Cells through the thickness (half of it when symmetric), 4 to 400.
    pub cells: usize,
    /// Columns across the half width, from 1.
    pub columns: usize,
    /// Time-step error allowed per step, K averaged over the piece.
    pub tolerance_k: f64,
    /// Longest step, s.
    pub longest_step_s: f64,
}

impl Accuracy {
    /// For first guesses only.
    pub const COARSE: Self = Self { cells: 20, columns: 1, tolerance_k: 0.1, longest_step_s: 60.0 };
    /// For windows, spreads and comparison.
    pub const FAST: Self = Self { cells: 32, columns: 1, tolerance_k: 0.10, longest_step_s: 40.0 };
    /// For the cut face.
    pub const PLANE: Self =
        Self { cells: 32, columns: 16, tolerance_k: 0.06, longest_step_s: 12.0 };
    /// For heat through the sides.
    pub const SLAB: Self = Self { cells: 14, columns: 1, tolerance_k: 0.1, longest_step_s: 30.0 };
    /// For what the outer side shows at the turn.
    pub const OUTSIDE: Self =
        Self { cells: 16, columns: 6, tolerance_k: 0.1, longest_step_s: 15.0 };
    /// For the whole section of a plan.
    pub const SIDE: Self = Self { cells: 24, columns: 8, tolerance_k: 0.22, longest_step_s: 120.0 };
    /// For the section of a flat piece whose sides count.
    pub const FLAT: Self = Self { cells: 18, columns: 6, tolerance_k: 0.30, longest_step_s: 120.0 };
    /// And where they are heated alike.
    pub const ALIKE: Self = Self { cells: 18, columns: 4, tolerance_k: 0.22, longest_step_s: 90.0 };
    /// For the answer that is shown.
    pub const FINE: Self = Self { cells: 60, columns: 1, tolerance_k: 0.02, longest_step_s: 8.0 };
    /// For the answer that is shown where the whole section was looked at.
    pub const ALONG: Self = Self { cells: 40, columns: 1, tolerance_k: 0.04, longest_step_s: 12.0 };
    /// For the bare solver.
    pub const BARE: Self = Self { cells: 100, columns: 1, tolerance_k: 0.01, longest_step_s: 10.0 };

    /// The same for a run of that length: what is slow is not stepped finer than its picture needs, as long as the error
    /// of a step allows.
    #[must_use]
    pub fn over(self, duration_s: f64) -> Self {
        Self { longest_step_s: self.longest_step_s.max(duration_s / LEAST_STEPS), ..self }
    }
}

/// A run has so many steps at least.
const LEAST_STEPS: f64 = 80.0;
