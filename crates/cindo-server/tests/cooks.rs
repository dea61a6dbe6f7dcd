//! Cooks under way: what is told is kept once, in order, whatever happens to the server.

#![expect(clippy::unwrap_used, reason = "a helper that cannot work should stop its test")]

mod support;

use std::collections::BTreeSet;
use std::io::{BufRead, BufReader, Write};
use std::net::TcpStream;
use std::time::{Duration, Instant};

use rand::rngs::StdRng;
use rand::{RngExt, SeedableRng};
use serde_json::{Value, json};
use support::{HAKE, JSON, Server, try_send};
use uuid::Uuid;

fn begin(server: &Server) -> i64 {
    let request: Value = serde_json::from_str(HAKE).unwrap();
    let answer = server.post("/api/cooks", &json!({ "request": request }).to_string());
    assert_eq!(answer.status, 201, "{}", answer.json());
    answer.json()["id"].as_i64().unwrap()
}

fn event(kind: &str, ago_s: f64) -> Value {
    json!({ "id": Uuid::new_v4().to_string(), "kind": kind, "ago_s": ago_s })
}

#[test]
fn a_cook_goes_from_plan_to_plate() {
    let server = Server::demo();
    let id = begin(&server);
    let path = format!("/api/cooks/{id}/events");
    let tell = |events: &[Value]| server.post(&path, &json!(events).to_string());
    let waiting = server.get(&format!("/api/cooks/{id}")).json();
    assert_eq!((&waiting["status"], &waiting["name"]), (&json!("waiting"), &json!("Hake")));
    let plan = server.post("/api/plan", HAKE).json();
    // One truth: the stove shows what the plan showed.
    for (stove, page) in
        [("pull_s", "pull_s"), ("turn_s", "flip_s"), ("look_from_s", "look_from_s")]
    {
        assert_eq!(waiting["forecast"][stove], plan[page], "{stove}");
    }
    let planned_s = plan["pull_s"].as_f64().unwrap();
    let into = tell(&[event("in", 700.0)]).json();
    assert_eq!(into["status"], "cooking");
    assert!((into["elapsed_s"].as_f64().unwrap() - 700.0).abs() < 2.0);
    let turned = tell(&[event("turn", 700.0 - 480.0)]).json();
    let reason = turned["forecast"]["reason"].as_str().unwrap();
    assert!(reason.starts_with("turned ") && reason.contains("early: out at "), "{reason}");
    assert!((turned["forecast"]["turn_s"].as_f64().unwrap() - 480.0).abs() < 0.5);
    let out_s = turned["forecast"]["pull_s"].as_f64().unwrap();
    assert!((out_s - planned_s).abs() < 90.0, "{out_s} {planned_s}");
    let out = tell(&[event("out", 30.0)]).json();
    assert_eq!(out["status"], "resting");
    assert!(out["after"]["peak_c"].as_f64().unwrap() > 45.0);
    let served = tell(&[event("serve", 0.0)]).json();
    assert_eq!(served["status"], "served");
    let list = server.get("/api/cooks").json();
    assert!(list["past"].as_array().unwrap().iter().any(|c| c["id"] == json!(id)));
    assert!(list["cooks"].as_array().unwrap().iter().all(|c| c["id"] != json!(id)));
}

#[test]
fn the_same_id_counts_once_and_the_first_stands() {
    let server = Server::demo();
    let id = begin(&server);
    let path = format!("/api/cooks/{id}/events");
    let into = event("in", 100.0);
    for _ in 0..3 {
        let answer = server.post(&path, &json!([into, into]).to_string());
        assert_eq!((answer.status, answer.json()["events"].as_array().unwrap().len()), (200, 1));
    }
    let other = json!([{ "id": into["id"], "kind": "turn", "ago_s": 1 }]);
    let answer = server.post(&path, &other.to_string()).json();
    assert_eq!(
        (answer["events"].as_array().unwrap().len(), &answer["events"][0]["kind"]),
        (1, &json!("in"))
    );
    let readings = format!("/api/cooks/{id}/readings");
    let reading = json!([{ "id": Uuid::new_v4().to_string(), "ago_s": 5, "core_c": 12.5 }]);
    let taken = |told: &Value| server.post(&readings, &told.to_string()).json()["new"].clone();
    assert_eq!((taken(&reading), taken(&reading)), (json!(1), json!(0)));
    let cook = server.get(&format!("/api/cooks/{id}")).json();
    assert_eq!(cook["readings"].as_array().unwrap().len(), 1);
}

/// A sender that reads ten times a second: all of it is kept, and pages are told about once a second.
#[test]
fn fast_readings_are_kept_each_and_told_together() {
    let server = Server::demo();
    let id = begin(&server);
    let into = json!([event("in", 120.0)]).to_string();
    server.post(&format!("/api/cooks/{id}/events"), &into);
    // Whoever begins to listen is told the number of the last message.
    let number = || {
        let (id, kind) = next_event(&mut listen(server.address(), None)).unwrap();
        assert_eq!(kind, "missed");
        id.rsplit('-').next().unwrap().parse::<u32>().unwrap()
    };
    let path = format!("/api/cooks/{id}/readings");
    let (before, from) = (number(), Instant::now());
    for i in 0..30 {
        let core_c = 6.0 + 0.02 * f64::from(i);
        let reading = json!([{ "id": Uuid::new_v4().to_string(), "core_c": core_c }]);
        assert_eq!(server.post(&path, &reading.to_string()).status, 200);
        std::thread::sleep(Duration::from_millis(50));
    }
    let took_s = from.elapsed().as_secs_f64();
    let cook = server.get(&format!("/api/cooks/{id}")).json();
    assert_eq!(cook["readings"].as_array().unwrap().len(), 30);
    std::thread::sleep(Duration::from_millis(1500));
    let messages = f64::from(number() - before);
    assert!((1.0..=took_s / 0.7 + 1.0).contains(&messages), "{messages} in {took_s} s");
}

#[test]
fn what_cannot_have_happened_is_refused_with_its_field() {
    let server = Server::demo();
    let id = begin(&server);
    let path = format!("/api/cooks/{id}/events");
    let id_of = || Uuid::new_v4().to_string();
    let refused = |events: Value| {
        let answer = server.post(&path, &events.to_string());
        assert_eq!(answer.status, 422, "{events}");
        answer.fields()
    };
    assert_eq!(refused(json!([event("turn", 0.0)])), ["[0].kind"]);
    assert_eq!(refused(json!([event("in", 9.0), event("in", 3.0)])), ["[1].kind"]);
    assert_eq!(refused(json!([event("in", 3.0), event("turn", 9.0)])), ["[1].kind"]);
    assert_eq!(refused(json!([{ "id": "7", "kind": "in" }])), ["[0].id"]);
    assert_eq!(
        refused(json!([{ "id": id_of(), "kind": "in", "at": "2050-01-01T00:00:00Z" }])),
        ["[0].at"]
    );
    assert_eq!(
        refused(json!([{ "id": id_of(), "kind": "in", "at": "2020-01-01T00:00:00Z" }])),
        ["[0].at"]
    );
    assert_eq!(refused(json!([{ "id": id_of(), "kind": "in", "at": "yesterday" }])), ["[0].at"]);
    assert_eq!(refused(json!([{ "id": id_of(), "kind": "in", "ago_s": -1 }])), ["[0].ago_s"]);
    assert_eq!(
        refused(json!([{ "id": id_of(), "kind": "in", "medium_c": 180 }])),
        ["[0].medium_c"]
    );
    assert_eq!(refused(json!([{ "id": id_of(), "kind": "heat" }])), ["[0].medium_c"]);
    assert_eq!(
        refused(json!([{ "id": id_of(), "kind": "heat", "medium_c": 9000 }])),
        ["[0].medium_c"]
    );
    assert_eq!(refused(json!([{ "id": id_of(), "kind": "heat", "knob": "eleven" }])), ["[0].knob"]);
    assert_eq!(refused(json!([{ "id": id_of(), "kind": "move", "to": "moon" }])), ["[0].to"]);
    assert_eq!(
        refused(json!([{ "id": id_of(), "kind": "cue", "cue": "lip", "value": "blue" }])),
        ["[0].value"]
    );
    assert_eq!(refused(json!([{ "id": id_of(), "kind": "undo", "of": id_of() }])), ["[0].of"]);
    // Nothing of a list is kept when a part of it is refused.
    let cook = server.get(&format!("/api/cooks/{id}")).json();
    assert_eq!(cook["events"], json!([]));
    assert_eq!(server.post("/api/cooks/9999/events", "[]").status, 404);
    assert_eq!(server.get("/api/cooks/9999").status, 404);
    assert_eq!(server.post("/api/cooks", "{}").fields(), ["request"]);
    let far: Value = json!([{ "id": id_of(), "core_c": 1e9 }]);
    let answer = server.post(&format!("/api/cooks/{id}/readings"), &far.to_string());
    assert_eq!(answer.fields(), ["[0].core_c"]);
}

#[test]
fn a_cook_taken_away_can_be_put_back() {
    let server = Server::demo();
    let id = begin(&server);
    let path = format!("/api/cooks/{id}");
    assert_eq!(server.send("DELETE", &path, &[], "").status, 204);
    assert_eq!(server.get(&path).status, 404);
    assert_eq!(server.send("DELETE", &path, &[], "").status, 404);
    assert_eq!(server.post(&format!("{path}/restore"), "").status, 200);
    assert_eq!(server.get(&path).status, 200);
}

/// A listener on a raw connection, so that it can ask with `Last-Event-ID` and be cut.
fn listen(address: &str, last: Option<&str>) -> BufReader<TcpStream> {
    let mut line = TcpStream::connect(address).unwrap();
    line.set_read_timeout(Some(Duration::from_secs(10))).unwrap();
    let last = last.map_or(String::new(), |id| format!("Last-Event-ID: {id}\r\n"));
    write!(line, "GET /api/live HTTP/1.1\r\nHost: localhost\r\n{last}\r\n").unwrap();
    BufReader::new(line)
}

/// The next event of a stream: its id and kind.
fn next_event(stream: &mut BufReader<TcpStream>) -> Option<(String, String)> {
    let (mut id, mut kind) = (None, None);
    loop {
        let mut line = String::new();
        if stream.read_line(&mut line).ok()? == 0 {
            return None;
        }
        if let Some(text) = line.strip_prefix("id: ") {
            id = Some(text.trim().to_owned());
        } else if let Some(text) = line.strip_prefix("event: ") {
            kind = Some(text.trim().to_owned());
        }
        if let (Some(id), Some(kind)) = (&id, &kind) {
            return Some((id.clone(), kind.clone()));
        }
    }
}

#[test]
fn every_page_hears_of_it_and_one_that_was_away_misses_nothing() {
    let server = Server::demo();
    let id = begin(&server);
    let mut page = listen(server.address(), None);
    assert_eq!(next_event(&mut page).unwrap().1, "missed");
    let tell = |kind: &str, ago_s: f64| {
        let answer = server
            .post(&format!("/api/cooks/{id}/events"), &json!([event(kind, ago_s)]).to_string());
        assert_eq!(answer.status, 200);
    };
    tell("in", 60.0);
    let from = Instant::now();
    let (heard, kind) = next_event(&mut page).unwrap();
    assert!(kind == "cook" && from.elapsed() < Duration::from_secs(1), "{kind}");
    drop(page);
    tell("baste", 30.0);
    tell("baste", 20.0);
    let mut back = listen(server.address(), Some(&heard));
    let numbers: Vec<String> = (0..2).map(|_| next_event(&mut back).unwrap().0).collect();
    assert!(numbers[0] != heard && numbers[0] != numbers[1], "{numbers:?} after {heard}");
    tell("turn", 1.0);
    assert_eq!(next_event(&mut back).unwrap().1, "cook");
    // Stopping the server ends streams at once.
    let from = Instant::now();
    assert_eq!(server.stop(), Some(0));
    assert!(from.elapsed() < Duration::from_secs(2), "{:?}", from.elapsed());
    assert!(next_event(&mut back).is_none());
}

/// Kills in the middle of telling: what was acknowledged is there, once, and nothing that was not told is.
#[test]
fn kills_lose_nothing_and_double_nothing() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("stove.db");
    let mut random = StdRng::seed_from_u64(12);
    let (mut acknowledged, mut told) = (BTreeSet::new(), BTreeSet::new());
    let mut server = Server::on(&file);
    let id = begin(&server);
    let path = format!("/api/cooks/{id}/events");
    assert_eq!(server.post(&path, &json!([event("in", 600.0)]).to_string()).status, 200);
    let mut last: Option<String> = None;
    for round in 0..8 {
        let address = server.address().to_owned();
        let until = Instant::now() + Duration::from_millis(random.random_range(50..400));
        // What may not have arrived is sent again under its own id.
        let mut again = last.take();
        std::thread::scope(|scope| {
            let (path, address) = (&path, &address);
            let teller = scope.spawn(move || {
                let (mut got, mut sent) = (Vec::new(), Vec::new());
                loop {
                    let id_of = again.take().unwrap_or_else(|| Uuid::new_v4().to_string());
                    sent.push(id_of.clone());
                    let note =
                        json!([{ "id": id_of, "kind": "note", "text": format!("round {round}") }]);
                    let reading = json!([{ "id": id_of, "core_c": 20.0 }]);
                    let readings = format!("/api/cooks/{id}/readings");
                    let kept = try_send(address, "POST", path, &[JSON], &note.to_string())
                        .and_then(|_| {
                            try_send(address, "POST", &readings, &[JSON], &reading.to_string())
                        });
                    if kept.is_none() {
                        return (got, sent, Some(id_of));
                    }
                    got.push(id_of);
                }
            });
            std::thread::sleep(until.saturating_duration_since(Instant::now()));
            std::mem::replace(&mut server, Server::on(&folder.path().join("other.db"))).kill();
            let (got, sent, open) = teller.join().unwrap();
            acknowledged.extend(got);
            told.extend(sent);
            last = open;
        });
        server = Server::on(&file);
        let cook = server.get(&format!("/api/cooks/{id}")).json();
        let ids: Vec<String> = cook["events"].as_array().unwrap()[1..]
            .iter()
            .map(|e| e["id"].as_str().unwrap().to_owned())
            .collect();
        let kept: BTreeSet<String> = ids.iter().cloned().collect();
        assert_eq!(kept.len(), ids.len(), "none twice");
        assert!(acknowledged.is_subset(&kept), "acknowledged and lost");
        assert!(kept.is_subset(&told), "never told");
        assert_eq!(cook["status"], "cooking");
    }
    assert!(acknowledged.len() > 8, "{} acknowledged", acknowledged.len());
}

#[test]
fn trouble_is_answered_with_one_thing_to_do() {
    let server = Server::demo();
    let id = begin(&server);
    let path = format!("/api/cooks/{id}/rescue");
    let ask = |trouble: &str| server.post(&path, &json!({ "trouble": trouble }).to_string());
    assert_eq!(ask("raw").fields(), ["trouble"], "nothing is in the heat");
    let into = json!([event("in", 600.0)]).to_string();
    assert_eq!(server.post(&format!("/api/cooks/{id}/events"), &into).status, 200);
    let raw = ask("raw").json();
    assert_eq!(
        (&raw["done_by"], raw["title"].as_str().unwrap().starts_with("Lid on, ")),
        (&json!("lid"), true)
    );
    assert!(raw["with"]["pull_s"].as_f64() < raw["without"]["pull_s"].as_f64());
    assert_eq!(ask("bored").fields(), ["trouble"]);
    assert_eq!(server.post("/api/cooks/9999/rescue", r#"{"trouble":"raw"}"#).status, 404);
}

/// The simulated probe reads a piece that is not what it was thought to be, and goes on after a kill without
/// saying anything twice.
#[test]
fn the_simulated_probe_reads_on_after_a_kill() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("probe.db");
    let server = Server::on(&file);
    let request: Value = serde_json::from_str(HAKE).unwrap();
    let body = json!({ "request": request, "speed": 60 }).to_string();
    let id = server.post("/api/cooks", &body).json()["id"].as_i64().unwrap();
    let into = json!([event("in", 0.0)]).to_string();
    server.post(&format!("/api/cooks/{id}/events"), &into);
    let probe = server.post(&format!("/api/cooks/{id}/probe"), r#"{"seed":7,"every_s":20}"#);
    assert_eq!((probe.status, &probe.json()["has_probe"]), (200, &json!(true)));
    let bad = server.post(&format!("/api/cooks/{id}/probe"), r#"{"every_s":0}"#);
    assert_eq!(bad.fields(), ["every_s"]);
    let cook = |server: &Server| server.get(&format!("/api/cooks/{id}")).json();
    let wait_for = |server: &Server, count: usize| {
        let until = Instant::now() + Duration::from_secs(15);
        loop {
            let cook = cook(server);
            let readings = cook["readings"].as_array().unwrap().len();
            if readings >= count {
                return cook;
            }
            assert!(Instant::now() < until, "{readings} of {count} readings");
            std::thread::sleep(Duration::from_millis(100));
        }
    };
    wait_for(&server, 4);
    server.kill();
    let server = Server::on(&file);
    let cook = wait_for(&server, 12);
    let readings = cook["readings"].as_array().unwrap();
    let ids: BTreeSet<&str> = readings.iter().map(|r| r["id"].as_str().unwrap()).collect();
    assert_eq!(ids.len(), readings.len());
    let mut times: Vec<&str> = readings.iter().map(|r| r["at"].as_str().unwrap()).collect();
    times.dedup();
    assert_eq!(times.len(), readings.len());
    let estimate = &cook["estimate"];
    assert!(estimate["used"].as_u64().unwrap() > 6, "{estimate}");
    assert!(estimate["thickness_sd_mm"].as_f64().unwrap() < 2.0, "{estimate}");
    let forecast = &cook["forecast"];
    let width = |f: &Value| f["pull_high_s"].as_f64().unwrap() - f["pull_low_s"].as_f64().unwrap();
    assert!(width(forecast) < 300.0, "{forecast}");
}
