//! Values kept between two ends that may cross.

/// Keeps a value between two ends.
///
/// `Ord::clamp` and `f64::clamp` panic where the low end lies above the high one, or is no number. Ends that are
/// worked out can cross, so the linter refuses both (`clippy.toml`) and every module uses this instead.
pub trait Bounded: Sized {
    /// The value, at most `high` and at least `low`; `low` where the ends cross. What is no number becomes `high`.
    #[must_use]
    fn bounded(self, low: Self, high: Self) -> Self;
}

impl Bounded for f64 {
    #[inline]
    fn bounded(self, low: Self, high: Self) -> Self {
        self.min(high).max(low)
    }
}

impl Bounded for usize {
    #[inline]
    fn bounded(self, low: Self, high: Self) -> Self {
        self.min(high).max(low)
    }
}

#[cfg(test)]
mod tests {
    use super::Bounded;

    #[test]
    fn crossed_ends_give_the_low_one() {
        assert_eq!([0, 3, 9].map(|value: usize| value.bounded(2, 5)), [2, 3, 5]);
        assert_eq!([0, 3, 9].map(|value: usize| value.bounded(5, 2)), [5, 5, 5]);
        let bits = |values: [f64; 4]| values.map(f64::to_bits);
        let values = [0.0, 3.0, 9.0, f64::NAN];
        assert_eq!(bits(values.map(|v| v.bounded(2.0, 5.0))), bits([2.0, 3.0, 5.0, 5.0]));
        assert_eq!(bits(values.map(|v| v.bounded(5.0, 2.0))), bits([5.0; 4]));
    }
}
