//! The demo: the card box of The Lantern Quay, an invented supper room, and a cook under way.

use cindo_core::catalogue::Catalogue;
use cindo_core::cook::{Happened, Promise, Status};
use cindo_core::error::FieldError;
use cindo_store::{KeptEvent, NewCard, NewCook, Store};
use jiff::Timestamp;
use uuid::Uuid;

use crate::card_file::{self, CardFile};
use crate::memo::Memo;
use crate::solver::Desk;

const CARDS: &str = include_str!("../demo/cards.json");

/// Fills an empty box with the demo's cards.
pub(crate) fn fill(store: &Store, catalogue: &Catalogue) -> Result<(), String> {
    let cards = solved(catalogue)?;
    store.keep_cards(&cards, Timestamp::now()).map_err(|e| e.to_string())?;
    let on_the_stove = cards.first().ok_or("the demo has no cards")?;
    begin(store, catalogue, on_the_stove)
}

/// The first card's fish has been in its pan for so long when the demo starts, ms, and its heat was turned
/// down then, ms after it went in.
const IN_FOR_MS: i64 = 250_000;
const TURNED_DOWN_MS: i64 = 92_000;

/// One cook is under way, so that the stove is alive at once.
fn begin(store: &Store, catalogue: &Catalogue, card: &NewCard) -> Result<(), String> {
    let said = |errors: Vec<FieldError>| format!("{errors:?}");
    let now_ms = Timestamp::now().as_millisecond();
    let in_ms = now_ms - IN_FOR_MS;
    let id = store.begin_cook(&NewCook {
        name: card.name.clone(),
        request: card.request.clone(),
        promise: Promise::of(catalogue, &card.request).map_err(said)?,
        speed: 1.0,
        created_ms: in_ms - 30_000,
    });
    let id = id.map_err(|e| e.to_string())?;
    let event =
        |at_ms: i64, what: Happened| KeptEvent { id: Uuid::new_v4().to_string(), at_ms, what };
    let heat = Happened::Heat { medium_c: 170.0, knob: None };
    let events = [event(in_ms, Happened::In), event(in_ms + TURNED_DOWN_MS, heat)];
    let told = store.add_events(id, &events, now_ms, |_, _| Ok(Status::Cooking));
    told.map_err(|e| e.to_string())?.map(drop).map_err(said)
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
