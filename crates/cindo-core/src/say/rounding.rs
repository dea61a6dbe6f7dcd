//! Figures as fine as they are shown. Nothing is shown as less than nothing: the sum of no cells is −0.

/// To a tenth.
pub(crate) fn tenth(value: f64) -> f64 {
    (value * 10.0).round() / 10.0 + 0.0
}

/// To a hundredth.
pub(crate) fn hundredth(value: f64) -> f64 {
    (value * 100.0).round() / 100.0 + 0.0
}

/// To a thousandth.
pub(crate) fn thousandth(value: f64) -> f64 {
    (value * 1000.0).round() / 1000.0 + 0.0
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn nothing_has_no_sign() {
        for rounded in [tenth(-0.04), hundredth(-0.004), thousandth(-0.0)] {
            assert_eq!(rounded.to_bits(), 0.0_f64.to_bits());
        }
        assert_eq!(tenth(-0.26).to_bits(), (-0.3_f64).to_bits());
    }
}
