//! Line-ups over HTTP: solved, kept, changed in the middle of a service, out and in again.

#![expect(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

mod support;

use icalendar::{Calendar, CalendarComponent, CalendarDateTime, Component, DatePerhapsTime};
use jiff::{SignedDuration, Timestamp};
use serde_json::{Value, json};
use support::{ANY, HAKE, JSON, Server, fresh};

const SERVES: &str = "2026-12-03T19:30:00Z";

fn hake() -> Value {
    serde_json::from_str(HAKE).unwrap()
}

fn supper(serve_at: &str) -> Value {
    json!({ "dishes": [
        { "id": "hake", "request": hake(), "serve_at": serve_at },
        { "id": "peas", "side": "peas", "servings": 4, "serve_at": serve_at },
        { "id": "chips", "side": "chips", "servings": 4, "serve_at": serve_at },
    ]})
}

fn keep(server: &Server, line_up: &Value) -> Value {
    let kept = server
        .post("/api/line-ups", &json!({ "name": "Thursday", "line_up": line_up }).to_string());
    assert_eq!(kept.status, 201, "{}", kept.json());
    kept.json()
}

/// Begins a kept line-up's service, eaten in so many seconds.
fn serve_in(server: &Server, path: &str, seconds: i64) -> Value {
    let soon = Timestamp::now().checked_add(SignedDuration::from_secs(seconds)).unwrap();
    let begun = json!({ "first_serve_at": soon.to_string(), "running": true }).to_string();
    let running = server.send("PATCH", path, &[JSON, ANY], &begun);
    assert_eq!(running.status, 200, "{}", running.json());
    running.json()
}

fn at(value: &Value) -> Timestamp {
    value.as_str().unwrap().parse().unwrap()
}

#[test]
fn a_line_up_is_solved_on_the_clock() {
    let (_folder, server) = fresh();
    let solved =
        server.post("/api/line-up/solve", &supper("2026-12-03T20:30:00+01:00").to_string());
    assert_eq!(solved.status, 200, "{}", solved.json());
    let solved = solved.json();
    assert_eq!(at(&solved["zero"]), SERVES.parse().unwrap(), "an offset is understood");
    let steps = solved["steps"].as_array().unwrap();
    assert!(steps.len() > 10);
    for step in steps {
        let (start, end) = (at(&step["start"]), at(&step["end"]));
        let start_s = step["start_s"].as_f64().unwrap();
        let counted = start.duration_since(at(&solved["zero"])).as_secs_f64();
        assert!(start <= end && (counted - start_s).abs() < 0.01, "{step}");
        assert!(step["station"].is_string() && step["title"].is_string(), "{step}");
        assert_eq!(step["hands"].as_i64().unwrap() > 0, step["hands_s"].as_f64().unwrap() > 0.0);
    }
    let last = steps.iter().map(|s| at(&s["end"])).max().unwrap();
    assert!(last <= at(&solved["zero"]), "plated when it is eaten: {last}");
    assert_eq!(solved["clashes"], json!([]));
    assert!(server.get("/api/line-ups").json()["line_ups"].as_array().unwrap().is_empty());
}

#[test]
fn what_is_kept_survives_a_kill_and_two_hands_do_not_undo_each_other() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("kitchen.db");
    let server = Server::on(&file);
    let kept = keep(&server, &supper(SERVES));
    let path = format!("/api/line-ups/{}", kept["id"]);
    let later =
        json!({ "changes": [{ "kind": "serve", "dish": "peas", "serve_s": 600 }] }).to_string();
    let changed =
        server.send("POST", &format!("{path}/changes"), &[JSON, ("If-Match", "\"1\"")], &later);
    assert_eq!((changed.status, &changed.json()["revision"]), (200, &json!(2)));
    // Whoever looked at it before that is told so, and nothing is lost.
    let stale =
        server.send("POST", &format!("{path}/changes"), &[JSON, ("If-Match", "\"1\"")], &later);
    assert_eq!(stale.status, 412);
    server.kill();
    let server = Server::on(&file);
    let again = server.get(&path).json();
    let mut was = changed.json();
    was["now"] = again["now"].clone();
    assert_eq!(again, was, "to the last second");
    // Gone, and back.
    assert_eq!(server.send("DELETE", &path, &[JSON], "").status, 204);
    assert_eq!(server.get(&path).status, 404);
    assert_eq!(server.post(&format!("{path}/restore"), "").status, 204);
    assert_eq!(server.get(&path).json()["revision"], 2);
    assert_eq!(server.post(&format!("{path}/restore"), "").status, 404, "it is not gone");
}

/// The service began; the peas are three minutes late, and a ticket comes in. What has begun stays.
#[test]
fn a_service_goes_on_with_what_is_late_and_what_comes_in() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("line_up.db");
    let server = Server::on(&file);
    let kept = keep(&server, &supper(SERVES));
    let path = format!("/api/line-ups/{}", kept["id"]);
    // Eaten in nine minutes: chips are cut and dry, the hake is in.
    let running = serve_in(&server, &path, 540);
    assert_eq!((&running["running"], &running["clashes"]), (&json!(true), &json!([])));
    let now_s = -540.0;
    let changes =
        json!({ "changes": [{ "kind": "late", "dish": "peas", "by_s": 180 }] }).to_string();
    let late = server.post(&format!("{path}/changes"), &changes);
    assert_eq!(late.status, 200, "{}", late.json());
    let late = late.json();
    let starts = |line_up: &Value, dish: usize| {
        line_up["dishes"][dish]["starts"].as_array().unwrap().clone()
    };
    for dish in [0, 2] {
        for (before, after) in starts(&running, dish).iter().zip(starts(&late, dish)) {
            if before["start_s"].as_f64().unwrap() < now_s - 5.0 {
                assert_eq!(*before, after, "it has begun");
            }
        }
    }
    let ticket = json!({ "changes": [{ "kind": "add", "dish":
        { "id": "ticket", "name": "Spinach", "side": "spinach", "servings": 1, "serve_s": 300, "prepared": true } }] });
    let more = server.post(&format!("{path}/changes"), &ticket.to_string()).json();
    assert_eq!(more["dishes"].as_array().unwrap().len(), 4);
    assert_eq!(more["moved"]["takes_back"], "Spinach comes in", "{}", more["moved"]);
    // It was for another table: taken back, once, also after a power cut.
    server.kill();
    let server = Server::on(&file);
    let take_back = json!({ "changes": [{ "kind": "take_back" }] }).to_string();
    let back = server.post(&format!("{path}/changes"), &take_back).json();
    assert_eq!(back["dishes"].as_array().unwrap().len(), 3, "{back}");
    let said = back["moved"]["line"].as_str().unwrap();
    assert!(said.starts_with("Taken back: Spinach comes in: "), "{said}");
    assert_eq!(back["moved"]["takes_back"], Value::Null);
    let again = server.post(&format!("{path}/changes"), &take_back);
    assert_eq!((again.status, again.fields()), (422, vec!["changes.0.kind".to_owned()]));
    // A service that is a day away is none.
    let long_ago = json!({ "first_serve_at": "1999-12-31T19:30:00Z", "running": true }).to_string();
    assert_eq!(server.send("PATCH", &path, &[JSON, ANY], &long_ago).fields(), ["running"]);
    assert_eq!(server.get(&path).json()["running"], json!(true), "nothing changed");
    let ticket_s = starts(&more, 3)[0]["start_s"].as_f64().unwrap();
    assert!(ticket_s >= now_s - 5.0, "nothing begins before now: {ticket_s}");
}

#[test]
fn what_goes_out_comes_in_again() {
    let (_folder, server) = fresh();
    let kept = keep(&server, &supper(SERVES));
    let file = server.get(&format!("/api/line-ups/{}/export", kept["id"]));
    assert!(file.header("content-disposition").unwrap().contains("cindo-line-up.json"));
    let again = server.post("/api/line-ups", &file.json().to_string());
    assert_eq!(again.status, 201, "{}", again.json());
    let (again, kept) = (again.json(), &kept);
    for part in ["name", "zero", "steps", "dishes", "stations", "cost"] {
        assert_eq!(again[part], kept[part], "{part}");
    }
    let mut foreign = file.json();
    foreign["format"] = json!("somebody else's");
    foreign["version"] = json!(7);
    assert_eq!(server.post("/api/line-ups", &foreign.to_string()).fields(), ["format", "version"]);
}

/// Read back by the library: one event for each movement of a hand, in the kitchen's own time.
#[test]
fn the_calendar_is_read_back_by_the_library() {
    let (_folder, server) = fresh();
    let kept = keep(&server, &supper(SERVES));
    let answer = server.get(&format!("/api/line-ups/{}/calendar?ahead_min=60", kept["id"]));
    let text = String::from_utf8(answer.body.clone()).unwrap();
    let calendar: Calendar = text.parse().unwrap();
    let events: Vec<_> = calendar
        .components
        .iter()
        .filter_map(|c| if let CalendarComponent::Event(e) = c { Some(e) } else { None })
        .collect();
    let steps = kept["steps"].as_array().unwrap();
    let wanted: Vec<&Value> =
        steps.iter().filter(|s| s["hands"] == 1 || s["dish"].is_null()).collect();
    assert_eq!(events.len(), wanted.len());
    for (event, step) in events.iter().zip(wanted) {
        assert_eq!(
            event.get_summary().map(|s| s.replace("\\,", ",")),
            step["title"].as_str().map(str::to_owned)
        );
        let Some(DatePerhapsTime::DateTime(CalendarDateTime::Floating(start))) = event.get_start()
        else {
            panic!("{:?} does not float", event.get_start())
        };
        let utc_s = at(&step["start"]).as_second();
        let ahead_s = start.and_utc().timestamp() - utc_s;
        assert!((3540..=3600).contains(&ahead_s), "an hour ahead, to the minute: {ahead_s}");
    }
    let table = server.get(&format!("/api/line-ups/{}/table", kept["id"])).body;
    let table = String::from_utf8(table).unwrap();
    assert_eq!(table.lines().count(), steps.len() + 1);
    assert!(table.starts_with("start,end,dish,station,hands_s,what"));
    assert_eq!(
        server.get(&format!("/api/line-ups/{}/table?ahead_min=9999", kept["id"])).fields(),
        ["ahead_min"]
    );
}

#[test]
fn bad_line_ups_are_refused_and_nothing_is_kept() {
    let (_folder, server) = fresh();
    let dish = json!({ "id": "x", "side": "peas", "serve_at": SERVES });
    let cases = [
        (json!({ "dishes": [] }), vec!["dishes"]),
        (json!({ "dishes": [{ "id": "x", "serve_at": SERVES }] }), vec!["dishes.0.request"]),
        (json!({ "dishes": [dish, dish] }), vec!["dishes.1.id"]),
        (json!({ "dishes": [dish], "hands": 0 }), vec!["hands"]),
        (
            json!({ "dishes": [dish, { "id": "y", "side": "rice", "serve_at": "2026-12-09T19:30:00Z" }] }),
            vec!["dishes.1.serve_at"],
        ),
    ];
    for (line_up, fields) in cases {
        assert_eq!(
            server.post("/api/line-up/solve", &line_up.to_string()).fields(),
            fields,
            "{line_up}"
        );
        let kept =
            server.post("/api/line-ups", &json!({ "name": "x", "line_up": line_up }).to_string());
        let under: Vec<String> = fields
            .iter()
            .map(|f| if f.ends_with("serve_at") { (*f).to_owned() } else { format!("line_up.{f}") })
            .collect();
        assert_eq!(kept.fields(), under);
    }
    let nameless = json!({ "name": " ", "line_up": { "dishes": [dish] } });
    assert_eq!(server.post("/api/line-ups", &nameless.to_string()).fields(), ["name"]);
    // A hundred thousand dishes: refused, and shortly.
    let many: Vec<Value> =
        (0..100_000).map(|i| json!({ "id": format!("d{i}"), "serve_at": SERVES })).collect();
    let answer = server.post("/api/line-up/solve", &json!({ "dishes": many }).to_string());
    assert_eq!(answer.status, 413);
    assert!(answer.body.len() < 64 * 1024);
    assert!(server.get("/api/line-ups").json()["line_ups"].as_array().unwrap().is_empty());
    let kept = keep(&server, &json!({ "dishes": [dish] }));
    let path = format!("/api/line-ups/{}/changes", kept["id"]);
    assert_eq!(server.post(&path, &json!({ "changes": [] }).to_string()).fields(), ["changes"]);
    let far = json!({ "cook": 1, "start_s": 1e6, "out_s": 0.0 });
    let far = json!({ "changes": [{ "kind": "at_stove", "dish": "x", "at_stove": far }] });
    let refused = server.post(&path, &far.to_string()).fields();
    assert_eq!(refused, ["changes.0.at_stove.start_s", "changes.0.at_stove.out_s"]);
    let nobody = json!({ "changes": [{ "kind": "remove", "dish": "nobody" }] }).to_string();
    assert_eq!(server.post(&path, &nobody).fields(), ["changes.0.dish"]);
    let none_left = json!({ "changes": [{ "kind": "remove", "dish": "x" }] }).to_string();
    assert_eq!(server.post(&path, &none_left).fields(), ["dishes"]);
    let both = json!({ "changes": [{ "kind": "servings", "dish": "x", "servings": 3 }, { "kind": "serve", "dish": "y", "serve_s": 0 }] });
    assert_eq!(server.post(&path, &both.to_string()).fields(), ["changes.1.dish"]);
    let now = server.get(&format!("/api/line-ups/{}", kept["id"])).json();
    assert_eq!(
        (&now["revision"], &now["dishes"][0]["servings"]),
        (&json!(1), &json!(2)),
        "all or none"
    );
}

/// The hake is in, and its heat is turned down: it comes out later, the line-up hears of it from the cook, moves
/// what comes after it and says so. Out at last, it is out there too.
#[test]
fn what_happens_at_the_stove_moves_the_service() {
    let (_folder, server) = fresh();
    let kept = keep(&server, &supper(SERVES));
    let path = format!("/api/line-ups/{}", kept["id"]);
    let running = serve_in(&server, &path, 840);
    let request = running["dishes"][0]["request"].clone();
    let cook = server.post("/api/cooks", &json!({ "request": request }).to_string()).json();
    let events = format!("/api/cooks/{}/events", cook["id"]);
    let tell = |event: Value| {
        let mut event = event;
        event["id"] = json!(uuid::Uuid::new_v4().to_string());
        let told = server.post(&events, &json!([event]).to_string());
        assert_eq!(told.status, 200, "{}", told.json());
        told.json()
    };
    let cook = tell(json!({ "kind": "in", "ago_s": 30 }));
    let now_s = -840.0;
    let at_stove = json!({
        "cook": cook["id"], "start_s": now_s - 30.0, "out_s": cook["forecast"]["pull_s"],
    });
    let change =
        json!({ "changes": [{ "kind": "at_stove", "dish": "hake", "at_stove": at_stove }] });
    let linked = server.post(&format!("{path}/changes"), &change.to_string());
    assert_eq!(linked.status, 200, "{}", linked.json());
    let out_s = |line_up: &Value| line_up["dishes"][0]["out_s"].as_f64().unwrap();
    let before_s = out_s(&linked.json());
    let is_near = |line_up: &Value, cook: &Value| {
        let planned_s = now_s - 30.0 + cook["forecast"]["pull_s"].as_f64().unwrap();
        (out_s(line_up) - planned_s).abs() < 8.0
    };
    assert!(is_near(&linked.json(), &cook));
    let heard = |cook: &Value| {
        let patience = std::time::Instant::now();
        loop {
            let line_up = server.get(&path).json();
            if is_near(&line_up, cook) {
                return line_up;
            }
            assert!(
                patience.elapsed().as_secs() < 20,
                "{} {}",
                line_up["dishes"][0],
                cook["forecast"]
            );
            std::thread::sleep(std::time::Duration::from_millis(50));
        }
    };
    let cooler = tell(json!({ "kind": "heat", "medium_c": 130.0 }));
    let moved = heard(&cooler);
    assert!(out_s(&moved) > before_s + 30.0, "{before_s} {}", out_s(&moved));
    assert!(moved["moved"]["line"].as_str().unwrap().contains("comes out"), "{}", moved["moved"]);
    let plate = |line_up: &Value| {
        let starts = line_up["dishes"][0]["starts"].as_array().unwrap();
        starts.iter().find(|s| s["key"] == "plate").unwrap()["start_s"].as_f64().unwrap()
    };
    assert!(plate(&moved) > out_s(&moved), "plated once it is out");
    let out = tell(json!({ "kind": "out" }));
    let over = heard(&out);
    assert!(out_s(&over) < -800.0, "{}", out_s(&over));
    // Another day nothing of that holds.
    let again = json!({ "first_serve_at": SERVES }).to_string();
    let again = server.send("PATCH", &path, &[JSON, ANY], &again).json();
    assert!(again["asked"][0].get("at_stove").is_none() && again["moved"].is_null(), "{again}");
    for what in ["vessel", "request", "prepared"] {
        assert_eq!(again["asked"][0].get(what), kept["asked"][0].get(what), "{what}");
    }
}

/// Two changes at once that name no revision: both are made. One that names the revision that was is told so.
#[test]
fn changes_at_once_are_all_made_unless_they_name_what_is_past() {
    let (_folder, server) = fresh();
    let kept = keep(&server, &supper(SERVES));
    let path = format!("/api/line-ups/{}", kept["id"]);
    let later = |dish: &str| {
        json!({ "changes": [{ "kind": "serve", "dish": dish, "serve_s": 600 }] }).to_string()
    };
    let changes = format!("{path}/changes");
    std::thread::scope(|scope| {
        for dish in ["hake", "peas", "chips"] {
            let (server, changes, body) = (&server, &changes, later(dish));
            scope.spawn(move || assert_eq!(server.post(changes, &body).status, 200, "{dish}"));
        }
        let named = json!({ "name": "Friday" }).to_string();
        assert_eq!(server.send("PATCH", &path, &[JSON, ANY], &named).status, 200);
    });
    let now = server.get(&path).json();
    assert_eq!((&now["name"], &now["revision"]), (&json!("Friday"), &json!(5)));
    for dish in now["dishes"].as_array().unwrap() {
        assert_eq!(dish["serve_s"], 600.0, "{dish}");
    }
    let past = server.send("POST", &changes, &[JSON, ("If-Match", "\"1\"")], &later("hake"));
    assert_eq!(past.status, 412);
}

/// The fryer is not hot yet: chips wait for it, and everything says so.
#[test]
fn a_fryer_that_is_not_hot_yet_is_waited_for() {
    let (_folder, server) = fresh();
    let mut supper = supper(SERVES);
    for dish in supper["dishes"].as_array_mut().unwrap() {
        dish["prepared"] = json!(true);
    }
    let kept = keep(&server, &supper);
    let path = format!("/api/line-ups/{}", kept["id"]);
    let running = serve_in(&server, &path, 420);
    let vessel = running["dishes"][2]["vessel"].clone();
    let busy = json!({ "station": vessel, "until_s": 60.0, "why": "is not hot yet" });
    let changes = json!({ "changes": [{ "kind": "busy", "busy": busy }] }).to_string();
    let late = server.post(&format!("{path}/changes"), &changes);
    assert_eq!(late.status, 200, "{}", late.json());
    let late = late.json();
    let starts = late["dishes"][2]["starts"].as_array().unwrap();
    let now_s = -420.0;
    let fried = starts.iter().filter(|s| s["start_s"].as_f64().unwrap() > now_s + 5.0);
    for start in fried.filter(|s| s["key"].as_str().unwrap().starts_with("heat:")) {
        assert!(start["start_s"].as_f64().unwrap() >= 60.0, "{start}");
    }
    let said = late["moved"]["line"].as_str().unwrap();
    assert!(
        said.contains("is not hot yet: ") && said.contains("chips ") && said.contains(" later"),
        "{said}"
    );
}
