//! Texts of the data with names in braces: the one place that fills them in.

/// Fills `{name}` with what `of` gives for it. A name that `of` does not know stays as it is, braces
/// and all, so that a check of the data finds it.
pub(crate) fn fill(text: &str, of: impl Fn(&str) -> Option<String>) -> String {
    if !text.contains('{') {
        return text.to_owned();
    }
    let (mut out, mut rest) = (String::with_capacity(text.len() + 64), text);
    while let Some((before, tail)) = rest.split_once('{') {
        out.push_str(before);
        let filled = tail.split_once('}').and_then(|(name, after)| Some((of(name)?, after)));
        if let Some((words, after)) = filled {
            out += &words;
            rest = after;
        } else {
            out.push('{');
            rest = tail;
        }
    }
    out.push_str(rest);
    out
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn known_names_are_filled_and_others_stay() {
        let of = |name: &str| (name == "oil").then(|| "sunflower oil".to_owned());
        assert_eq!(fill("{oil} and {oil}.", of), "sunflower oil and sunflower oil.");
        assert_eq!(fill("{what} in {oil}", of), "{what} in sunflower oil");
        assert_eq!(fill("a { b, {oil", of), "a { b, {oil");
        assert_eq!(fill("nothing", of), "nothing");
    }
}
