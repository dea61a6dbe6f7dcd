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
use support::{HAKE, JSON, Server, begin, event, fresh, try_send};
use uuid::Uuid;

#[test]
fn a_cook_goes_from_plan_to_plate() {
    let (_folder, server) = fresh();
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
    let (_folder, server) = fresh();
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

/// Two batches in one fryer are in one oil: the second meets it as the first has it and cools it, and taking it back
/// takes that back. Who comes after them meets what they left.
#[test]
fn batches_in_one_oil_share_its_heat() {
    let (_folder, server) = fresh();
    let fry = |name: &str, method: &str| {
        let piece = json!({ "species": "haddock", "cut": "fillet", "thickness_mm": 20, "start_c": 4, "count": 5, "weight_g": 160 });
        let request = json!({ "piece": piece, "method": method, "doneness": "just_done" });
        let begun = json!({ "name": name, "request": request }).to_string();
        let cook = server.post("/api/cooks", &begun);
        assert_eq!(cook.status, 201, "{}", cook.json());
        format!("/api/cooks/{}", cook.json()["id"])
    };
    let tell = |cook: &str, event: &Value| {
        let answer = server.post(&format!("{cook}/events"), &json!([event]).to_string());
        assert_eq!(answer.status, 200, "{}", answer.json());
        answer.json()
    };
    let events = |cook: &str| server.get(cook).json()["events"].as_array().unwrap().clone();
    let kinds = |cook: &str| -> Vec<String> {
        events(cook).iter().map(|e| e["kind"].as_str().unwrap().to_owned()).collect()
    };
    let first = fry("First batch", "deep_fry");
    let alone = tell(&first, &event("in", 60.0))["forecast"]["pull_s"].as_f64().unwrap();
    let second = fry("Second batch", "deep_fry");
    let set_c = server.get(&second).json()["series"]["medium_c"][0].as_f64().unwrap();
    let into = event("in", 2.0);
    let met = tell(&second, &into);
    let met_c = met["events"][0]["medium_c"].as_f64().unwrap();
    assert!((set_c - 30.0..set_c - 3.0).contains(&met_c), "{met_c} of {set_c}");
    assert!((met["series"]["medium_c"][0].as_f64().unwrap() - met_c).abs() < 0.5, "{met}");
    assert_eq!((kinds(&first), kinds(&second)), (words("in join"), words("in join")));
    let joined = &events(&first)[1];
    let number = |cook: &str| cook.rsplit('/').next().unwrap().parse::<i64>().unwrap();
    assert_eq!((&joined["what"], &joined["mass_g"]), (&json!("Second batch"), &json!(800.0)));
    assert_eq!(joined["cook"], json!(number(&second)));
    let together = server.get(&first).json()["forecast"]["pull_s"].as_f64().unwrap();
    assert!(together > alone + 1.0, "{alone} alone, {together} together");
    let reason = server.get(&first).json()["forecast"]["reason"].to_string();
    assert!(reason.starts_with("\"other fish in the same heat: out at "), "{reason}");
    // Told again it is told once.
    tell(&second, &into);
    assert_eq!((kinds(&first), kinds(&second)), (words("in join"), words("in join")));
    // What the second was told of the first it can take back by itself: the rest is taken back all the same.
    let of_it = events(&second)[1]["id"].clone();
    tell(&second, &json!({ "id": Uuid::new_v4().to_string(), "kind": "undo", "of": of_it }));
    // Taken back, the first is alone again; at another time, it joined then.
    let right =
        json!({ "id": Uuid::new_v4().to_string(), "kind": "retime", "of": into["id"], "ago_s": 1 });
    tell(&second, &right);
    assert_eq!(kinds(&first), words("in join retime"));
    let undo = json!({ "id": Uuid::new_v4().to_string(), "kind": "undo", "of": into["id"] });
    assert_eq!(tell(&second, &undo)["status"], "waiting");
    assert_eq!(kinds(&first), words("in join retime undo"));
    let again = server.get(&first).json()["forecast"]["pull_s"].as_f64().unwrap();
    assert!((again - alone).abs() < 0.2, "{alone} {again}");
    // Told and taken back at once, it leaves nothing anywhere.
    let into = event("in", 3.0);
    let undo = json!({ "id": Uuid::new_v4().to_string(), "kind": "undo", "of": into["id"] });
    let at_once = json!([into, undo]).to_string();
    let answer = server.post(&format!("{second}/events"), &at_once);
    assert_eq!((answer.status, &answer.json()["status"]), (200, &json!("waiting")));
    let again = server.get(&first).json()["forecast"]["pull_s"].as_f64().unwrap();
    assert!((again - alone).abs() < 0.2, "{alone} {again}");
    // A pan is another heat.
    let pan = fry("In the pan", "sear");
    assert_eq!(tell(&pan, &event("in", 1.0))["events"][0].get("medium_c"), None);
    // Out early: the oil is on its way back for whoever comes next.
    tell(&first, &event("out", 1.0));
    let third = fry("Third batch", "deep_fry");
    let left_c = tell(&third, &event("in", 0.0))["events"][0]["medium_c"].as_f64().unwrap();
    assert!((set_c - 30.0..set_c - 3.0).contains(&left_c), "{left_c} of {set_c}");
    assert_eq!(kinds(&third), words("in"));
    assert_eq!(kinds(&first).last().unwrap(), "out", "it is not in it any more");
}

/// The pan was turned down for the first when the second goes in: it is set for that one, and so it is for the first;
/// what is set later on one screen is set on both, and taken back it is on both.
#[test]
fn a_pan_that_is_set_for_one_is_set_for_all() {
    let (_folder, server) = fresh();
    let begin = |name: &str, thickness_mm: f64| {
        let piece =
            json!({ "species": "cod", "cut": "loin", "thickness_mm": thickness_mm, "start_c": 5 });
        let request = json!({ "piece": piece, "method": "sear", "doneness": "just_done" });
        let begun = json!({ "name": name, "request": request }).to_string();
        format!("/api/cooks/{}", server.post("/api/cooks", &begun).json()["id"])
    };
    let tell = |cook: &str, event: &Value| {
        let answer = server.post(&format!("{cook}/events"), &json!([event]).to_string());
        assert_eq!(answer.status, 200, "{}", answer.json());
        answer.json()
    };
    let heats = |cook: &str| -> Vec<f64> {
        let events = server.get(cook).json()["events"].as_array().unwrap().clone();
        let heats = events.iter().filter(|e| e["kind"] == "heat");
        heats.map(|e| e["medium_c"].as_f64().unwrap()).collect()
    };
    let (first, second) = (begin("Thick", 30.0), begin("Thin", 20.0));
    let alone = tell(&first, &event("in", 300.0))["forecast"]["pull_s"].as_f64().unwrap();
    let into = event("in", 2.0);
    tell(&second, &into);
    let set_c = server.get(&second).json()["series"]["medium_c"][0].as_f64().unwrap();
    let [hot_c] = heats(&first)[..] else { panic!("{:?}", heats(&first)) };
    assert!(hot_c > set_c + 5.0, "it was turned down: {set_c} of {hot_c}");
    assert!(heats(&second).is_empty());
    let hotter = server.get(&first).json()["forecast"]["pull_s"].as_f64().unwrap();
    assert!(hotter < alone - 5.0, "{alone} with the pan turned down, {hotter} with it hot");
    let mut down = event("heat", 1.0);
    down["medium_c"] = json!(160.0);
    tell(&second, &down);
    assert_eq!((heats(&first), heats(&second)), (vec![hot_c, 160.0], vec![160.0]));
    let undo = |of: &Value| json!({ "id": Uuid::new_v4().to_string(), "kind": "undo", "of": of });
    tell(&second, &undo(&down["id"]));
    let again = server.get(&first).json()["forecast"]["pull_s"].as_f64().unwrap();
    assert!((again - hotter).abs() < 0.5, "{hotter} {again}");
    // As if the second had never been there.
    tell(&second, &undo(&into["id"]));
    let again = server.get(&first).json()["forecast"]["pull_s"].as_f64().unwrap();
    assert!((again - alone).abs() < 0.5, "{alone} {again}");
}

fn words(text: &str) -> Vec<String> {
    text.split(' ').map(str::to_owned).collect()
}

/// A thermometer that was checked is allowed for, in cooks that begin once plans go by the check; what it said is kept.
#[test]
fn what_a_thermometer_reads_too_high_is_taken_off() {
    let server = Server::demo();
    let made = json!({ "kind": "ice_and_boil", "ice_c": 2.0, "boil_c": 102.5 });
    let check = json!({ "gear": "pass_probe", "made": made });
    let check = server.post("/api/kitchen/checks", &check.to_string());
    // By hand: 2 K in ice and 2.5 K in boiling water are 2.3 K at 52 °C.
    assert_eq!((check.status, &check.json()["found"]["runs"][0]), (201, &json!(2.3)));
    let accept = json!({ "accept": ["pass_probe"] }).to_string();
    assert_eq!(server.post("/api/kitchen/calibrations", &accept).status, 200);
    let mut request: Value = serde_json::from_str(HAKE).unwrap();
    let kitchen = server.get("/api/kitchen").json()["kitchen"].clone();
    request["kitchen"] = json!({ "gear": kitchen["gear"] });
    let begun = server.post("/api/cooks", &json!({ "request": request }).to_string()).json();
    let path = format!("/api/cooks/{}", begun["id"]);
    let into = json!([event("in", 400.0)]);
    assert_eq!(server.post(&format!("{path}/events"), &into.to_string()).status, 200);
    let read = |thermometer: Value| {
        let id = Uuid::new_v4().to_string();
        let reading = json!([{ "id": id, "ago_s": 5, "core_c": 22.0, "thermometer": thermometer }]);
        server.post(&format!("{path}/readings"), &reading.to_string())
    };
    assert_eq!(read(json!("pass_probe")).status, 200);
    assert_eq!(read(Value::Null).status, 200);
    assert_eq!(read(json!("clad_28")).fields(), ["[0].thermometer"]);
    let readings = server.get(&path).json()["readings"].clone();
    let taken: Vec<(f64, f64)> = readings
        .as_array()
        .unwrap()
        .iter()
        .map(|r| (r["core_c"].as_f64().unwrap(), r["taken_c"].as_f64().unwrap()))
        .collect();
    assert_eq!(taken, [(22.0, 19.7), (22.0, 22.0)]);
}

/// A table of readings as a spreadsheet writes it is read whole or not at all, once however often it is sent.
#[test]
fn a_table_of_readings_is_read_once() {
    let (_folder, server) = fresh();
    let id = begin(&server);
    let send = |csv: &str| {
        let body = json!({ "csv": csv }).to_string();
        server.post(&format!("/api/cooks/{id}/readings/file"), &body)
    };
    let table = "\u{feff}Time;Core_C;note\r\n1:00;6,5;\r\n125;9,25;late\r\n\r\n3:05;14;\r\n";
    assert_eq!(send(table).fields(), ["csv"], "it is not in yet");
    server.post(&format!("/api/cooks/{id}/events"), &json!([event("in", 400.0)]).to_string());
    for new in [3, 0] {
        let answer = send(table);
        assert_eq!((answer.status, &answer.json()["new"]), (200, &json!(new)));
    }
    let cook = server.get(&format!("/api/cooks/{id}")).json();
    let readings = cook["readings"].as_array().unwrap();
    let cores: Vec<f64> = readings.iter().map(|r| r["core_c"].as_f64().unwrap()).collect();
    assert_eq!(cores, [6.5, 9.25, 14.0]);
    let at = |i: usize| -> jiff::Timestamp { readings[i]["at"].as_str().unwrap().parse().unwrap() };
    assert_eq!(at(1).as_millisecond() - at(0).as_millisecond(), 65_000);
    // By the wall's clock, and in °F.
    let then = at(0).checked_add(jiff::SignedDuration::from_secs(10)).unwrap();
    let read = send(&format!("at,core_f\n{then},50\n"));
    assert_eq!((read.status, &read.json()["new"]), (200, &json!(1)));
    let cook = server.get(&format!("/api/cooks/{id}")).json();
    assert_eq!(cook["readings"][3]["core_c"], json!(10.0));
    // What says nothing is named by its line, and nothing of the file is kept.
    let bad = send("time,core_c\n10,5\nnoon,6\n20,warm\n99999,7\n");
    assert_eq!(bad.fields(), ["line 3", "line 4", "line 5"]);
    for (csv, field) in [("", "csv"), ("when,hot\n1,2", "csv"), ("time,core_c\n", "csv")] {
        assert_eq!(send(csv).fields(), [field], "{csv}");
    }
    let after = server.get(&format!("/api/cooks/{id}")).json();
    assert_eq!(after["readings"].as_array().unwrap().len(), 4);
}

/// A sender that reads ten times a second: all of it is kept, and pages are told about once a second.
#[test]
fn fast_readings_are_kept_each_and_told_together() {
    let (_folder, server) = fresh();
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
    let (_folder, server) = fresh();
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
        refused(json!([{ "id": id_of(), "kind": "turn", "medium_c": 180 }])),
        ["[0].medium_c"]
    );
    for kind in ["in", "heat", "wait"] {
        let hot = json!([{ "id": id_of(), "kind": kind, "medium_c": 9000 }]);
        assert_eq!(refused(hot), ["[0].medium_c"], "{kind}");
    }
    for kind in ["wait", "back"] {
        assert_eq!(refused(json!([event(kind, 0.0)])), ["[0].kind"], "{kind}");
    }
    assert_eq!(refused(json!([{ "id": id_of(), "kind": "heat" }])), ["[0].medium_c"]);
    assert_eq!(refused(json!([{ "id": id_of(), "kind": "heat", "knob": "eleven" }])), ["[0].knob"]);
    assert_eq!(refused(json!([{ "id": id_of(), "kind": "move", "to": "moon" }])), ["[0].to"]);
    let hot = |to: &str, medium_c: f64| {
        refused(json!([{ "id": id_of(), "kind": "move", "to": to, "medium_c": medium_c }]))
    };
    assert_eq!(hot("oven", 400.0), ["[0].medium_c"]);
    assert_eq!(hot("plate", 100.0), ["[0].medium_c"], "what it rests on has no knob");
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
    let (_folder, server) = fresh();
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
    let (_folder, server) = fresh();
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

/// Power cuts in the middle of a live cook.
const KILLS: usize = 100;

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
    for round in 0..KILLS {
        let address = server.address().to_owned();
        let until = Instant::now() + Duration::from_millis(random.random_range(5..150));
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
        let mut ids: Vec<String> = Vec::new();
        // The first is that it went in.
        while let page =
            server.get(&format!("{path}?from={}", ids.len() + 1)).json()["events"].take()
            && let Some(events) = page.as_array().filter(|events| !events.is_empty())
        {
            ids.extend(events.iter().map(|e| e["id"].as_str().unwrap().to_owned()));
        }
        let kept: BTreeSet<String> = ids.iter().cloned().collect();
        assert_eq!(kept.len(), ids.len(), "none twice");
        assert!(acknowledged.is_subset(&kept), "acknowledged and lost");
        assert!(kept.is_subset(&told), "never told");
        assert_eq!(cook["status"], "cooking");
    }
    assert!(acknowledged.len() > KILLS, "{} acknowledged", acknowledged.len());
}

#[test]
fn trouble_is_answered_with_one_thing_to_do() {
    let (_folder, server) = fresh();
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
