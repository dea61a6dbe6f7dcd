//! What every place of a section has been through: how warm the worst of them stays for as long as a limit asks.

use crate::caution::{Verdict, Watch};
use crate::setup::Limit;
use cindo_heat::bounded::Bounded;
use cindo_heat::cells::CrossSection;
use cindo_heat::dose::Dose;
use cindo_heat::solve::PlaneSimulation;

/// The level that the worst place holds for as long as the limit asks, °C.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub(crate) struct Held {
    /// In the heat alone.
    pub(crate) in_heat_c: f64,
    /// With the rest on the coldest support.
    pub(crate) with_rest_c: f64,
}

/// What must be held is held this much over the limit in the heat, so that neither rounding nor a
/// coarse grid falls under it, and this much over it where the rest has to do it, K.
const BOOK_MARGIN_K: f64 = 0.6;
pub(super) const BOOK_REST_MARGIN_K: f64 = 1.0;
/// And so much more at most, K.
const BOOK_OVER_K: f64 = 0.5;

impl Held {
    /// What it is sure to hold, °C.
    pub(crate) fn surely_c(self) -> f64 {
        (self.in_heat_c - BOOK_MARGIN_K).max(self.with_rest_c - BOOK_REST_MARGIN_K)
    }

    /// What a search for the earliest pull that is sure to hold a limit aims at, °C, and how near to it it has
    /// to come, K.
    pub(crate) fn aim(limit: Limit) -> (f64, f64) {
        let half_k = 0.5 * BOOK_OVER_K;
        (limit.core_c + half_k, half_k)
    }
}

/// Temperatures of every cell over time.
#[derive(Debug)]
pub(super) struct Trace {
    /// How many are followed: all, or none where only the moments matter.
    cells: usize,
    time_s: Vec<f64>,
    temperature_c: Vec<f64>,
}

/// Moments at which a hold may begin are tried so far apart, s.
const HOLD_GRID_S: f64 = 1.0;

impl Trace {
    pub(super) fn new(cells: usize) -> Self {
        Self { cells, time_s: Vec::new(), temperature_c: Vec::new() }
    }

    /// Whether it follows them.
    pub(super) fn is_followed(&self) -> bool {
        self.cells > 0
    }

    /// Samples so far.
    pub(super) fn samples(&self) -> usize {
        self.time_s.len()
    }

    /// Goes back to so many samples.
    pub(super) fn truncate(&mut self, samples: usize) {
        self.time_s.truncate(samples);
        self.temperature_c.truncate(samples * self.cells);
    }

    pub(super) fn add(&mut self, simulation: &PlaneSimulation<'_>) {
        self.time_s.push(simulation.time_s());
        self.temperature_c.extend_from_slice(&simulation.temperature_c()[..self.cells]);
    }

    /// Safety of every place inside a section of a piece that began at one temperature, °C.
    pub(super) fn verdict(&self, section: &CrossSection, start_c: f64, limit: Limit) -> Verdict {
        let inside: Vec<usize> = (0..self.cells).filter(|cell| section.is_inside(*cell)).collect();
        let mut now_c = vec![start_c; inside.len()];
        let mut watch = Watch::new(inside.len(), start_c, limit);
        let mut before_s = 0.0;
        let samples = self.time_s.iter().zip(self.temperature_c.chunks_exact(self.cells));
        for (at_s, temperature_c) in samples {
            for (kept, cell) in now_c.iter_mut().zip(&inside) {
                *kept = temperature_c[*cell];
            }
            watch.add(&now_c, at_s - before_s);
            before_s = *at_s;
        }
        watch.verdict()
    }

    /// What heat did to every cell until a moment, s, of a kind that sets so much higher than usual, K.
    pub(super) fn dose(&self, until_s: f64, set_shift_k: f64) -> Dose {
        let mut dose = Dose::new(self.cells, set_shift_k);
        let mut before_s = 0.0;
        let samples = self.time_s.iter().zip(self.temperature_c.chunks_exact(self.cells));
        for (at_s, temperature_c) in samples.take_while(|(at_s, _)| **at_s < until_s + 1e-6) {
            dose.add(temperature_c, at_s - before_s);
            before_s = *at_s;
        }
        dose
    }

    /// What the worst place inside a section holds, where so many samples are from the heat, °C.
    pub(super) fn held(&self, section: &CrossSection, hold_s: f64, pulled: usize) -> Held {
        let pulled_s = self.time_s[pulled - 1];
        let worst = |samples: usize| {
            let last = samples - 1;
            let mut worst_c = f64::INFINITY;
            for cell in (0..self.cells).filter(|cell| section.is_inside(*cell)) {
                // What holds more than that in the last stretch of the heat alone need not be followed.
                let start_s = pulled_s - hold_s;
                let is_warmer =
                    start_s >= 0.0 && self.stays_c(cell, (start_s, pulled_s), last) >= worst_c;
                if !is_warmer {
                    worst_c = worst_c.min(self.held_c(cell, hold_s, last));
                }
            }
            worst_c
        };
        Held { in_heat_c: worst(pulled), with_rest_c: worst(self.samples()) }
    }

    /// Highest level that a cell stays at or above for `hold_s` on end up to sample `last`, °C.
    ///
    /// Each place warms to one peak and cools, so that the best stretch has the peak in it; a second peak
    /// and what is cut off between samples only make it less, never more.
    fn held_c(&self, cell: usize, hold_s: f64, last: usize) -> f64 {
        let at = |i: usize| self.temperature_c[i * self.cells + cell];
        let end_s = self.time_s[last] - hold_s;
        if end_s < 0.0 {
            return f64::MIN;
        }
        let peak = (0..=last).rev().max_by(|a, b| at(*a).total_cmp(&at(*b))).unwrap_or(last);
        let first_s = (self.time_s[peak] - hold_s).bounded(0.0, end_s);
        let last_s = self.time_s[peak].min(end_s);
        let steps = ((last_s - first_s) / HOLD_GRID_S).ceil().max(1.0);
        let step_s = (last_s - first_s) / steps;
        let mut best = f64::MIN;
        let mut i = 0.0;
        while i <= steps {
            let start_s = first_s + i * step_s;
            best = best.max(self.stays_c(cell, (start_s, start_s + hold_s), last));
            i += 1.0;
        }
        best
    }
    /// What a cell that warms to one peak and cools stays at or above from one moment to another, up to sample `last`, °C.
    fn stays_c(&self, cell: usize, (from_s, to_s): (f64, f64), last: usize) -> f64 {
        let at = |i: usize| self.temperature_c[i * self.cells + cell];
        let value = |time_s: f64| {
            let i = self.time_s[..=last].partition_point(|t| *t <= time_s).bounded(1, last);
            let (before_s, after_s) = (self.time_s[i - 1], self.time_s[i]);
            let share = ((time_s - before_s) / (after_s - before_s)).bounded(0.0, 1.0);
            at(i - 1) + share * (at(i) - at(i - 1))
        };
        value(from_s).min(value(to_s))
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use cindo_heat::outline::Outline;

    /// Cells that warm to one peak each, some in the heat and some in the rest: the worst of them is found whether or not the
    /// others are followed.
    #[test]
    fn what_is_warmer_than_the_worst_need_not_be_followed() {
        let section = CrossSection::new(Outline::Oval, 0.04, 0.06, 8, 16, false);
        let cells = section.area_m2.len();
        let (pulled, samples, hold_s) = (60_usize, 90_usize, 15.0);
        for salt in [0.7, 1.3, 2.9] {
            let mut trace = Trace::new(cells);
            for sample in 0..samples {
                let at_s = 7.0 * sample as f64;
                trace.time_s.push(at_s);
                trace.temperature_c.extend((0..cells).map(|cell| {
                    let own = (salt * (cell + 1) as f64).sin();
                    let (peak_s, peak_c) = (440.0 + 120.0 * own, 66.0 - 4.0 * own * own);
                    peak_c - 2e-4 * (at_s - peak_s).powi(2)
                }));
            }
            let Held { in_heat_c, with_rest_c } = trace.held(&section, hold_s, pulled);
            for (found_c, until) in [(in_heat_c, pulled), (with_rest_c, samples)] {
                let inside = (0..cells).filter(|cell| section.is_inside(*cell));
                let worst_c = inside
                    .map(|cell| trace.held_c(cell, hold_s, until - 1))
                    .fold(f64::INFINITY, f64::min);
                assert!((found_c - worst_c).abs() < 0.01, "{salt} {until}: {found_c} {worst_c}");
            }
            assert!(in_heat_c < with_rest_c, "the rest does nothing");
        }
    }
}
