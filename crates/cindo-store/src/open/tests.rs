use std::path::{Path, PathBuf};

use cindo_core::prep::PrepChoices;
use diesel::connection::SimpleConnection;
use diesel::migration::MigrationSource;
use diesel::prelude::*;
use diesel::sqlite::Sqlite;
use diesel_migrations::MigrationHarness;
use jiff::Timestamp;

use super::{MIGRATIONS, Name};
use crate::{Headline, NewCard, Store, StoreError};

fn card(name: &str) -> NewCard {
    let request = r#"{"piece":{"species":"cod","cut":"loin","thickness_mm":30.0,"start_c":5.0},"method":"poach","doneness":"medium"}"#;
    NewCard {
        name: name.to_owned(),
        note: "a note".to_owned(),
        request: serde_json::from_str(request).unwrap(),
        choices: None,
        headline: Headline {
            medium_c: 80.0,
            flip_s: None,
            pull_s: 512.0,
            rest_s: 120.0,
            core_served_c: 52.5,
        },
        core_version: "0.1.0".to_owned(),
    }
}

fn fresh() -> (tempfile::TempDir, PathBuf) {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("box.db");
    (folder, file)
}

#[test]
fn card_goes_in_and_comes_out_the_same() {
    let (_folder, file) = fresh();
    let store = Store::open(&file).unwrap();
    let now: Timestamp = "2026-11-24T19:30:00Z".parse().unwrap();
    let ids = store.keep_cards(&[card("b"), card("a")], now).unwrap();
    let back = store.find_card(ids[0]).unwrap();
    assert_eq!((back.name.as_str(), back.note.as_str()), ("b", "a note"));
    assert_eq!(back.request, card("b").request);
    assert_eq!(back.headline, card("b").headline);
    assert_eq!(back.created_at, now);
    let names: Vec<_> = store.list_cards().unwrap().cards.into_iter().map(|c| c.name).collect();
    assert_eq!(names, ["a", "b"]);
}

#[test]
fn deleted_card_is_gone_until_it_is_restored() {
    let (_folder, file) = fresh();
    let store = Store::open(&file).unwrap();
    let now = Timestamp::now();
    let id = store.keep_cards(&[card("a")], now).unwrap()[0];
    store.delete_card(id, now).unwrap();
    assert!(matches!(store.find_card(id), Err(StoreError::NotFound { .. })));
    assert!(matches!(store.delete_card(id, now), Err(StoreError::NotFound { .. })));
    assert!(matches!(
        store.rename_card(id, None, Some("x"), None, now),
        Err(StoreError::NotFound { .. })
    ));
    store.restore_card(id).unwrap();
    assert!(matches!(store.restore_card(id), Err(StoreError::NotFound { .. })));
    store.rename_card(id, None, Some("x"), None, now).unwrap();
    let back = store.find_card(id).unwrap();
    assert_eq!((back.name.as_str(), back.note.as_str()), ("x", "a note"));
}

#[test]
fn cards_survive_closing_and_opening_again() {
    let (_folder, file) = fresh();
    let id = Store::open(&file).unwrap().keep_cards(&[card("a")], Timestamp::now()).unwrap()[0];
    assert_eq!(Store::open(&file).unwrap().find_card(id).unwrap().name, "a");
}

/// Every column of every row of the card table, as text.
fn rows(connection: &mut SqliteConnection, columns: &str) -> Vec<String> {
    let query = format!("SELECT {columns} AS name FROM card ORDER BY id");
    let rows: Vec<Name> = diesel::sql_query(query).load(connection).unwrap();
    rows.into_iter().map(|row| row.name).collect()
}

/// A file of every older version, with a card in it, comes up to date with the card as it was; back
/// down again nothing of it is lost but what that version did not know.
#[test]
fn migrations_carry_the_rows_up_and_down() {
    const FIRST: &str =
        "name || note || request || headline || core_version || created_at || updated_at";
    let (_folder, file) = fresh();
    let now: Timestamp = "2026-11-24T19:30:00Z".parse().unwrap();
    let store = Store::open(&file).unwrap();
    store.keep_cards(&[card("a"), card("b")], now).unwrap();
    store.delete_card(store.list_cards().unwrap().cards[1].id, now).unwrap();
    drop(store);
    let mut connection = SqliteConnection::establish(&file.display().to_string()).unwrap();
    let before = rows(&mut connection, FIRST);
    assert_eq!(before.len(), 2);
    let migrations = MigrationSource::<Sqlite>::migrations(&MIGRATIONS).unwrap().len();
    // Down to the first version, one step at a time, and up again from each.
    for down in 1..migrations {
        for _ in 0..down {
            connection.revert_last_migration(MIGRATIONS).unwrap();
        }
        assert_eq!(rows(&mut connection, FIRST), before, "{down} down");
        connection.run_pending_migrations(MIGRATIONS).unwrap();
        assert_eq!(rows(&mut connection, FIRST), before, "{down} down and up");
    }
    drop(connection);
    let kept = Store::open(&file).unwrap().list_cards().unwrap().cards;
    assert_eq!(kept.len(), 1, "the deleted one stays deleted");
    assert_eq!((kept[0].name.as_str(), &kept[0].request), ("a", &card("a").request));
    assert_eq!(kept[0].created_at, now);
}

#[test]
fn the_first_migration_takes_its_table_away_again() {
    let (_folder, file) = fresh();
    Store::open(&file).unwrap().keep_cards(&[card("a")], Timestamp::now()).unwrap();
    let mut connection = SqliteConnection::establish(&file.display().to_string()).unwrap();
    connection.revert_all_migrations(MIGRATIONS).unwrap();
    let left: Vec<Name> = diesel::sql_query("SELECT name FROM sqlite_master WHERE name = 'card'")
        .load(&mut connection)
        .unwrap();
    assert!(left.is_empty());
    drop(connection);
    assert!(Store::open(&file).unwrap().list_cards().unwrap().cards.is_empty());
}

/// A file as the first version wrote it, with a plan kept in haste: it opens, and the card is whole.
#[test]
fn cards_of_the_first_version_open() {
    let (_folder, file) = fresh();
    drop(Store::open(&file).unwrap());
    let mut connection = SqliteConnection::establish(&file.display().to_string()).unwrap();
    connection
        .batch_execute(
            r#"INSERT INTO card (name, note, request, headline, core_version, created_at, updated_at)
               VALUES ('old', 'kept', '{"piece":{"species":"cod","cut":"loin","thickness_mm":30.0,"start_c":5.0},"method":"poach","doneness":"medium","at_risk":true,"gear":["pot_24"],"brief":true}',
                       '{"medium_c":80.0,"flip_s":null,"pull_s":512.0,"rest_s":120.0,"core_peak_c":52.5}', '0.1.0', '2026-11-24T19:30:00Z', '2026-11-24T19:30:00Z');"#,
        )
        .unwrap();
    drop(connection);
    let kept = Store::open(&file).unwrap().list_cards().unwrap().cards;
    let request = &kept[0].request;
    assert_eq!((request.brief, request.at_risk), (None, Some(true)));
    assert_eq!(request.gear.as_deref(), Some(&["pot_24".to_owned()][..]));
    assert_eq!(kept[0].choices, None);
}

#[test]
fn preparation_is_kept_with_its_plan() {
    let (_folder, file) = fresh();
    let store = Store::open(&file).unwrap();
    let choices: PrepChoices = serde_json::from_str(
        r#"{"salt":{"salting":"cure","minutes":300.0},"chips":2,"thaw":{"place":"cold_water"}}"#,
    )
    .unwrap();
    let new = NewCard { choices: Some(choices.clone()), ..card("a") };
    let id = store.keep_cards(&[new], Timestamp::now()).unwrap()[0];
    assert_eq!(store.find_card(id).unwrap().choices, Some(choices));
}

#[test]
fn file_of_a_newer_version_is_refused_and_untouched() {
    let (_folder, file) = fresh();
    drop(Store::open(&file).unwrap());
    let mut connection = SqliteConnection::establish(&file.display().to_string()).unwrap();
    connection
        .batch_execute(
            "INSERT INTO __diesel_schema_migrations (version) VALUES ('20990101000000');
             PRAGMA wal_checkpoint(TRUNCATE);",
        )
        .unwrap();
    drop(connection);
    let before = std::fs::read(&file).unwrap();
    let error = Store::open(&file).unwrap_err();
    assert!(matches!(error, StoreError::Newer { .. }), "{error}");
    assert!(error.to_string().contains("newer version of Cindo"));
    assert_eq!(std::fs::read(&file).unwrap(), before);
}

#[test]
fn damaged_file_is_refused_and_untouched() {
    let (_folder, file) = fresh();
    std::fs::write(
        &file,
        b"this was never a database, but it is long enough to look at".repeat(40),
    )
    .unwrap();
    let before = std::fs::read(&file).unwrap();
    assert!(matches!(Store::open(&file), Err(StoreError::Damaged { .. })));
    assert_eq!(std::fs::read(&file).unwrap(), before);
}

#[test]
fn torn_page_is_found_before_anything_is_written() {
    let (_folder, file) = fresh();
    let store = Store::open(&file).unwrap();
    let many: Vec<_> = (0..200).map(|i| card(&format!("card {i}"))).collect();
    store.keep_cards(&many, Timestamp::now()).unwrap();
    drop(store);
    let mut connection = SqliteConnection::establish(&file.display().to_string()).unwrap();
    connection.batch_execute("PRAGMA wal_checkpoint(TRUNCATE);").unwrap();
    drop(connection);
    let mut bytes = std::fs::read(&file).unwrap();
    let middle = bytes.len() / 2;
    bytes[middle..middle + 4096].fill(0x5a);
    std::fs::write(&file, &bytes).unwrap();
    assert!(matches!(Store::open(&file), Err(StoreError::Damaged { .. })));
    assert_eq!(std::fs::read(&file).unwrap(), bytes);
}

#[test]
fn database_of_another_program_is_refused() {
    let (_folder, file) = fresh();
    let mut connection = SqliteConnection::establish(&file.display().to_string()).unwrap();
    connection.batch_execute("CREATE TABLE recipes (id INTEGER PRIMARY KEY);").unwrap();
    drop(connection);
    assert!(matches!(Store::open(&file), Err(StoreError::Foreign { .. })));
}

#[test]
fn folder_that_is_not_there_gives_a_clear_error() {
    let (folder, _) = fresh();
    let error = Store::open(&folder.path().join("no/such/box.db")).unwrap_err();
    assert!(matches!(error, StoreError::Unopenable { .. }), "{error}");
    assert!(error.to_string().contains("there is no folder"), "{error}");
}

#[test]
fn a_card_that_does_not_read_back_hides_no_other() {
    let (_folder, file) = fresh();
    let store = Store::open(&file).unwrap();
    let mut poisoned = card("b");
    // JSON has no NaN: it is written as null.
    poisoned.headline.pull_s = f64::NAN;
    let kept = [card("a"), poisoned, card("c"), card("d")];
    let ids = store.keep_cards(&kept, Timestamp::now()).unwrap();
    let mut bytes = SqliteConnection::establish(&file.display().to_string()).unwrap();
    // A flipped byte: no text at all any more.
    diesel::sql_query("UPDATE card SET request = CAST(x'ff7b' AS TEXT) WHERE name = 'c'")
        .execute(&mut bytes)
        .unwrap();
    diesel::sql_query("UPDATE card SET note = CAST(x'ff7b' AS TEXT) WHERE name = 'd'")
        .execute(&mut bytes)
        .unwrap();
    let found = store.list_cards().unwrap();
    let names: Vec<_> = found.cards.iter().map(|c| c.name.as_str()).collect();
    assert_eq!(names[0], "a");
    let mut lost: Vec<_> = found.unreadable.iter().map(|u| (u.id, u.name.as_deref())).collect();
    lost.sort_by_key(|(id, _)| id.0);
    assert_eq!(lost[..2], [(ids[1], Some("b")), (ids[2], Some("c"))]);
    assert_eq!(names.len() + lost.len(), 4, "each is in one list or the other");
    assert!(matches!(store.find_card(ids[1]), Err(StoreError::Unreadable { .. })));
}

#[test]
fn names_that_are_no_file_are_refused_before_anything_is_created() {
    let (folder, _) = fresh();
    for name in ["", " ", ":memory:", "file:box.db", "file::memory:?cache=shared"] {
        let error = Store::open(Path::new(name)).unwrap_err();
        assert!(matches!(error, StoreError::Unusable { .. }), "{name:?}: {error}");
    }
    assert!(matches!(Store::open(folder.path()), Err(StoreError::Unusable { .. })));
}

#[test]
fn a_locked_file_is_said_to_be_locked_and_holds_up_no_reader() {
    let (_folder, file) = fresh();
    let store = Store::open(&file).unwrap();
    store.keep_cards(&[card("a")], Timestamp::now()).unwrap();
    let mut other = SqliteConnection::establish(&file.display().to_string()).unwrap();
    other.batch_execute("BEGIN IMMEDIATE").unwrap();
    std::thread::scope(|scope| {
        let writers: Vec<_> = (0..4)
            .map(|_| scope.spawn(|| store.keep_cards(&[card("b")], Timestamp::now())))
            .collect();
        std::thread::sleep(std::time::Duration::from_millis(200));
        let from = std::time::Instant::now();
        assert_eq!(store.list_cards().unwrap().cards.len(), 1);
        assert!(from.elapsed().as_millis() < 500, "{:?}", from.elapsed());
        for writer in writers {
            assert!(matches!(writer.join().unwrap(), Err(StoreError::Busy)));
        }
    });
    other.batch_execute("ROLLBACK").unwrap();
    store.keep_cards(&[card("b")], Timestamp::now()).unwrap();
    assert_eq!(store.list_cards().unwrap().cards.len(), 2);
}

#[test]
fn what_sqlite_says_has_words_of_its_own() {
    let of = |message: &str| StoreError::of_message(message);
    assert!(matches!(of("attempt to write a readonly database"), Some(StoreError::ReadOnly)));
    assert!(matches!(of("database or disk is full"), Some(StoreError::Full)));
    assert!(matches!(of("database is locked"), Some(StoreError::Busy)));
    assert!(of("file is not a database").is_none());
}

#[test]
fn card_with_every_choice_comes_back_the_same() {
    let (_folder, file) = fresh();
    let store = Store::open(&file).unwrap();
    let full = r#"{"piece":{"species":"sea_bass","cut":"whole_round","thickness_mm":42.0,"width_mm":95.0,
        "length_mm":310.0,"weight_g":540.0,"skin":true,"start_c":4.0,"count":2,"tail_mm":12.0,"stuffed":true,
        "frozen_for_parasites":true,"thickness_measured":true},"method":"sear","doneness":"by_the_book",
        "school":"two_sided","medium_c":190.0,"altitude_m":650.0,"coating":"oil","gear":["lidded_pan_30"],
        "oil":"ghee","at_risk":true,"turn_s":300.0,"out_s":700.0,"second_c":200.0,
        "second_s":120.0,"rest_s":90.0,"rest_on":"warm_oven","rest_c":80.0}"#;
    let kept = NewCard { request: serde_json::from_str(full).unwrap(), ..card("everything") };
    let id = store.keep_cards(std::slice::from_ref(&kept), Timestamp::now()).unwrap()[0];
    drop(store);
    assert_eq!(Store::open(&file).unwrap().find_card(id).unwrap().request, kept.request);
}

/// Page by page, every card comes once and in order, whatever is called alike or taken out between.
#[test]
fn pages_hold_every_card_once() {
    let (_folder, file) = fresh();
    let store = Store::open(&file).unwrap();
    let names = ["b", "a", "b", "b", "d", "c 10 %", "c 100", "b"];
    let ids = store.keep_cards(&names.map(card), Timestamp::now()).unwrap();
    let mut bytes = SqliteConnection::establish(&file.display().to_string()).unwrap();
    let unnamed = format!("UPDATE card SET name = CAST(x'ff' AS TEXT) WHERE id = {}", ids[4].0);
    diesel::sql_query(unnamed).execute(&mut bytes).unwrap();
    for limit in 1..=9 {
        let (mut seen, mut after) = (Vec::new(), None);
        assert_eq!(store.find_cards(None, None, limit).unwrap().total, 8);
        loop {
            // Taken out while somebody reads on: the next page begins where it stood.
            if let Some(last) = after {
                store.delete_card(last, Timestamp::now()).unwrap();
            }
            let page = store.find_cards(None, after, limit).unwrap();
            if let Some(last) = after {
                store.restore_card(last).unwrap();
            }
            seen.extend(page.cards.iter().map(|card| card.id.0));
            seen.extend(page.unreadable.iter().map(|card| card.id.0));
            after = page.next;
            if after.is_none() {
                break;
            }
        }
        assert_eq!(seen, [1usize, 0, 2, 3, 7, 5, 6, 4].map(|i| ids[i].0), "by {limit}");
    }
    let named = |words: &str| {
        let page = store.find_cards(Some(words), None, 9).unwrap();
        page.cards.into_iter().map(|card| card.name).collect::<Vec<_>>()
    };
    assert_eq!(named("10 %"), ["c 10 %"], "a sign for a pattern is an ordinary character");
    assert_eq!(named("C 1"), ["c 10 %", "c 100"]);
    assert_eq!(named("A NOTE").len(), 7, "notes are searched too");
    assert_eq!(named("_"), [""; 0]);
}

/// Rows that no program of ours wrote: a name that is no text, and an entry and a line-up whose bodies do not read. Each
/// list shows them, and each row comes out as it stands.
#[test]
fn names_that_are_no_text_hide_nothing() {
    let (_folder, file) = fresh();
    let store = Store::open(&file).unwrap();
    let mut connection = SqliteConnection::establish(&file.display().to_string()).unwrap();
    connection
        .batch_execute(
            "INSERT INTO cook (name, request, promise, version, speed, created_ms, status)
               VALUES (CAST(x'46ff7b' AS TEXT), '{}', '{}', 2, 1.0, 0, 'cooking'),
                      ('Served', '{}', '{}', 2, 1.0, 0, 'served');
             INSERT INTO log_entry (uid, at_ms, name, species, cut, method, gear, thickness_mm)
               VALUES ('u', 0, CAST(x'46ff7b' AS TEXT), 'hake', 'loin', 'sear', '', 28.0);
             INSERT INTO log_body (entry_id, body, version) VALUES (1, '{\"not\": \"an entry\"}', 2);
             INSERT INTO line_up (name, zero_ms, running, body, version, revision, updated_ms)
               VALUES (CAST(x'46ff7b' AS TEXT), 0, 1, '[]', 2, 1, 0);",
        )
        .unwrap();
    let under_way = store.list_under_way(None, 10).unwrap();
    assert_eq!((under_way.cooks[0].name.as_str(), under_way.total), ("F\u{fffd}{", 1));
    assert!(matches!(store.find_cook(under_way.cooks[0].id), Err(StoreError::NotText(_))));
    assert_eq!(store.list_past(10).unwrap()[0].name, "Served");
    assert_eq!(store.list_cooks(10).unwrap().len(), 2);
    let log = store.list_log(&crate::LogFilter::default(), None, 10).unwrap();
    assert_eq!((log.entries[0].name.as_str(), log.total), ("F\u{fffd}{", 1));
    assert!(matches!(store.find_entry(log.entries[0].id), Err(StoreError::UnreadableEntry { .. })));
    assert_eq!(store.read_log(&crate::LogFilter::default(), None, 10).unwrap().1, 1);
    let line_ups = store.list_line_ups(10).unwrap();
    assert_eq!(line_ups[0].name, "F\u{fffd}{");
    assert!(store.find_line_up(line_ups[0].id).is_err());
    let text = |kind, column: &str| {
        let row = store.raw_row(kind, 1).unwrap();
        row.into_iter().find(|field| field.column == column).unwrap().text
    };
    assert_eq!(text(crate::RowKind::Cook, "name"), "F\u{fffd}{");
    assert_eq!(text(crate::RowKind::Entry, "body"), "{\"not\": \"an entry\"}");
    assert_eq!(text(crate::RowKind::LineUp, "body"), "[]");
    assert!(matches!(store.raw_row(crate::RowKind::Card, 1), Err(StoreError::NoRow)));
}
