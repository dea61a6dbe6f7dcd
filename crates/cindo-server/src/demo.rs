//! The demo: the card box, kitchen and log of The Lantern Quay, an invented supper room, and a cook under way.

use cindo_core::catalogue::Catalogue;
use cindo_core::cook::{Happened, Promise, Status};
use cindo_core::error::FieldError;
use cindo_core::kitchen::{CheckMade, DialReading, GearCheck, Kitchen};
use cindo_core::lineup::LineUpRequest;
use cindo_core::log::Entry;
use cindo_core::plan::plan;
use cindo_store::{
    CookAddition, EntryChange, KeptEvent, NewCard, NewCook, NewEntry, NewLineUp, Store,
};
use jiff::civil::Weekday;
use serde::Deserialize;
use uuid::Uuid;

use crate::card_file::{self, CardFile};
use crate::clock;
use crate::memo::Memo;
use crate::picture;
use crate::plate::plate;
use crate::solver::Desk;

const CARDS: &str = include_str!("../demo/cards.json");
const KITCHEN: &str = include_str!("../demo/kitchen.json");
const LINE_UP: &str = include_str!("../demo/line_up.json");
/// Made by `cindo-core`'s example `demo_log`.
const LOG: &str = include_str!("../demo/log.json");

/// Fills an empty box with the demo's cards.
pub(crate) fn fill(store: &Store, catalogue: &Catalogue) -> Result<(), String> {
    let cards = solved(catalogue)?;
    store.keep_cards(&cards, clock::now()).map_err(|e| e.to_string())?;
    let kitchen: Kitchen = serde_json::from_str(KITCHEN).map_err(|e| e.to_string())?;
    store.set_kitchen(&kitchen, None).map_err(|e| e.to_string())?;
    remember(store, catalogue)?;
    line_up(store, &kitchen)?;
    let on_the_stove = cards.first().ok_or("the demo has no cards")?;
    begin(store, catalogue, on_the_stove)
}

/// A line-up of the demo.
#[derive(Debug, Deserialize)]
struct DemoLineUp {
    name: String,
    request: LineUpRequest,
}

/// When the supper room serves.
const SERVES: jiff::civil::Time = jiff::civil::time(19, 30, 0, 0);

/// The next Thursday's first sitting.
fn line_up(store: &Store, kitchen: &Kitchen) -> Result<(), String> {
    let DemoLineUp { name, mut request } =
        serde_json::from_str(LINE_UP).map_err(|e| e.to_string())?;
    request.kitchen = kitchen.own();
    let now = clock::now().to_zoned(jiff::tz::TimeZone::system());
    let today = now.with().time(SERVES).build().map_err(|e| e.to_string())?;
    let is_ahead = today.weekday() == Weekday::Thursday && today > now;
    let zero = if is_ahead { Ok(today) } else { today.nth_weekday(1, Weekday::Thursday) };
    let zero_ms = zero.map_err(|e| e.to_string())?.timestamp().as_millisecond();
    let new = NewLineUp { name, zero_ms, running: false, request };
    store.keep_line_up(&new, now.timestamp().as_millisecond()).map_err(|e| e.to_string())?;
    Ok(())
}

/// The log of the demo.
#[derive(Debug, Deserialize)]
struct DemoLog {
    /// What was hidden from the plans as it was made.
    #[cfg_attr(not(test), expect(dead_code, reason = "for the test that looks for it"))]
    truth: Truth,
    entries: Vec<DemoEntry>,
}

#[derive(Debug, Deserialize)]
#[cfg_attr(not(test), expect(dead_code, reason = "for the test that looks for it"))]
struct Truth {
    thicker_mm: f64,
    gear: Vec<(String, f64, f64)>,
}

#[derive(Debug, Deserialize)]
struct DemoEntry {
    uid: String,
    before_ms: i64,
    entry: Entry,
}

fn log() -> Result<DemoLog, String> {
    serde_json::from_str(LOG).map_err(|e| e.to_string())
}

/// What an oven thermometer said in the demo's oven, by what its dial said, °C.
const OVEN_CHECK_C: [(f64, f64); 2] = [(180.0, 172.0), (220.0, 210.0)];
/// How long ago that was, ms.
const CHECKED_MS: i64 = 12 * DAY_MS;
/// A day, and when the last fish of an evening goes in, ms.
const DAY_MS: i64 = 86_400_000;
const SERVICE_MS: i64 = 74_500_000;

/// Entries with a photo, counted from the first: a piece cut open, drawn from its plan.
const PHOTOGRAPHED: [usize; 2] = [36, 39];

/// Six weeks of cooks, and a check of the oven.
fn remember(store: &Store, catalogue: &Catalogue) -> Result<(), String> {
    let now_ms = clock::now().as_millisecond();
    // Evenings, whatever time of day the demo is started.
    let last_ms = now_ms / DAY_MS * DAY_MS + SERVICE_MS;
    let entry = |e: DemoEntry| NewEntry {
        uid: e.uid,
        cook: None,
        at_ms: last_ms - e.before_ms,
        entry: e.entry,
    };
    let entries: Vec<NewEntry> = log()?.entries.into_iter().map(entry).collect();
    let ids = store.add_entries(entries.iter().cloned()).map_err(|e| e.to_string())?;
    for place in PHOTOGRAPHED {
        let (Some(new), Some(Some(id))) = (entries.get(place), ids.get(place)) else { continue };
        let said = |errors: Vec<FieldError>| format!("{errors:?}");
        let plan = plan(catalogue, &new.entry.request).map_err(said)?;
        let jpeg = picture::jpeg(&plate(&plan)).map_err(said)?;
        store.set_photo(*id, None, &jpeg).map_err(|e| e.to_string())?;
    }
    let check = oven_check(catalogue)?;
    store.add_check(&check, now_ms - CHECKED_MS).map(drop).map_err(|e| e.to_string())
}

/// The check of the big oven.
fn oven_check(catalogue: &Catalogue) -> Result<GearCheck, String> {
    let reading = |(dial_c, read_c): &(f64, f64)| DialReading { dial_c: *dial_c, read_c: *read_c };
    let made = CheckMade::Dial { readings: OVEN_CHECK_C.iter().map(reading).collect() };
    let oven = catalogue.gear("home_oven").ok_or("the demo's oven is gone")?;
    let found = made.found(catalogue, oven, 0.0).map_err(|e| format!("{e:?}"))?;
    Ok(GearCheck { gear: "home_oven".to_owned(), made, found })
}

/// The first card's fish has been in its pan for so long when the demo starts, ms, and its heat was turned
/// down then, ms after it went in.
const IN_FOR_MS: i64 = 250_000;
const TURNED_DOWN_MS: i64 = 92_000;

/// One cook is under way, so that the stove is alive at once.
fn begin(store: &Store, catalogue: &Catalogue, card: &NewCard) -> Result<(), String> {
    let said = |errors: Vec<FieldError>| format!("{errors:?}");
    let now_ms = clock::now().as_millisecond();
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
    let events =
        [event(in_ms, Happened::In { medium_c: None }), event(in_ms + TURNED_DOWN_MS, heat)];
    let new = events.to_vec();
    let status = Status::Cooking;
    let begun = CookAddition { cook: id, known: 0, new, status, entry: EntryChange::Leave };
    store.add_to_cooks(&[begun], now_ms).map(drop).map_err(|e| e.to_string())
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
    use cindo_core::log::{Check, Evidence, fit};

    use super::*;

    /// What the demo's forty cooks and one check say is near what was hidden from them.
    #[test]
    fn calibration_finds_what_the_demo_hides() {
        let DemoLog { truth, entries } = log().unwrap();
        assert_eq!(entries.len(), 40);
        let evidence: Vec<Evidence> =
            entries.iter().filter_map(|e| Evidence::of(&e.entry)).collect();
        let check = Check::of(&oven_check(&Catalogue::embedded().unwrap()).unwrap()).unwrap();
        let learnt = fit(&evidence, &[check]);
        assert!((learnt.eye.thicker_mm - truth.thicker_mm).abs() < 0.8, "{:?}", learnt.eye);
        for (gear, runs_k, film) in &truth.gear {
            let found = learnt.gear.iter().find(|g| g.gear == *gear).unwrap();
            let c = found.calibration;
            // Each within two of its own standard deviations.
            assert!((c.runs_k - runs_k).abs() < 2.0 * c.runs_sd_k, "{gear}: {c:?}");
            assert!((c.film_factor - film).abs() < 2.0 * c.film_sd, "{gear}: {c:?}");
        }
        let oven = learnt.gear.iter().find(|g| g.gear == "home_oven").unwrap();
        assert!(oven.heat_is_clear, "{oven:?}");
        assert!((-12.0..=-6.0).contains(&oven.calibration.runs_k), "{oven:?}");
    }

    #[test]
    fn every_demo_card_can_be_kept_and_at_least_eight_there_are() {
        let catalogue = Catalogue::embedded().unwrap();
        assert!(solved(&catalogue).unwrap().len() >= 8);
    }
}
