//! A row of ticks, one bit each.

const WORD: usize = 64;

/// A row of ticks, one bit each. What is beyond its length is never set.
#[derive(Debug, Clone, Default)]
pub(super) struct Bits {
    words: Vec<u64>,
    length: usize,
}

/// The lowest so many bits of a word.
fn lowest(count: usize) -> u64 {
    if count < WORD { (1 << count) - 1 } else { u64::MAX }
}

/// The words that places from one to another are in, with those places of each.
pub(super) fn masks(from: usize, to: usize) -> impl Iterator<Item = (usize, u64)> {
    (from / WORD..to.div_ceil(WORD)).map(move |word| {
        let (begin, end) = (from.max(word * WORD), to.min((word + 1) * WORD));
        (word, lowest(end.saturating_sub(begin)) << (begin % WORD))
    })
}

impl Bits {
    /// So many, none of them set.
    pub(super) fn of(length: usize) -> Self {
        Self { words: vec![0; length.div_ceil(WORD)], length }
    }

    /// None is set, of so many.
    pub(super) fn clear(&mut self, length: usize) {
        self.length = length;
        self.words.clear();
        self.words.resize(length.div_ceil(WORD), 0);
    }

    /// All are set, of so many.
    pub(super) fn fill(&mut self, length: usize) {
        self.clear(length);
        self.set(0, length);
    }

    /// Only every third stays: where `first` and the place are a multiple of three together.
    pub(super) fn thin(&mut self, first: usize) {
        for (word, places) in self.words.iter_mut().enumerate() {
            // 64 leaves one over when divided by three.
            let skip = 2 - (first + word + 2) % 3;
            *places &= 0x9249_2492_4924_9249 << skip;
        }
    }

    pub(super) fn len(&self) -> usize {
        self.length
    }

    pub(super) fn has(&self, place: usize) -> bool {
        self.words.get(place / WORD).is_some_and(|word| word >> (place % WORD) & 1 == 1)
    }

    /// A word of it.
    pub(super) fn word_mut(&mut self, word: usize) -> Option<&mut u64> {
        self.words.get_mut(word)
    }

    /// Sets those from one to another.
    pub(super) fn set(&mut self, from: usize, to: usize) {
        for (word, mask) in masks(from, to.min(self.length)) {
            self.words[word] |= mask;
        }
    }

    /// Whether any is set from one to another.
    pub(super) fn has_any(&self, from: usize, to: usize) -> bool {
        masks(from, to).any(|(word, mask)| self.words.get(word).is_some_and(|w| w & mask != 0))
    }

    /// Sets what another row has set, from a place on, at a place of this and behind it.
    pub(super) fn copy(&mut self, other: &Self, from: usize, at: usize) {
        let count = self.length.saturating_sub(at).min(other.length.saturating_sub(from));
        let mut done = 0;
        while done < count {
            let (source, target) = (from + done, at + done);
            let some = (WORD - source % WORD).min(WORD - target % WORD).min(count - done);
            let bits = other.words[source / WORD] >> (source % WORD) & lowest(some);
            self.words[target / WORD] |= bits << (target % WORD);
            done += some;
        }
    }

    /// Takes out every place with something of `blocked` in as many places from there on as `length`, which `blocked`
    /// is longer by, but one. `blocked` is used up.
    pub(super) fn cross_out(&mut self, blocked: &mut Self, length: usize) {
        let mut reach = 1;
        while reach < length {
            let further = reach.min(length - reach);
            blocked.spread(further);
            reach += further;
        }
        for (word, blocked) in self.words.iter_mut().zip(&blocked.words) {
            *word &= !blocked;
        }
    }

    /// Sets what has something set so many places behind it, too.
    fn spread(&mut self, by: usize) {
        let (words, bits) = (by / WORD, by % WORD);
        for i in 0..self.words.len() {
            let word = |i: usize| self.words.get(i).copied().unwrap_or(0);
            let near = word(i + words) >> bits;
            let far = if bits > 0 { word(i + words + 1) << (WORD - bits) } else { 0 };
            self.words[i] |= near | far;
        }
    }

    /// Places that are set, from the last to the first.
    pub(super) fn last_to_first(&self) -> impl Iterator<Item = usize> {
        self.words.iter().enumerate().rev().flat_map(|(i, word)| {
            let mut left = *word;
            std::iter::from_fn(move || {
                let last = left.checked_ilog2()?;
                left ^= 1 << last;
                Some(i * WORD + last as usize)
            })
        })
    }
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    fn bits(of: &[bool]) -> Bits {
        let mut bits = Bits::of(of.len());
        of.iter().enumerate().filter(|(_, set)| **set).for_each(|(i, _)| bits.set(i, i + 1));
        bits
    }

    fn list(bits: &Bits) -> Vec<bool> {
        (0..bits.len()).map(|i| bits.has(i)).collect()
    }

    proptest! {
        /// What is free for some ticks on end, by bits and tick by tick.
        #[test]
        fn what_is_blocked_is_crossed_out(
            blocked in prop::collection::vec(prop::bool::weighted(0.02), 1..300),
            length in 1..180_usize,
        ) {
            let count = (blocked.len() + 1).saturating_sub(length);
            let mut open = Bits::default();
            open.fill(count);
            open.cross_out(&mut bits(&blocked), length);
            let by_hand: Vec<bool> = (0..count).map(|i| !blocked[i..i + length].contains(&true)).collect();
            prop_assert_eq!(list(&open), by_hand.clone());
            let last_to_first: Vec<usize> = (0..count).rev().filter(|i| by_hand[*i]).collect();
            prop_assert_eq!(open.last_to_first().collect::<Vec<_>>(), last_to_first);
        }

        /// A part of one row in another, and whether a part has any.
        #[test]
        fn rows_are_copied(
            row in prop::collection::vec(any::<bool>(), 0..200),
            (from, at, length) in (0..200_usize, 0..200_usize, 0..200_usize),
        ) {
            let mut copy = Bits::of(length);
            copy.copy(&bits(&row), from, at);
            let by_hand: Vec<bool> = (0..length)
                .map(|i| i >= at && row.get(i - at + from).copied().unwrap_or(false))
                .collect();
            prop_assert_eq!(list(&copy), by_hand.clone());
            let part = by_hand.iter().skip(from).take(at.saturating_sub(from));
            prop_assert_eq!(copy.has_any(from, at), part.clone().any(|set| *set));
        }

        /// Every third, whatever word it is in.
        #[test]
        fn every_third_stays(first in 0..3_usize, length in 0..300_usize) {
            let mut thin = Bits::default();
            thin.fill(length);
            thin.thin(first);
            let thirds: Vec<bool> = (0..length).map(|i| (first + i) % 3 == 0).collect();
            prop_assert_eq!(list(&thin), thirds);
        }
    }
}
