//! When things happen: clock times of turns and stages.

/// When the piece is turned.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Turn {
    /// Never.
    Never,
    /// Once, at this share of the time in the heat.
    AtShare(f64),
    /// Once, at this moment, s.
    At(f64),
    /// Over and over, s.
    Every(f64),
}

/// Clock times of everything that happens in the heat.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Schedule {
    /// Turns, s.
    pub turns_s: Vec<f64>,
    /// Begin of each stage, s; rising.
    pub starts_s: Vec<f64>,
}

impl Schedule {
    /// Whether the piece lies on its second side at a moment.
    pub fn is_turned(&self, at_s: f64) -> bool {
        self.turns_s.iter().filter(|t| **t <= at_s + SAME_S).count() % 2 == 1
    }

    /// Whether it lies on its second side just before a moment: what was to happen then or later does
    /// not.
    pub fn is_turned_before(&self, at_s: f64) -> bool {
        self.is_turned(at_s - JUST_S)
    }

    /// When a cook looks at the side, s: at the first turn, or at the pull where nothing is turned.
    pub fn shown_at_s(&self, pull_s: f64) -> f64 {
        self.turns_s.first().copied().unwrap_or(pull_s)
    }

    /// Stage at a moment.
    pub fn stage(&self, at_s: f64) -> usize {
        self.starts_s.iter().rposition(|s| *s <= at_s + SAME_S).unwrap_or(0)
    }

    /// Next moment at which anything changes after `at_s`, s.
    pub fn next_change_s(&self, at_s: f64) -> f64 {
        let later = |times: &[f64]| {
            times.iter().copied().filter(|t| *t > at_s + SAME_S).fold(f64::INFINITY, f64::min)
        };
        later(&self.turns_s).min(later(&self.starts_s))
    }
}

/// Moments closer than this are one, s.
pub(super) const SAME_S: f64 = 1e-6;
/// Just before a moment, s.
const JUST_S: f64 = 1e-3;
