//! The demo: the card box of The Lantern Quay, an invented supper room.

use cindo_core::catalogue::Catalogue;
use cindo_core::error::FieldError;
use cindo_store::Store;
use jiff::Timestamp;

use crate::card_file::{self, CardFile};
use crate::memo::Memo;
use crate::solver::Desk;

const CARDS: &str = include_str!("../demo/cards.json");

/// Fills an empty box with the demo's cards.
pub(crate) fn fill(store: &Store, catalogue: &Catalogue) -> Result<(), String> {
    let file: CardFile =
        crate::request::parse(CARDS.as_bytes()).map_err(|e| FieldError::from(e).to_string())?;
    let (_, keep) = card_file::preview(&Desk::new(catalogue, &Memo::default()), file, &[])
        .map_err(|errors| errors.iter().map(ToString::to_string).collect::<Vec<_>>().join("; "))?;
    store.keep_cards(&keep, Timestamp::now()).map_err(|e| e.to_string())?;
    Ok(())
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn every_demo_card_can_be_kept_and_at_least_eight_there_are() {
        let catalogue = Catalogue::embedded().unwrap();
        let file: CardFile = crate::request::parse(CARDS.as_bytes()).unwrap();
        let count = file.cards.len();
        let (lines, keep) =
            card_file::preview(&Desk::new(&catalogue, &Memo::default()), file, &[]).unwrap();
        assert_eq!(keep.len(), count, "{lines:?}");
        assert!(count >= 8);
    }
}
