//! Sixty power cuts in the middle of writing, and ten thousand requests one after the other.

#![expect(clippy::unwrap_used, reason = "a helper that cannot work should stop its test")]
#![expect(clippy::print_stdout, reason = "figures are printed where they were measured")]

mod support;

use std::collections::BTreeMap;
use std::time::{Duration, Instant};

use rand::rngs::StdRng;
use rand::{RngExt, SeedableRng};
use serde_json::{Value, json};
use support::{ANY, HAKE, JSON, PAN, Server};

const KILLS: u64 = 60;

/// What the box holds by what was acknowledged: names by number, none for a card that was deleted.
type Kept = BTreeMap<i64, Option<String>>;

/// Something written to the box.
#[derive(Debug, Clone)]
enum Write {
    Keep { name: String },
    Import { names: [String; 2] },
    Rename { id: i64, name: String },
    Delete { id: i64 },
    Restore { id: i64, name: String },
}

impl Write {
    fn draw(random: &mut StdRng, kept: &Kept, deleted: &BTreeMap<i64, String>, turn: u64) -> Self {
        let name = format!("card {turn}");
        let any = |random: &mut StdRng, ids: Vec<i64>| ids[random.random_range(0..ids.len())];
        let present: Vec<i64> =
            kept.iter().filter(|(_, name)| name.is_some()).map(|(id, _)| *id).collect();
        let gone: Vec<i64> = deleted.keys().copied().collect();
        match random.random_range(0..10) {
            0..2 if !present.is_empty() => Self::Rename { id: any(random, present), name },
            2..4 if !present.is_empty() => Self::Delete { id: any(random, present) },
            4..6 if !gone.is_empty() => {
                let id = any(random, gone);
                Self::Restore { id, name: deleted[&id].clone() }
            }
            6 => Self::Import { names: [name, format!("other {turn}")] },
            _ => Self::Keep { name },
        }
    }

    /// Sends it; whether it was acknowledged.
    fn send(&self, address: &str) -> Option<Value> {
        let request: Value = serde_json::from_str(HAKE).unwrap();
        let (method, path, body) = match self {
            Self::Keep { name } => {
                ("POST", "/api/cards".to_owned(), json!({ "name": name, "request": request }))
            }
            Self::Import { names } => {
                let cards =
                    names.each_ref().map(|name| json!({ "name": name, "request": request }));
                let file = json!({ "format": "cindo-cards", "version": 2, "cards": cards });
                return support::bring_in(address, &file.to_string(), true);
            }
            Self::Rename { id, name } => {
                ("PATCH", format!("/api/cards/{id}"), json!({ "name": name }))
            }
            Self::Delete { id } => ("DELETE", format!("/api/cards/{id}"), Value::Null),
            Self::Restore { id, .. } => ("POST", format!("/api/cards/{id}/restore"), Value::Null),
        };
        let body = if body.is_null() { String::new() } else { body.to_string() };
        support::try_send(address, method, &path, &[JSON, ANY], &body)
    }

    /// What the box holds once it was done.
    fn apply(&self, answer: &Value, kept: &mut Kept, deleted: &mut BTreeMap<i64, String>) {
        match self {
            Self::Keep { name } => {
                kept.insert(answer["id"].as_i64().unwrap(), Some(name.clone()));
            }
            // Its numbers are not told; it is looked for by name.
            Self::Import { .. } => {}
            Self::Rename { id, name } => {
                kept.insert(*id, Some(name.clone()));
            }
            Self::Delete { id } => {
                if let Some(Some(name)) = kept.insert(*id, None) {
                    deleted.insert(*id, name);
                }
            }
            Self::Restore { id, name } => {
                deleted.remove(id);
                kept.insert(*id, Some(name.clone()));
            }
        }
    }
}

/// The box as the file has it.
fn read(server: &Server) -> BTreeMap<i64, String> {
    let (mut found, mut cursor) = (BTreeMap::new(), String::new());
    loop {
        let page = server.get(&format!("/api/cards?limit=200{cursor}")).json();
        assert!(page["unreadable"].as_array().unwrap().is_empty(), "{page}");
        let cards = page["cards"].as_array().unwrap().iter();
        found.extend(
            cards.map(|c| (c["id"].as_i64().unwrap(), c["name"].as_str().unwrap().to_owned())),
        );
        if page["next"].is_null() {
            return found;
        }
        cursor = format!("&cursor={}", page["next"]);
    }
}

/// Whatever was being written when the power went, what was acknowledged is there and nothing is by half.
#[test]
fn sixty_power_cuts_lose_nothing_that_was_acknowledged() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("box.db");
    let mut random = StdRng::seed_from_u64(7);
    let (mut kept, mut deleted) = (Kept::new(), BTreeMap::new());
    let mut imported: Vec<[String; 2]> = Vec::new();
    let (mut acknowledged, mut turn) = (0, 0);
    let mut slowest_start = Duration::ZERO;
    for _ in 0..KILLS {
        let from = Instant::now();
        let server = Server::on(&file);
        let _ = server.get("/api/health");
        slowest_start = slowest_start.max(from.elapsed());
        let address = server.address().to_owned();
        let life = Duration::from_millis(random.random_range(1..120));
        let killer = std::thread::spawn(move || {
            std::thread::sleep(life);
            server.kill();
        });
        let cut = loop {
            turn += 1;
            let write = Write::draw(&mut random, &kept, &deleted, turn);
            let Some(answer) = write.send(&address) else { break write };
            acknowledged += 1;
            write.apply(&answer, &mut kept, &mut deleted);
            if let Write::Import { names } = write {
                imported.push(names);
            }
        };
        killer.join().unwrap();
        let found = read(&Server::on(&file));
        // What was cut off may have happened or not, but not by half.
        match &cut {
            Write::Keep { name } => {
                if let Some((id, _)) = found.iter().find(|(_, found)| *found == name) {
                    kept.insert(*id, Some(name.clone()));
                }
            }
            Write::Import { names } => {
                let there = names.each_ref().map(|name| found.values().any(|found| found == name));
                assert_eq!(there[0], there[1], "half an import: {names:?}");
                if there[0] {
                    imported.push(names.clone());
                }
            }
            Write::Rename { id, .. } | Write::Delete { id } | Write::Restore { id, .. } => {
                let before = kept[id].clone();
                let now = found.get(id).cloned();
                let mut after = (kept.clone(), deleted.clone());
                cut.apply(&Value::Null, &mut after.0, &mut after.1);
                if now != before {
                    assert_eq!(now, after.0[id], "{cut:?}");
                    (kept, deleted) = after;
                }
            }
        }
        // Cards that came by import get their numbers from what is found, once.
        for name in imported.drain(..).flatten() {
            let id = found.iter().find(|(_, found)| **found == name).map(|(id, _)| *id);
            kept.insert(id.unwrap_or_else(|| panic!("`{name}` was acknowledged")), Some(name));
        }
        let expected: BTreeMap<i64, String> =
            kept.iter().filter_map(|(id, name)| Some((*id, name.clone()?))).collect();
        assert_eq!(found, expected, "after {cut:?} was cut off");
    }
    println!("{KILLS} kills, {acknowledged} writes acknowledged, slowest start {slowest_start:?}");
    assert!(acknowledged > 100, "{acknowledged}");
    // A second is what is promised; an unoptimised build beside other tests gets more.
    assert!(slowest_start < Duration::from_secs(3), "{slowest_start:?}");
}

#[test]
fn memory_is_flat_after_the_first_thousand_requests() {
    let server = Server::demo();
    let ask = |i: u32| {
        let thick = format!("\"thickness_mm\":{:.2},", 20.0 + f64::from(i % 2000) / 100.0);
        let plan = HAKE.replace("\"thickness_mm\":28,", &thick);
        match i % 10 {
            0 => assert_eq!(server.post("/api/plan", &plan).status, 200),
            1 => assert_eq!(server.post("/api/simulate", PAN).status, 200),
            2 => assert_eq!(server.post("/api/plan", "{").status, 400),
            3 => assert_eq!(server.post("/api/plan", r#"{"piece":7}"#).status, 422),
            4 => {
                let brief = plan.replace("\"method\"", "\"brief\":true,\"method\"");
                assert_eq!(server.post("/api/plan", &brief).status, 200);
            }
            5 => assert_eq!(server.get("/api/cards").status, 200),
            6 => assert_eq!(server.get("/api/cards/99999").status, 404),
            7 => assert_eq!(server.get("/").status, 200),
            8 => {
                let card = format!(r#"{{"name":"again","request":{HAKE}}}"#);
                let id = server.post("/api/cards", &card).json()["id"].clone();
                assert_eq!(server.send("DELETE", &format!("/api/cards/{id}"), &[], "").status, 204);
            }
            _ => assert_eq!(server.get("/api/health").status, 200),
        }
    };
    (0..1000).for_each(ask);
    let early_mb = support::memory_mb(server.pid());
    (1000..10_000).for_each(ask);
    let late_mb = support::memory_mb(server.pid());
    println!("{early_mb:.0} MB after 1,000 requests, {late_mb:.0} MB after 10,000");
    // The remembered plans go on filling up to their 32 MB; nothing else grows.
    assert!(late_mb - early_mb < 45.0, "{early_mb:.0} MB, then {late_mb:.0} MB");
}
