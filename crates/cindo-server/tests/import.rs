//! Card boxes coming in: whole ones of any size, while others work, and ended at any moment.

#![expect(clippy::unwrap_used, reason = "a test that cannot go on should stop")]
#![expect(clippy::print_stdout, reason = "figures are printed where they were measured")]

mod support;

use std::time::{Duration, Instant};

use cindo_store::{NewCard, Store};
use jiff::Timestamp;
use serde_json::{Value, json};
use support::{HAKE, Server};

/// Cards in the box of the busiest kitchen that was thought of.
const MANY: usize = 11_602;

/// A box of many cards that was filled without the server.
fn filled(file: &std::path::Path) -> Server {
    let store = Store::open(file).unwrap();
    let request: cindo_core::setup::PlanRequest = serde_json::from_str(HAKE).unwrap();
    let catalogue = cindo_core::catalogue::Catalogue::embedded().unwrap();
    let headline = (&cindo_core::plan::plan(&catalogue, &request).unwrap()).into();
    let card = NewCard {
        name: String::new(),
        note: "Thursdays, for the long table.".to_owned(),
        request,
        choices: None,
        headline,
        core_version: "0.1.0".to_owned(),
    };
    let of = |i: usize| NewCard { name: format!("card {i:05}"), ..card.clone() };
    store.keep_cards(&(0..MANY).map(of).collect::<Vec<_>>(), Timestamp::now()).unwrap();
    drop(store);
    Server::on(file)
}

#[test]
fn a_box_of_many_cards_comes_in_again_as_it_went_out() {
    let folder = tempfile::tempdir().unwrap();
    let from = filled(&folder.path().join("from.db"));
    let file = String::from_utf8(from.get("/api/cards/export").body).unwrap();
    let known = support::bring_in(from.address(), &file, true).unwrap();
    assert_eq!((&known["duplicates"], &known["new"]), (&json!(MANY), &json!(0)));

    let to = Server::on(&folder.path().join("to.db"));
    let started = Instant::now();
    let report = support::bring_in(to.address(), &file, true).unwrap();
    assert_eq!((&report["new"], &report["stage"]), (&json!(MANY), &json!("kept")), "{report}");
    println!("{} kB of {MANY} cards in {:?}", file.len() / 1024, started.elapsed());
    assert_eq!(to.get("/api/cards/export").body, file.as_bytes());
    // The screen gets them a page at a time, each small enough.
    let page = to.get("/api/cards?limit=200&q=card%201");
    assert_eq!(page.json()["total"], 1602);
    assert!(page.body.len() < 400 * 1024, "{}", page.body.len());
}

/// Cards that all have to be solved.
fn all_different(count: u16) -> String {
    let mut request: Value = serde_json::from_str(HAKE).unwrap();
    let cards: Vec<Value> = (0..count)
        .map(|i| {
            request["piece"]["thickness_mm"] = json!(20.0 + 0.001 * f64::from(i));
            json!({ "name": format!("card {i}"), "request": request })
        })
        .collect();
    json!({ "format": "cindo-cards", "version": 2, "cards": cards }).to_string()
}

#[test]
fn an_import_says_how_far_it_is_lets_others_work_and_ends_when_told() {
    let folder = tempfile::tempdir().unwrap();
    let server = Server::on(&folder.path().join("box.db"));
    let begun = server.post("/api/cards/import", &all_different(5000));
    assert_eq!((begun.status, &begun.json()["total"]), (202, &json!(5000)));
    let path = begun.header("location").unwrap().to_owned();
    let second = server.post("/api/cards/import", &all_different(5000));
    assert_eq!(second.status, 202);
    let busy = server.post("/api/cards/import", &all_different(1));
    assert_eq!((busy.status, busy.header("retry-after")), (503, Some("2")));

    let early = server.post(&format!("{path}/keep"), "");
    assert_eq!(early.status, 409, "nothing is kept before all is looked through");
    let (mut last, mut slowest) = (0, Duration::ZERO);
    for i in 0..20 {
        let asked = Instant::now();
        let plan = HAKE.replace("\"thickness_mm\":28", &format!("\"thickness_mm\":{}", 31 + i));
        assert_eq!(server.post("/api/plan", &plan).status, 200);
        slowest = slowest.max(asked.elapsed());
        let report = server.get(&path).json();
        let done = report["done"].as_u64().unwrap();
        assert!(done >= last && report["stage"] == "looking", "{report}");
        last = done;
    }
    println!("slowest plan beside two imports {slowest:?}, {last} cards looked through meanwhile");
    assert!(last > 20, "{last}");
    assert!(slowest < Duration::from_millis(1500), "{slowest:?}");
    for path in [path, second.header("location").unwrap().to_owned()] {
        assert_eq!(server.send("DELETE", &path, &[], "").status, 204);
        assert_eq!(server.send("DELETE", &path, &[], "").status, 404);
        assert_eq!(server.get(&path).status, 404);
    }
    assert_eq!(server.get("/api/cards").json()["total"], 0);
    // Their places are free again, and the work has ended: a third one gets on at once.
    let third = support::bring_in(server.address(), &all_different(3), true).unwrap();
    assert_eq!(third["stage"], "kept");
    assert_eq!(server.get("/api/cards").json()["total"], 3);
}

/// Names and reasons of any length stay within what an answer may be.
#[test]
fn a_file_of_nonsense_gets_a_short_answer() {
    let server = Server::demo();
    let mut request: Value = serde_json::from_str(HAKE).unwrap();
    request["gear"] = json!(vec!["x".repeat(500); 12]);
    let card =
        json!({ "name": "\u{1}".repeat(5000), "note": "é".repeat(9000), "request": request });
    let file = json!({ "format": "cindo-cards", "version": 2, "cards": vec![card; 120] });
    let begun = server.post("/api/cards/import", &file.to_string());
    let path = begun.header("location").unwrap().to_owned();
    let mut report = server.get(&path);
    while report.json()["stage"] == "looking" {
        report = server.get(&path);
    }
    let said = report.json();
    // The second is the same as the first, and so on.
    assert_eq!((&said["unusable"], &said["duplicates"]), (&json!(1), &json!(119)));
    assert!(report.body.len() < 400 * 1024, "{}", report.body.len());
    assert_eq!(
        server.get(&format!("{path}?from=100")).json()["lines"].as_array().unwrap().len(),
        20
    );
    assert_eq!(server.get(&format!("{path}?from=99999")).json()["lines"], json!([]));
}
