//! Where a rising function reaches a value: for pulls, windows, thicknesses.

use cindo_heat::bounded::Bounded;

/// A root with the slope of the function there.
#[derive(Debug, Clone, Copy)]
pub(crate) struct Root {
    pub(crate) at: f64,
    pub(crate) slope: f64,
}

/// A bracket narrower than that, in the unit of what is sought or as a share of where it is, is a root: what jumps
/// there has none that is nearer.
const NARROWEST: f64 = 0.05;
const NARROWEST_SHARE: f64 = 1e-3;

/// Finds where a rising function reaches `target`, from a guess: secant steps inside a shrinking
/// bracket. `None` when it stays below up to `high`, the low end when it is above already there.
pub(crate) fn rising_root(
    mut f: impl FnMut(f64) -> f64,
    target: f64,
    tolerance: f64,
    guess: Root,
    (mut low, mut high): (f64, f64),
) -> Option<Root> {
    let (mut low_open, mut high_open) = (true, true);
    // Events that come late can push the low end past the high one: then only the low end is left.
    high = high.max(low);
    let mut x = guess.at.bounded(low, high);
    let mut slope = guess.slope;
    let mut last: Option<(f64, f64)> = None;
    for _ in 0..60 {
        let y = f(x) - target;
        if let Some((x0, y0)) = last
            && (x - x0).abs() > 1e-6
        {
            let secant = (y - y0) / (x - x0);
            if secant > 0.0 {
                slope = secant;
            }
        }
        if y.abs() < tolerance {
            return Some(Root { at: x, slope });
        }
        if y > 0.0 {
            if !high_open && x >= high {
                return Some(Root { at: x, slope });
            }
            high = x;
            high_open = false;
            if low_open && x <= low {
                return Some(Root { at: x, slope });
            }
        } else {
            if high_open && x >= high {
                return None;
            }
            low = x;
            low_open = false;
        }
        if high - low < NARROWEST.max(NARROWEST_SHARE * x) {
            // Just short of an end that nobody has seen above the target is below it all the way.
            return (!high_open).then_some(Root { at: 0.5 * (low + high), slope });
        }
        last = Some((x, y));
        let step = -y / slope.max(1e-6);
        let mut next = x + step;
        // Keep inside the bracket; beyond an open end at most double or halve.
        if next <= low {
            next = if low_open { (0.5 * x).max(low) } else { 0.5 * (low + high) };
        } else if next >= high {
            next = if high_open { (2.0 * x).min(high) } else { 0.5 * (low + high) };
        }
        if low_open {
            next = next.max(0.4 * x).max(low);
        }
        if high_open {
            next = next.min(2.5 * x).min(high);
        }
        x = next;
    }
    Some(Root { at: x, slope })
}

#[cfg(test)]
mod tests {
    use super::*;

    fn root(f: impl FnMut(f64) -> f64, target: f64, at: f64) -> Option<f64> {
        rising_root(f, target, 1e-3, Root { at, slope: 1.0 }, (2.0, 100.0)).map(|root| root.at)
    }

    #[test]
    fn roots_are_found_and_ends_are_told_apart() {
        let line = |x: f64| x;
        for guess in [2.0, 30.0, 99.0, 99.97, 100.0, 500.0] {
            let found = root(line, 40.0, guess).unwrap();
            assert!((found - 40.0).abs() < 0.05, "{found} from {guess}");
            assert_eq!(root(line, 101.0, guess), None, "out of reach, from {guess}");
            assert_eq!(root(line, 1.0, guess), Some(2.0), "there from the start, from {guess}");
        }
        // Once a guess a hair below the end was taken for the root of what stays far below it.
        for guess in [99.951, 99.99, 99.9999] {
            assert_eq!(root(|x| 0.1 * x, 85.0, guess), None, "{guess}");
        }
    }
}
