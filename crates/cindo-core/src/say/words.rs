//! Sentences and small words.

/// With a capital first letter.
pub(crate) fn capital(text: &str) -> String {
    let mut letters = text.chars();
    letters.next().map_or_else(String::new, |c| c.to_uppercase().chain(letters).collect())
}

/// With a capital first letter and a full stop.
pub(crate) fn sentence(text: &str) -> String {
    format!("{}.", capital(text.trim_end_matches('.')))
}

const NUMBERS: [&str; 9] = ["none", "one", "two", "three", "four", "five", "six", "seven", "eight"];

/// A small count in words.
pub(crate) fn number(count: u32) -> String {
    usize::try_from(count)
        .ok()
        .and_then(|i| NUMBERS.get(i))
        .map_or_else(|| count.to_string(), |word| (*word).to_owned())
}

/// Names in a row.
pub(crate) fn listed<'a>(items: impl Iterator<Item = &'a str>) -> String {
    items.collect::<Vec<_>>().join(", ")
}

/// How far up something is, as a cook would say it.
pub(crate) fn height_words(share: f64) -> &'static str {
    match share {
        s if s < 0.12 => "only at its foot",
        s if s < 0.29 => "a fifth of the way up",
        s if s < 0.42 => "a third of the way up",
        s if s < 0.58 => "half way up",
        s if s < 0.71 => "two thirds of the way up",
        s if s < 0.84 => "four fifths of the way up",
        s if s < 0.97 => "nearly to the top",
        _ => "to the top",
    }
}

/// Longest that somebody else's text is repeated to them, characters.
const LONGEST_QUOTE: usize = 60;

/// Somebody else's text, cut to so many characters and without what a terminal would obey.
pub(crate) fn harmless(text: &str, most: usize) -> String {
    let mut kept: String =
        text.chars().take(most).map(|c| if c.is_control() { '\u{fffd}' } else { c }).collect();
    if text.chars().nth(most).is_some() {
        kept.push('…');
    }
    kept
}

/// Somebody else's text as a quotation.
pub(crate) fn quoted(text: &str) -> String {
    format!("`{}`", harmless(text, LONGEST_QUOTE))
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn words_become_sentences() {
        assert_eq!(sentence("é fini."), "É fini.");
        assert_eq!(capital("three"), "Three");
        assert_eq!(capital(""), "");
    }

    #[test]
    fn small_counts_are_words() {
        assert_eq!(
            (number(3).as_str(), number(8).as_str(), number(12).as_str()),
            ("three", "eight", "12")
        );
    }

    #[test]
    fn heights_rise_in_words() {
        let words: Vec<_> = (0..=20).map(|i| height_words(f64::from(i) / 20.0)).collect();
        let mut distinct = words.clone();
        distinct.dedup();
        assert_eq!(distinct.len(), 8, "each word once, in order: {distinct:?}");
        assert_eq!(words[10], "half way up");
        assert_eq!(words[20], "to the top");
    }

    #[test]
    fn what_is_repeated_is_short_and_obeyed_by_no_terminal() {
        assert_eq!(quoted("cod"), "`cod`");
        assert_eq!(quoted("\u{1b}[2Jcod\n"), "`\u{fffd}[2Jcod\u{fffd}`");
        let long = quoted(&"x".repeat(2_000_000));
        assert_eq!(long.chars().count(), LONGEST_QUOTE + 3);
        assert_eq!(quoted(&"é".repeat(60)).chars().count(), 62, "just fits");
    }
}
