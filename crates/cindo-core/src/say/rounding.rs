//! Figures as fine as they are shown.

/// To a tenth.
pub(crate) fn tenth(value: f64) -> f64 {
    (value * 10.0).round() / 10.0
}

/// To a hundredth.
pub(crate) fn hundredth(value: f64) -> f64 {
    (value * 100.0).round() / 100.0
}

/// To a thousandth.
pub(crate) fn thousandth(value: f64) -> f64 {
    (value * 1000.0).round() / 1000.0
}
