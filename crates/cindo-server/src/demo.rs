//! The demo: the card box of The Lantern Quay, an invented supper room.

use cindo_core::catalogue::Catalogue;
use cindo_core::error::FieldError;
use cindo_store::{NewCard, Store};
use jiff::Timestamp;

use crate::card_file::{self, CardFile};
use crate::memo::Memo;
use crate::solver::Desk;

const CARDS: &str = include_str!("../demo/cards.json");

/// Fills an empty box with the demo's cards.
pub(crate) fn fill(store: &Store, catalogue: &Catalogue) -> Result<(), String> {
    store.keep_cards(&solved(catalogue)?, Timestamp::now()).map_err(|e| e.to_string())?;
    Ok(())
}

fn solved(catalogue: &Catalogue) -> Result<Vec<NewCard>, String> {
    let said = |errors: Vec<FieldError>| {
        errors.iter().map(ToString::to_string).collect::<Vec<_>>().join("; ")
    };
    let file: CardFile =
        crate::request::parse(CARDS.as_bytes()).map_err(|e| FieldError::from(e).to_string())?;
    let memo = Memo::default();
    let desk = Desk::new(catalogue, &memo);
    let cards = card_file::open(file).map_err(said)?;
    cards
        .into_iter()
        .map(|c| card_file::solve(&desk, &c.name, &c.note, (c.request, c.choices)).map_err(said))
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn every_demo_card_can_be_kept_and_at_least_eight_there_are() {
        let catalogue = Catalogue::embedded().unwrap();
        assert!(solved(&catalogue).unwrap().len() >= 8);
    }
}
