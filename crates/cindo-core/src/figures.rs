//! Figures and sentences as they are shown.

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

/// With a capital first letter.
pub(crate) fn capital(text: &str) -> String {
    let mut letters = text.chars();
    letters.next().map_or_else(String::new, |c| c.to_uppercase().chain(letters).collect())
}

/// With a capital first letter and a full stop.
pub(crate) fn sentence(text: &str) -> String {
    format!("{}.", capital(text.trim_end_matches('.')))
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn words_become_sentences() {
        assert_eq!(sentence("é fini."), "É fini.");
        assert_eq!(capital("three"), "Three");
        assert_eq!(capital(""), "");
        assert_eq!((tenth(0.25), hundredth(0.125), thousandth(-0.0625)), (0.3, 0.13, -0.063));
    }
}
