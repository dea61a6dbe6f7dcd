//! The colour of both faces, as it is judged and as it is waited for.

use crate::catalogue::Coating;
use cindo_heat::solve::View;

/// Browning of the first and the other face so far, s at the reference, coat included.
#[derive(Debug)]
pub(crate) struct Browning<'c> {
    coating: &'c Coating,
    pub(crate) brown_s: [f64; 2],
}

impl<'c> Browning<'c> {
    /// Raw faces under a coat.
    pub(crate) fn new(coating: &'c Coating) -> Self {
        Self { coating, brown_s: [0.0; 2] }
    }

    /// Adds one step.
    pub(crate) fn add(&mut self, view: &View<'_>) {
        for side in 0..2 {
            let rate = self.coating.brown_rate(view.outer_c[side], view.touching_c[side]);
            self.brown_s[side] += rate * view.step_s;
        }
    }

    /// That of the better face, s.
    pub(super) fn better_s(&self) -> f64 {
        self.brown_s[0].max(self.brown_s[1])
    }
}
