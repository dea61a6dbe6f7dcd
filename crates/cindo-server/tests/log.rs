//! The log and the kitchen: what happened is kept, comes in and out, and the next plan knows it.

#![expect(clippy::unwrap_used, reason = "a test that cannot go on should stop")]
#![expect(clippy::print_stdout, reason = "figures are printed where they were measured")]

mod support;

use std::collections::BTreeSet;
use std::time::{Duration, Instant};

use cindo_core::catalogue::Catalogue;
use cindo_core::cook::{Happened, Promise, Status};
use cindo_core::log::{Entry, Remark, Verdict};
use cindo_core::setup::PlanRequest;
use cindo_store::{CookAddition, EntryChange, KeptEvent, NewCook, NewEntry, Store};
use rand::rngs::StdRng;
use rand::{RngExt, SeedableRng};
use serde_json::{Value, json};
use support::{ANY, HAKE, JSON, Server, fresh, try_send};
use uuid::Uuid;

fn hake() -> Value {
    serde_json::from_str(HAKE).unwrap()
}

/// A cook from the pan to the plate, taken out when it was planned; its number.
fn cooked(server: &Server) -> i64 {
    let cook = server.post("/api/cooks", &json!({ "request": hake() }).to_string()).json();
    let id = cook["id"].as_i64().unwrap();
    let out_s = cook["forecast"]["pull_s"].as_f64().unwrap();
    let event = |kind: &str, ago_s: f64| json!({ "id": Uuid::new_v4().to_string(), "kind": kind, "ago_s": ago_s });
    let events = [event("in", out_s + 130.0), event("out", 130.0), event("serve", 5.0)];
    let told = server.post(&format!("/api/cooks/{id}/events"), &json!(events).to_string());
    assert_eq!(told.json()["status"], "served", "{}", told.json());
    id
}

fn log(server: &Server) -> Vec<Value> {
    server.get("/api/log?limit=200").json()["entries"].as_array().unwrap().clone()
}

#[test]
fn a_served_cook_is_in_the_log_and_meets_the_next_plan() {
    let (_folder, server) = fresh();
    let cook = cooked(&server);
    let entries = log(&server);
    assert_eq!((entries.len(), &entries[0]["name"]), (1, &json!("Hake")));
    let (planned_s, out_s) = (&entries[0]["planned_s"], &entries[0]["out_s"]);
    assert!((planned_s.as_f64().unwrap() - out_s.as_f64().unwrap()).abs() < 1.0);
    let id = entries[0]["id"].as_i64().unwrap();
    let one = server.get(&format!("/api/log/{id}")).json();
    assert!(one["real"]["series"]["core_c"].as_array().unwrap().len() > 20, "its own course");
    assert!(one["planned"]["section"]["temperature_c"].as_array().unwrap().len() > 20);
    // The page goes from the cook to what it came to.
    assert_eq!(server.get(&format!("/api/cooks/{cook}")).json()["log_entry"], json!(id));

    let next = |server: &Server| server.post("/api/log/next-time", HAKE).json()["next"].clone();
    assert_eq!(next(&server), Value::Null, "nothing was said of it yet");
    let said = json!({ "verdict": "over", "by_s": 60, "faults": ["stuck"], "note": "too hot" });
    let path = format!("/api/log/{id}/remark");
    let kept = server.send("PUT", &path, &[JSON, ANY], &said.to_string());
    assert_eq!((kept.status, &kept.json()["entry"]["remark"]["note"]), (200, &json!("too hot")));
    let told = next(&server);
    let later_s = told["later_s"].as_f64().unwrap();
    assert!((-60.0..-10.0).contains(&later_s), "{told}");
    let mut request = hake();
    let pull_s = |request: &Value| {
        server.post("/api/plan", &request.to_string()).json()["pull_s"].as_f64().unwrap()
    };
    let before_s = pull_s(&request);
    request["film_factor"] = told["film_factor"].clone();
    let moved_s = pull_s(&request) - before_s;
    assert!((moved_s - later_s).abs() < 0.35 * later_s.abs() + 3.0, "{moved_s} {later_s}");

    // A cook that goes on again is no longer in the log, and comes back with what was said of it.
    let events = server.get(&format!("/api/cooks/{cook}")).json()["events"].clone();
    let served = events.as_array().unwrap().iter().find(|e| e["kind"] == "serve").unwrap().clone();
    let undo = json!([{ "id": Uuid::new_v4().to_string(), "kind": "undo", "of": served["id"] }]);
    let path = format!("/api/cooks/{cook}/events");
    assert_eq!(server.post(&path, &undo.to_string()).json()["log_entry"], Value::Null);
    assert!(log(&server).is_empty());
    let again = json!([{ "id": Uuid::new_v4().to_string(), "kind": "serve", "ago_s": 1 }]);
    assert_eq!(server.post(&path, &again.to_string()).json()["log_entry"], json!(id));
    assert_eq!(log(&server)[0]["verdict"], "over");
}

#[test]
fn what_was_done_without_the_stove_is_told_and_taken_back() {
    let (_folder, server) = fresh();
    let told = json!({ "request": hake(), "name": "Hake for ten", "remark": { "verdict": "under", "by_s": 20 } });
    let added = server.post("/api/log", &told.to_string());
    assert_eq!((added.status, &added.json()["off_s"]), (201, &json!(20.0)), "{}", added.json());
    let id = added.json()["id"].clone();
    for (query, count) in [
        ("q=ten", 1),
        ("q=hak+for", 1),
        ("q=te%22n%20OR", 0),
        ("species=hake&verdict=under", 1),
        ("verdict=over", 0),
        ("method=roast", 0),
    ] {
        let page = server.get(&format!("/api/log?{query}")).json();
        assert_eq!(page["total"], json!(count), "{query}");
    }
    assert_eq!(server.send("DELETE", &format!("/api/log/{id}"), &[JSON], "").status, 204);
    assert!(log(&server).is_empty());
    assert_eq!(server.get(&format!("/api/log/{id}")).status, 404);
    assert_eq!(server.post(&format!("/api/log/{id}/restore"), "").status, 204);
    assert_eq!(log(&server).len(), 1);
    assert_eq!(server.post(&format!("/api/log/{id}/restore"), "").status, 404);
}

#[test]
fn bad_input_names_its_field_and_changes_nothing() {
    let (_folder, server) = fresh();
    let mut wrong = hake();
    wrong["piece"]["species"] = json!("mermaid");
    for (body, fields) in [
        (json!({ "request": wrong }), vec!["request.piece.species"]),
        (
            json!({ "request": hake(), "remark": { "verdict": "right", "by_s": 20 } }),
            vec!["remark.by_s"],
        ),
        (
            json!({ "request": hake(), "remark": { "verdict": "over", "by_s": 1e9 } }),
            vec!["remark.by_s"],
        ),
        (
            json!({ "request": hake(), "remark": { "real_thickness_mm": 0 } }),
            vec!["remark.real_thickness_mm"],
        ),
        (json!({ "request": hake(), "remark": { "uses": 201 } }), vec!["remark.uses"]),
        (json!({ "request": hake(), "at": "2999-01-01T00:00:00Z" }), vec!["at"]),
        (json!({ "request": hake(), "name": " " }), vec!["name"]),
        (json!({ "request": hake(), "out_s": 1e9 }), vec!["out_s"]),
    ] {
        let answer = server.post("/api/log", &body.to_string());
        assert_eq!(
            (answer.status, answer.fields()),
            (422, fields.iter().map(|f| (*f).to_owned()).collect()),
            "{body}"
        );
    }
    assert!(log(&server).is_empty());
    let gear = |gear: Value| json!({ "gear": [gear] });
    for (body, field) in [
        (json!({ "altitude_m": 9000 }), "altitude_m"),
        (json!({ "portion_g": 5 }), "portion_g"),
        (json!({ "at_hand": ["spoon"] }), "at_hand.0"),
        (json!({ "oils": [{ "oil": "motor" }] }), "oils.0.oil"),
        (gear(json!({ "id": "Big Oven", "name": "x", "like": "home_oven" })), "gear.0.id"),
        (gear(json!({ "id": "o", "name": "", "like": "home_oven" })), "gear.0.name"),
        (gear(json!({ "id": "o", "name": "x", "like": "spoon" })), "gear.0.like"),
        (
            gear(json!({ "id": "o", "name": "x", "like": "home_oven", "power_w": 5 })),
            "gear.0.power_w",
        ),
        (
            gear(
                json!({ "id": "o", "name": "x", "like": "home_oven", "calibration": { "runs_k": 99, "runs_sd_k": 1, "film_factor": 1, "film_sd": 0.1 } }),
            ),
            "gear.0.calibration.runs_k",
        ),
    ] {
        let answer = server.send("PUT", "/api/kitchen", &[JSON, ANY], &body.to_string());
        assert_eq!((answer.status, answer.fields()), (422, vec![field.to_owned()]), "{body}");
    }
    assert_eq!(server.get("/api/kitchen").json()["revision"], 0);
    let check = json!({ "gear": "spoon", "made": { "kind": "boiling_point", "read_c": 95 } });
    assert_eq!(server.post("/api/kitchen/checks", &check.to_string()).fields(), ["gear"]);
    assert_eq!(server.get("/api/log?limit=0").fields(), ["limit"]);
    assert_eq!(server.get("/api/log/statistics?by=moon").fields(), ["query"]);
}

#[test]
fn two_devices_do_not_undo_each_other() {
    let (_folder, server) = fresh();
    let first = server.get("/api/kitchen");
    assert_eq!(first.header("etag"), Some("\"0\""));
    let put = |tag: &str, name: &str| {
        let body = json!({ "name": name }).to_string();
        server.send("PUT", "/api/kitchen", &[JSON, ("if-match", tag)], &body)
    };
    assert_eq!(put("\"0\"", "one").status, 200);
    let late = put("\"0\"", "two");
    assert_eq!((late.status, &late.json()["type"]), (412, &json!("/problems/changed")));
    assert_eq!(put("nonsense", "three").status, 412);
    let now = server.get("/api/kitchen");
    assert_eq!(
        (&now.json()["kitchen"]["name"], now.header("etag")),
        (&json!("one"), Some("\"1\""))
    );
    assert_eq!(put("\"1\"", "two").status, 200);
}

#[test]
fn one_piece_of_gear_is_changed_by_itself() {
    let (_folder, server) = fresh();
    let path = "/api/kitchen/gear/old_pan";
    assert_eq!(server.get(path).status, 404);
    let pan = json!({ "id": "old_pan", "name": "the old pan", "like": "cast_iron_26" });
    let put = |body: &Value, tag: Option<&str>| {
        let mut headers = vec![JSON];
        headers.extend(tag.map(|tag| ("if-match", tag)));
        server.send("PUT", path, &headers, &body.to_string())
    };
    assert_eq!(put(&pan, None).status, 428, "what replaces says what it saw");
    assert_eq!((put(&pan, Some("*")).status, server.get(path).json()), (200, pan.clone()));
    let mut renamed = pan.clone();
    renamed["name"] = json!("the black pan");
    assert_eq!(put(&renamed, Some("\"0\"")).status, 412, "changed since");
    assert_eq!(put(&renamed, server.get(path).header("etag")).status, 200);
    assert_eq!(server.get("/api/kitchen").json()["kitchen"]["gear"], json!([renamed]));
    let mut other = pan.clone();
    other["id"] = json!("new_pan");
    assert_eq!(put(&other, Some("*")).fields(), ["id"]);
    assert_eq!(server.send("DELETE", path, &[JSON], "").status, 200);
    assert_eq!(server.send("DELETE", path, &[JSON], "").status, 404);
}

/// The demo's oven runs 9 °C cool: taken over, plans say what its dial has to say, and are surer of it.
#[test]
fn what_the_log_learnt_reaches_plans_and_is_taken_back() {
    let server = Server::demo();
    let own_of = |kitchen: &Value| {
        let mut own = json!({ "gear": kitchen["gear"] });
        for key in ["eye", "scatter"] {
            if !kitchen[key].is_null() {
                own[key] = kitchen[key].clone();
            }
        }
        own
    };
    let roast = |kitchen: &Value| {
        let mut request: Value = json!({
            "piece": { "species": "arctic_char", "cut": "fillet", "thickness_mm": 22, "skin": true, "start_c": 5 },
            "method": "roast", "doneness": "medium"
        });
        request["kitchen"] = own_of(kitchen);
        let plan = server.post("/api/plan", &request.to_string());
        assert_eq!(plan.status, 200, "{}", plan.json());
        plan.json()
    };
    let kitchen = || server.get("/api/kitchen").json()["kitchen"].clone();
    let learnt = server.get("/api/kitchen/calibrations").json();
    let oven =
        learnt["gear"].as_array().unwrap().iter().find(|g| g["gear"] == "home_oven").unwrap();
    assert!(oven["says"][0].as_str().unwrap().contains("cool"), "{oven}");
    assert_eq!((&oven["now"], &oven["name"]), (&Value::Null, &json!("the big oven")));
    let before = roast(&kitchen());
    assert_eq!(before["setting"]["dial"], Value::Null);
    let change = |body: Value| server.post("/api/kitchen/calibrations", &body.to_string());
    let both = json!({ "accept": ["home_oven", "eye"] });
    let preview = server.post("/api/kitchen/calibrations/preview", &both.to_string()).json();
    assert_eq!(roast(&kitchen())["pull_s"], before["pull_s"], "looked at, not changed");
    let accepted = change(both);
    assert_eq!(accepted.status, 200, "{}", accepted.json());
    // What was shown beforehand is what came.
    let shown = preview.as_array().unwrap();
    assert!((2..=4).contains(&shown.len()), "{preview}");
    for plan in shown {
        let mut request = plan["request"].clone();
        request["kitchen"] = own_of(&kitchen());
        let came = server.post("/api/plan", &request.to_string()).json();
        assert_ne!(plan["now"], plan["then"]);
        for moment in ["pull_s", "look_from_s", "latest_s"] {
            assert_eq!(plan["then"][moment], came[moment], "{moment} of {}", plan["name"]);
        }
        assert_eq!(plan["then"]["dial"], came["setting"]["dial"]);
    }
    let after = roast(&kitchen());
    let dial_c: f64 =
        after["setting"]["dial"].as_str().unwrap().split('\u{a0}').next().unwrap().parse().unwrap();
    assert!((206.0..=212.0).contains(&dial_c), "200 °C in an oven that runs 9 cool: {dial_c}");
    assert_eq!(after["medium_c"], before["medium_c"]);
    let spread = |plan: &Value| plan["spread_s"].as_f64().unwrap();
    assert!(spread(&after) < 0.8 * spread(&before), "{} {}", spread(&after), spread(&before));
    let look =
        |plan: &Value| plan["pull_s"].as_f64().unwrap() - plan["look_from_s"].as_f64().unwrap();
    assert!(look(&after) < look(&before), "look-from narrows");
    let said = after["setting"]["kitchen"].as_str().unwrap();
    assert!(said.starts_with("The big oven runs 8") && said.contains("10 cooks"), "{said}");

    let mut frozen = kitchen();
    frozen["frozen"] = json!(["home_oven"]);
    assert_eq!(server.send("PUT", "/api/kitchen", &[JSON, ANY], &frozen.to_string()).status, 200);
    assert_eq!(change(json!({ "accept": ["home_oven"] })).fields(), ["accept.0"]);
    assert_eq!(change(json!({ "accept": ["moon"] })).fields(), ["accept.0"]);
    assert_eq!(change(json!({ "reset": ["home_oven", "eye"] })).status, 200);
    let again = roast(&kitchen());
    assert_eq!((&again["pull_s"], &again["spread_s"]), (&before["pull_s"], &before["spread_s"]));
}

#[test]
fn checks_say_what_they_found_and_are_taken_back() {
    let (_folder, server) = fresh();
    let post = |gear: &str, made: Value| {
        server.post("/api/kitchen/checks", &json!({ "gear": gear, "made": made }).to_string())
    };
    let dial = json!({ "kind": "dial", "readings": [{ "dial_c": 180, "read_c": 171 }, { "dial_c": 220, "read_c": 211 }] });
    let made = post("home_oven", dial);
    assert_eq!((made.status, &made.json()["found"]["runs"][0]), (201, &json!(-9.0)));
    let boil =
        post("clad_28", json!({ "kind": "boil", "litres": 1, "start_c": 15, "took_s": 300 }));
    let power_w = boil.json()["found"]["power_w"].as_f64().unwrap();
    assert!((1250.0..1600.0).contains(&power_w), "{power_w}");
    let high = post("pot_8l", json!({ "kind": "boiling_point", "read_c": 95 }));
    assert!((high.json()["found"]["altitude_m"].as_f64().unwrap() - 1500.0).abs() < 60.0);
    let learnt = server.get("/api/kitchen/calibrations").json();
    assert!(learnt["gear"][0]["calibration"]["runs_k"].as_f64().unwrap() < -7.0, "{learnt}");
    let id = made.json()["id"].clone();
    assert_eq!(
        server.send("DELETE", &format!("/api/kitchen/checks/{id}"), &[JSON], "").status,
        204
    );
    assert_eq!(server.get("/api/kitchen/calibrations").json()["gear"], json!([]));
    assert_eq!(server.post(&format!("/api/kitchen/checks/{id}/restore"), "").status, 204);
    assert_eq!(server.get("/api/kitchen/checks").json().as_array().unwrap().len(), 3);
}

/// Brings a file in; the report once it was looked through, and once it was kept.
fn bring_in(server: &Server, body: &Value) -> Value {
    let begun = server.post("/api/log/import", &body.to_string());
    assert_eq!(begun.status, 202, "{}", begun.json());
    let path = begun.header("location").unwrap().to_owned();
    let until = Instant::now() + Duration::from_secs(90);
    let looked = loop {
        let report = server.get(&path).json();
        if report["stage"] != "looking" {
            break report;
        }
        assert!(Instant::now() < until, "{report}");
        std::thread::sleep(Duration::from_millis(50));
    };
    assert_eq!(looked["stage"], "ready", "{looked}");
    if looked["new"] != json!(0) {
        let kept = server.post(&format!("{path}/keep"), "");
        assert_eq!(kept.json()["stage"], "kept", "{}", kept.json());
    }
    server.send("DELETE", &path, &[JSON], "");
    looked
}

#[test]
fn the_log_goes_out_and_comes_in_again_whole() {
    let demo = Server::demo();
    let file = demo.get("/api/log/export.json").json();
    assert_eq!(file["entries"].as_array().unwrap().len(), 40);
    let mut body = file.clone();
    body.as_object_mut().unwrap().remove("left_out");
    let (_folder, server) = fresh();
    assert_eq!(bring_in(&server, &body)["new"], 40);
    assert_eq!(server.get("/api/log/export.json").json(), file);
    let again = bring_in(&server, &body);
    assert_eq!((&again["new"], &again["duplicates"]), (&json!(0), &json!(40)));

    let table = String::from_utf8(demo.get("/api/log/export.csv").body).unwrap();
    assert_eq!(table.lines().count(), 41);
    let (_folder, other) = fresh();
    assert_eq!(bring_in(&other, &json!({ "csv": table }))["new"], 40);
    let of = |server: &Server| -> Vec<Value> {
        let plain = |e: Value| {
            json!([
                e["at"],
                e["name"],
                e["species"],
                e["method"],
                e["thickness_mm"],
                e["planned_s"],
                e["out_s"],
                e["verdict"]
            ])
        };
        log(server).into_iter().map(plain).collect()
    };
    assert_eq!(of(&other), of(&demo));
}

/// What spreadsheets write: semicolons, decimal commas, a byte-order mark, names as cooks write them.
#[test]
fn tables_of_spreadsheets_come_in_and_none_becomes_a_formula() {
    let (_folder, server) = fresh();
    let table = "\u{feff}at;name;Fish;method;thickness_mm;planned_s;out_s;verdict;price_kg;uses;source;note\r\n\
        2026-11-20 19:40;'=1+1;Arctic char;Slow bake;22,5;900;905;Right;21,5;3;'@quay;\"two; of them\"\r\n\
        2026-11-20T20:10:00Z;;hake;sear;;;;over;;;;\r\n\
        ;x;hake;sear;28;;;;;;;\r\n\
        2026-11-21 19:00;y;mermaid;sear;abc;;;fine;;999;;\r\n\
        \r\n";
    let report = bring_in(&server, &json!({ "csv": table }));
    assert_eq!((&report["new"], &report["unusable"]), (&json!(2), &json!(2)), "{report}");
    let lines = report["lines"].as_array().unwrap();
    assert!(lines[2]["name"].as_str().unwrap().starts_with("4:"), "{lines:?}");
    assert!(lines[2]["reason"].as_str().unwrap().contains("at: is no time"));
    let why = lines[3]["reason"].as_str().unwrap();
    assert!(["fish", "thickness_mm", "verdict", "uses"].iter().all(|f| why.contains(f)), "{why}");
    let entries = log(&server);
    let first = entries.iter().find(|e| e["species"] == "arctic_char").unwrap();
    assert_eq!((&first["name"], &first["thickness_mm"]), (&json!("=1+1"), &json!(22.5)));
    let out = String::from_utf8(server.get("/api/log/export.csv").body).unwrap();
    assert!(out.contains(",'=1+1,"), "{out}");
    assert!(out.contains(",'@quay,21.5,3,"), "{out}");
    let bought = server.get(&format!("/api/log/{}", first["id"])).json()["entry"]["remark"].clone();
    assert_eq!((&bought["price_kg"], &bought["uses"]), (&json!(21.5), &json!(3)));
    // The same table again brings nothing twice.
    assert_eq!(bring_in(&server, &json!({ "csv": table }))["duplicates"], 2);
    for (body, field) in [
        (json!({ "csv": "a,b\n1,2\n" }), "csv"),
        (json!({ "csv": "", "entries": [] }), "entries"),
        (json!({ "format": "cindo-cards", "version": 1, "entries": [] }), "format"),
        (json!({ "format": "cindo-log", "version": 9, "entries": [] }), "version"),
    ] {
        let answer = server.post("/api/log/import", &body.to_string());
        assert_eq!(answer.status, 422);
        assert!(answer.fields().iter().all(|f| f == field), "{body}: {:?}", answer.fields());
    }
    // A million lines, and as many that are too long to be read at all.
    let million =
        |line: &str| json!({ "csv": format!("at,fish,method\n{}", line.repeat(1_000_000)) });
    let answer = server.post("/api/log/import", &million("2026-11-20,cod,sear\n").to_string());
    assert_eq!((answer.status, answer.fields()), (422, vec!["csv".to_owned()]), "politely");
    let says = answer.json()["errors"][0]["message"].to_string();
    assert!(says.contains("at most 120000 rows"), "{says}");
    let answer =
        server.post("/api/log/import", &million("2026-11-20 19:40,cod,roast\n").to_string());
    assert_eq!(answer.status, 413, "{}", answer.json());
    assert_eq!(log(&server).len(), 2);
}

/// The power goes while a file is kept: all of it is there afterwards, or nothing.
#[test]
fn a_file_that_is_cut_off_while_it_is_kept_is_there_whole_or_not_at_all() {
    const ROWS: usize = 300;
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("kitchen.db");
    let mut server = Server::on(&file);
    let (mut before, mut whole) = (0, 0);
    for (round, life_ms) in [0, 20, 50, 80, 120, 160, 220, 300, 400, 3000].into_iter().enumerate() {
        let rows = (0..ROWS).map(|row| {
            format!("2026-11-{:02}T{:02}:{:02}:00Z,hake,sear\n", round + 1, row / 60, row % 60)
        });
        let table = format!("at,fish,method\n{}", rows.collect::<String>());
        let begun = server.post("/api/log/import", &json!({ "csv": table }).to_string());
        let path = begun.header("location").unwrap().to_owned();
        let until = Instant::now() + Duration::from_secs(90);
        while server.get(&path).json()["stage"] == "looking" {
            assert!(Instant::now() < until, "it looks for ever");
            std::thread::sleep(Duration::from_millis(20));
        }
        let address = server.address().to_owned();
        let keep = std::thread::spawn(move || {
            try_send(&address, "POST", &format!("{path}/keep"), &[JSON], "")
        });
        std::thread::sleep(Duration::from_millis(life_ms));
        server.kill();
        let told = keep.join().unwrap();
        server = Server::on(&file);
        let table = String::from_utf8(server.get("/api/log/export.csv").body).unwrap();
        let after = table.lines().count() - 1;
        assert!(
            [0, ROWS].contains(&(after - before)),
            "{} of {ROWS} after {life_ms} ms",
            after - before
        );
        assert!(told.is_none() || after - before == ROWS, "acknowledged and lost");
        whole += usize::from(after - before == ROWS);
        before = after;
    }
    println!("{whole} of 10 were kept");
    assert!(whole > 0);
}

/// A process that was killed between a plate and the log leaves nothing out.
#[test]
fn a_cook_that_was_served_reaches_the_log_at_the_next_start() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("kitchen.db");
    let request: PlanRequest = serde_json::from_str(HAKE).unwrap();
    let catalogue = Catalogue::embedded().unwrap();
    {
        let store = Store::open(&file).unwrap();
        let promise = Promise::of(&catalogue, &request).unwrap();
        let created_ms = 1_795_000_000_000;
        let name = "Left out".to_owned();
        let new = NewCook { name, request, promise, speed: 1.0, created_ms };
        let id = store.begin_cook(&new).unwrap();
        let event = |after_s: i64, what| KeptEvent {
            id: Uuid::new_v4().to_string(),
            at_ms: created_ms + 1000 * after_s,
            what,
        };
        let events = [
            event(5, Happened::In { medium_c: None }),
            event(600, Happened::Out),
            event(700, Happened::Serve),
        ];
        let (new, status) = (events.to_vec(), Status::Served);
        let entry = EntryChange::Leave;
        let served = CookAddition { cook: id, known: 0, new, status, entry };
        store.add_to_cooks(&[served], created_ms).unwrap();
    }
    for _ in 0..2 {
        let server = Server::on(&file);
        let entries = log(&server);
        assert_eq!((entries.len(), &entries[0]["name"]), (1, &json!("Left out")));
        assert_eq!(entries[0]["out_s"], 595.0);
    }
}

/// Kills while entries are told, taken out and put back, and the kitchen changes.
#[test]
fn kills_lose_no_entry_and_no_change_of_the_kitchen() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("kitchen.db");
    let mut random = StdRng::seed_from_u64(13);
    let mut server = Server::on(&file);
    let (mut kept, mut gone) = (BTreeSet::new(), BTreeSet::new());
    let mut revision = 0;
    for round in 0..8 {
        let address = server.address().to_owned();
        let until = Duration::from_millis(random.random_range(150..700));
        let told = std::thread::scope(|scope| {
            let teller = scope.spawn(|| {
                let (mut added, mut removed, mut revision) = (Vec::new(), Vec::new(), 0);
                loop {
                    let body = json!({ "request": hake(), "name": format!("round {round}") });
                    let Some(answer) =
                        try_send(&address, "POST", "/api/log", &[JSON], &body.to_string())
                    else {
                        break;
                    };
                    let id = answer["id"].as_i64().unwrap();
                    added.push(id);
                    if id % 3 == 0 {
                        let path = format!("/api/log/{id}");
                        // Not acknowledged, it may have been taken out or not.
                        removed.push(id);
                        if try_send(&address, "DELETE", &path, &[JSON], "").is_none() {
                            removed.pop();
                            added.pop();
                            break;
                        }
                    }
                    let body = json!({ "name": format!("kitchen {id}") }).to_string();
                    let Some(answer) =
                        try_send(&address, "PUT", "/api/kitchen", &[JSON, ANY], &body)
                    else {
                        break;
                    };
                    revision = answer["revision"].as_i64().unwrap();
                }
                (added, removed, revision)
            });
            std::thread::sleep(until);
            std::mem::replace(&mut server, Server::on(&folder.path().join("other.db"))).kill();
            teller.join().unwrap()
        });
        let (added, removed, told) = told;
        kept.extend(added.iter().filter(|id| !removed.contains(id)).copied());
        gone.extend(removed);
        revision = revision.max(told);
        server = Server::on(&file);
        let mut there = BTreeSet::new();
        let mut path = "/api/log?limit=200".to_owned();
        loop {
            let page = server.get(&path).json();
            there.extend(
                page["entries"].as_array().unwrap().iter().map(|e| e["id"].as_i64().unwrap()),
            );
            let Some(next) = page["next"].as_i64() else { break };
            path = format!("/api/log?limit=200&cursor={next}");
        }
        assert!(kept.is_subset(&there), "acknowledged and lost");
        assert!(gone.is_disjoint(&there), "taken out and there again");
        assert!(server.get("/api/kitchen").json()["revision"].as_i64().unwrap() >= revision);
    }
    assert!(kept.len() > 20, "{}", kept.len());
}

/// 100 000 cooks: `cargo test --release -p cindo-server --test log -- --ignored --nocapture`.
#[test]
#[ignore = "a minute, and only a release build says anything"]
fn a_hundred_thousand_cooks_stay_quick() {
    const MANY: u32 = 100_000;
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("kitchen.db");
    let catalogue = Catalogue::embedded().unwrap();
    let base: PlanRequest = serde_json::from_str(HAKE).unwrap();
    let promise = Promise::of(&catalogue, &base).unwrap();
    let entry = Entry::of_plan(&catalogue, "Hake", &base, &promise).unwrap();
    let mut random = StdRng::seed_from_u64(7);
    let species = ["hake", "cod", "salmon", "plaice", "mackerel", "haddock"];
    let methods = ["sear", "roast", "poach", "grill", "deep_fry"];
    let notes = ["for the long table", "new supplier", "pan too cool", "door opened twice"];
    let new: Vec<NewEntry> = (0..MANY)
        .map(|i| {
            let mut entry = entry.clone();
            entry.name = format!("Cook {i}");
            entry.request.piece.species = species[random.random_range(0..species.len())].into();
            entry.request.method = methods[random.random_range(0..methods.len())].into();
            entry.out_s = Some(promise.pull_s + f64::from(random.random_range(-60_i32..60)));
            let verdict =
                [Verdict::Under, Verdict::Right, Verdict::Over][random.random_range(0..3)];
            let note = notes[random.random_range(0..notes.len())].to_owned();
            entry.remark = Remark { verdict: Some(verdict), note, ..Remark::default() };
            let at_ms = 1_700_000_000_000 + 900_000 * i64::from(i);
            NewEntry { uid: format!("cook {i}"), cook: None, at_ms, entry }
        })
        .collect();
    let started = Instant::now();
    let store = Store::open(&file).unwrap();
    store.add_entries(new.into_iter()).unwrap();
    drop(store);
    println!("written in {:?}, {} MB", started.elapsed(), file.metadata().unwrap().len() >> 20);
    let server = Server::on(&file);
    for path in [
        "/api/log",
        "/api/log?cursor=50000&limit=200",
        "/api/log?q=supplier",
        "/api/log?q=cook%20777",
        "/api/log?species=cod&method=roast",
        "/api/log?verdict=over&q=door",
        "/api/log/statistics?by=method",
        "/api/log/statistics?by=week",
    ] {
        let mut took: Vec<f64> = (0..40)
            .map(|_| {
                let from = Instant::now();
                assert_eq!(server.get(path).status, 200);
                from.elapsed().as_secs_f64() * 1000.0
            })
            .collect();
        took.sort_by(f64::total_cmp);
        println!("{path}: median {:.1} ms, 95th of 100 {:.1} ms", took[20], took[38]);
        // A development build has SQLite hardly optimised.
        let most_ms = if cfg!(debug_assertions) { 200.0 } else { 100.0 };
        assert!(took[38] < most_ms, "{path}: {took:?}");
    }
    let table = server.get("/api/log/export.csv").body;
    let table = String::from_utf8(table).unwrap();
    println!("table of {} MB", table.len() >> 20);
    let other = Server::on(&folder.path().join("other.db"));
    let started = Instant::now();
    assert_eq!(bring_in(&other, &json!({ "csv": table }))["new"], MANY);
    println!("brought in within {:?}", started.elapsed());
    assert!(started.elapsed() < Duration::from_mins(1));
    println!("memory of the server {:.0} MB", support::memory_mb(other.pid()));
}
