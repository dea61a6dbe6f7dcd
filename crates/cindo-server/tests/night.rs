//! It survives the night: forgotten cooks, a full disk, large bodies, a file that is gone, a clock set back, and two
//! devices at once.

#![expect(clippy::unwrap_used, reason = "a test that cannot go on should stop")]
#![expect(clippy::print_stdout, reason = "figures are printed where they were measured")]
#![expect(clippy::cast_precision_loss, reason = "sizes of megabytes")]

mod support;

use std::io::{BufRead, BufReader, Read, Write};
use std::net::TcpStream;
use std::process::{Command, Stdio};
use std::sync::Barrier;
use std::time::{Duration, Instant};

use cindo_core::catalogue::Catalogue;
use cindo_core::cook::{Happened, Promise, Status};
use cindo_core::setup::PlanRequest;
use cindo_store::{CookAddition, CookId, EntryChange, KeptEvent, NewCook, Store};
use jiff::Timestamp;
use serde_json::{Value, json};
use support::{ANY, HAKE, JSON, Server, begin, event, fresh, over_the_line};
use uuid::Uuid;

const HOUR_MS: i64 = 3_600_000;

/// A cook whose fish went in so long ago, in a file that no server has open.
fn cook_in_the_file(store: &Store, request: PlanRequest, ago_ms: i64, told_ms: i64) -> CookId {
    let catalogue = Catalogue::embedded().unwrap();
    let plain: PlanRequest = serde_json::from_str(HAKE).unwrap();
    let promise = Promise::of(&catalogue, &plain).unwrap();
    let created_ms = told_ms - ago_ms;
    let name = "Forgotten".to_owned();
    let id = store.begin_cook(&NewCook { name, request, promise, speed: 1.0, created_ms }).unwrap();
    let what = Happened::In { medium_c: None };
    let new = vec![KeptEvent { id: Uuid::new_v4().to_string(), at_ms: created_ms + 1000, what }];
    let entry = EntryChange::Leave;
    let addition = CookAddition { cook: id, known: 0, new, status: Status::Cooking, entry };
    store.add_to_cooks(&[addition], told_ms).unwrap();
    id
}

fn hake() -> PlanRequest {
    serde_json::from_str(HAKE).unwrap()
}

fn tell(server: &Server, id: i64, kind: &str) -> support::Answer {
    server.post(&format!("/api/cooks/{id}/events"), &json!([event(kind, 0.0)]).to_string())
}

fn status(answer: &str) -> u16 {
    answer.split(' ').nth(1).and_then(|code| code.parse().ok()).unwrap_or_default()
}

/// Once every one of these was kept and made each list fail; after `serve` the server did not start again.
#[test]
fn a_cook_left_overnight_is_followed_and_served() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("kitchen.db");
    let now_ms = Timestamp::now().as_millisecond();
    let id = {
        let store = Store::open(&file).unwrap();
        i64::from(cook_in_the_file(&store, hake(), 9 * HOUR_MS, now_ms).0)
    };
    let server = Server::on(&file);
    let heat = json!([{ "id": Uuid::new_v4().to_string(), "kind": "heat", "medium_c": 150 }]);
    assert_eq!(server.post(&format!("/api/cooks/{id}/events"), &heat.to_string()).status, 200);
    for kind in ["turn", "out", "serve"] {
        let told = tell(&server, id, kind);
        assert_eq!(told.status, 200, "{kind}: {}", told.json());
        let list = server.get("/api/cooks");
        assert_eq!(list.status, 200, "{kind}");
        if kind != "serve" {
            let cook = &list.json()["cooks"][0];
            let real_s = cook["elapsed_s"].as_f64().unwrap() + cook["beyond_s"].as_f64().unwrap();
            assert!((real_s - 9.0 * 3600.0).abs() < 120.0, "{kind}: {real_s}");
        }
    }
    assert_eq!(server.get("/api/log").json()["total"], 1);
    server.kill();
    let again = Server::on(&file);
    assert_eq!(again.get("/api/cooks").json()["past"][0]["name"], "Forgotten");
    assert_eq!(again.get("/api/log").json()["entries"][0]["out_s"], 14_400.0);
}

/// One of a kind that this program does not know hides nothing, is named, exported and discarded, and what is told
/// of it is refused and not kept.
#[test]
fn a_cook_that_cannot_be_worked_out_hides_no_other() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("kitchen.db");
    let now_ms = Timestamp::now().as_millisecond();
    let mut unknown = hake();
    unknown.piece.species = "sea_serpent".to_owned();
    let (bad, served) = {
        let store = Store::open(&file).unwrap();
        let bad = cook_in_the_file(&store, unknown.clone(), 60_000, now_ms);
        // Another was served, and its entry is still to be worked out as the server starts.
        let served = cook_in_the_file(&store, unknown, 600_000, now_ms);
        let at = |after_ms: i64, what| KeptEvent {
            id: Uuid::new_v4().to_string(),
            at_ms: now_ms - 600_000 + after_ms,
            what,
        };
        let new = vec![at(500_000, Happened::Out), at(550_000, Happened::Serve)];
        let entry = EntryChange::Leave;
        let addition = CookAddition { cook: served, known: 1, new, status: Status::Served, entry };
        store.add_to_cooks(&[addition], now_ms).unwrap();
        cook_in_the_file(&store, hake(), 60_000, now_ms);
        (bad.0, served.0)
    };
    let server = Server::on(&file);
    let list = server.get("/api/cooks").json();
    assert_eq!((&list["total"], list["cooks"].as_array().unwrap().len()), (&json!(2), 1));
    let unreadable = &list["unreadable"][0];
    assert_eq!((&unreadable["id"], &unreadable["name"]), (&json!(bad), &json!("Forgotten")));
    assert!(unreadable["why"].as_str().unwrap().contains("sea_serpent"), "{unreadable}");
    assert_eq!(list["past"][0]["id"], json!(served));
    assert_eq!(tell(&server, bad.into(), "turn").status, 422);
    let row = server.get(&format!("/api/rows/cook/{bad}"));
    assert_eq!(row.status, 200);
    let fields = row.json()["fields"].as_array().unwrap().clone();
    let events = fields.iter().filter(|field| field["column"] == "event").count();
    assert_eq!(events, 1, "what was refused was not kept: {fields:#?}");
    assert!(fields.iter().any(|f| f["text"].as_str().unwrap().contains("sea_serpent")));
    assert_eq!(server.send("DELETE", &format!("/api/cooks/{bad}"), &[], "").status, 204);
    assert_eq!(server.get("/api/cooks").json()["unreadable"], json!([]));
    assert_eq!(server.get("/api/rows/cook/99").status, 404);
}

/// All under way are listed, the oldest first, however many.
#[test]
fn two_hundred_cooks_are_all_listed() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("kitchen.db");
    let now_ms = Timestamp::now().as_millisecond();
    let ids: Vec<i32> = {
        let store = Store::open(&file).unwrap();
        (0..200).map(|i| cook_in_the_file(&store, hake(), 1000 * i, now_ms).0).collect()
    };
    let server = Server::on(&file);
    let mut listed = Vec::new();
    let mut path = "/api/cooks".to_owned();
    loop {
        let from = Instant::now();
        let page = server.get(&path).json();
        assert!(from.elapsed() < Duration::from_secs(4), "{:?}", from.elapsed());
        assert_eq!(page["total"], 200);
        let cooks = page["cooks"].as_array().unwrap();
        listed
            .extend(cooks.iter().map(|cook| i32::try_from(cook["id"].as_i64().unwrap()).unwrap()));
        match page["next"].as_i64() {
            Some(next) => path = format!("/api/cooks?cursor={next}"),
            None => break,
        }
    }
    assert_eq!(listed, ids);
}

/// Lines of the live stream until one begins so, and how many bytes they were.
fn until(stream: &mut BufReader<TcpStream>, begins: &str) -> (String, usize) {
    let mut bytes = 0;
    loop {
        let mut line = String::new();
        assert!(stream.read_line(&mut line).unwrap() > 0, "the stream ended");
        bytes += line.len();
        if line.starts_with(begins) {
            return (line, bytes);
        }
    }
}

fn listen(server: &Server, last: &str) -> BufReader<TcpStream> {
    let mut line = TcpStream::connect(server.address()).unwrap();
    line.set_read_timeout(Some(Duration::from_secs(15))).unwrap();
    write!(line, "GET /api/live HTTP/1.1\r\nHost: localhost\r\nLast-Event-ID: {last}\r\n\r\n")
        .unwrap();
    BufReader::new(line)
}

/// Once each of 1,500 notes was answered and told with all of them: 2.4 MB each.
#[test]
fn messages_of_a_long_cook_carry_what_changed() {
    let (_folder, server) = fresh();
    let id = begin(&server);
    let path = format!("/api/cooks/{id}/events");
    assert_eq!(tell(&server, id, "in").status, 200);
    let note = |i: i32| {
        let text = format!("{i} {}", "n".repeat(490));
        json!({ "id": Uuid::new_v4().to_string(), "kind": "note", "text": text })
    };
    for round in 0..3 {
        let notes: Vec<Value> = (0..500).map(|i| note(500 * round + i)).collect();
        assert_eq!(server.post(&path, &json!(notes).to_string()).status, 200);
    }
    let mut page = listen(&server, "");
    until(&mut page, "event: missed");
    let before = support::memory_mb(server.pid());
    for i in 0..40 {
        let answer = server.post(&path, &json!([note(2000 + i)]).to_string());
        assert!(answer.status == 200 && answer.body.len() < 200_000, "{}", answer.body.len());
        let (data, bytes) = until(&mut page, "data: {\"id\"");
        assert!(bytes < 160_000, "{bytes} bytes for one note");
        let told: Value = serde_json::from_str(data.trim_start_matches("data: ")).unwrap();
        assert_eq!(told["events"].as_array().unwrap().len(), 1, "only what is new");
        assert_eq!(told["events_total"], 1502 + i);
    }
    let grown = support::memory_mb(server.pid()) - before;
    assert!(grown < 60.0, "{grown:.0} MB for forty notes");
    let shown = server.get(&format!("/api/cooks/{id}")).json();
    assert_eq!(shown["events"].as_array().unwrap().len(), 60);
    let mut from = 0;
    let mut texts = Vec::new();
    loop {
        let page = server.get(&format!("{path}?from={from}")).json();
        let some = page["events"].as_array().unwrap();
        if some.is_empty() {
            break;
        }
        from += some.len();
        texts.extend(some.iter().filter_map(|e| e["text"].as_str().map(str::to_owned)));
        assert_eq!(page["total"], 1541);
    }
    assert_eq!((from, texts.len()), (1541, 1540));
}

/// A listener that does not read is cut off after half a minute; others hear everything.
#[test]
fn a_listener_that_stalls_is_cut_off() {
    let (_folder, server) = fresh();
    let id = begin(&server);
    let stalled = listen(&server, "");
    let inode = |server: &Server| {
        let folder = format!("/proc/{}/fd", server.pid());
        std::fs::read_dir(folder).unwrap().count()
    };
    let from = Instant::now();
    let path = format!("/api/cooks/{id}/events");
    // More than fits between it and the server.
    let mut sent = 0;
    while from.elapsed() < Duration::from_secs(8) {
        let kind = if sent == 0 { "in" } else { "baste" };
        let told = server.post(&path, &json!([event(kind, 0.0)]).to_string());
        assert_eq!(told.status, 200);
        sent += 1;
    }
    let before = inode(&server);
    let is_closed = std::iter::repeat_with(|| {
        std::thread::sleep(Duration::from_secs(1));
        inode(&server) < before
    })
    .take(60)
    .any(|is_closed| is_closed);
    assert!(is_closed, "still open after {:?}, {sent} messages", from.elapsed());
    drop(stalled);
    assert_eq!(server.get("/api/health").status, 200);
}

/// A file that was deleted or replaced: nothing is acknowledged that the next start would not have.
#[test]
fn a_file_that_is_gone_takes_nothing_and_is_said() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("kitchen.db");
    let log = folder.path().join("log");
    let arguments = ["--data", file.to_str().unwrap()];
    let server = Server::logging(&arguments, std::fs::File::create(&log).unwrap().into());
    let card = |name: &str| {
        server.post("/api/cards", &format!(r#"{{"name":"{name}","note":"","request":{HAKE}}}"#))
    };
    assert_eq!(card("before").status, 201);
    let elsewhere = folder.path().join("elsewhere.db");
    std::fs::rename(&file, &elsewhere).unwrap();
    let refused = card("after");
    assert_eq!(refused.status, 503, "{}", refused.json());
    let title = refused.json()["title"].as_str().unwrap().to_owned();
    assert!(title.contains("deleted or replaced"), "{title}");
    assert_eq!(server.get("/api/health").status, 503);
    // A restored backup in its place is another file.
    std::fs::copy(&elsewhere, &file).unwrap();
    assert_eq!((card("into another").status, server.get("/api/health").status), (503, 503));
    std::thread::sleep(Duration::from_millis(1500));
    std::fs::remove_file(&file).unwrap();
    std::fs::rename(&elsewhere, &file).unwrap();
    assert_eq!((card("again").status, server.get("/api/health").status), (201, 200));
    let said = std::fs::read_to_string(&log).unwrap();
    assert_eq!(said.matches("the data file is gone").count(), 1, "{said}");
    server.kill();
    let cards = Server::on(&file).get("/api/cards").json();
    let names: Vec<&str> =
        cards["cards"].as_array().unwrap().iter().map(|c| c["name"].as_str().unwrap()).collect();
    assert_eq!(names, ["again", "before"]);
}

/// The machine's clock was set back by two hours while the server was down: what was told then is not in the future.
#[test]
fn a_clock_set_back_refuses_no_event() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("kitchen.db");
    let ahead_ms = Timestamp::now().as_millisecond() + 2 * HOUR_MS;
    let id = {
        let store = Store::open(&file).unwrap();
        i64::from(cook_in_the_file(&store, hake(), 300_000, ahead_ms).0)
    };
    let server = Server::on(&file);
    let told = tell(&server, id, "turn");
    assert_eq!(told.status, 200, "{}", told.json());
    let elapsed_s = told.json()["elapsed_s"].as_f64().unwrap();
    assert!((elapsed_s - 299.0).abs() < 10.0, "{elapsed_s}");
    let moved_s = server.get("/api/health").json()["clock_moved_s"].as_f64().unwrap();
    assert!((moved_s + 7200.0).abs() < 10.0, "{moved_s}");
    // Once nothing is in the heat the server goes by the wall again.
    for kind in ["out", "serve"] {
        assert_eq!(tell(&server, id, kind).status, 200, "{kind}");
    }
    std::thread::sleep(Duration::from_millis(1500));
    assert!(server.get("/api/health").json()["clock_moved_s"].is_null());
}

/// Peak of resident memory since the last call, MB.
fn peak_mb(pid: u32) -> f64 {
    let text = std::fs::read_to_string(format!("/proc/{pid}/status")).unwrap();
    let line = text.lines().find(|line| line.starts_with("VmHWM:")).unwrap();
    let kb: f64 = line.split_whitespace().nth(1).unwrap().parse().unwrap();
    let _ = std::fs::write(format!("/proc/{pid}/clear_refs"), "5");
    kb / 1024.0
}

/// No body adds more than eight times its size and 32 MB, and that is given back within ten seconds.
#[test]
fn no_body_takes_more_memory_than_it_may() {
    let (_folder, server) = fresh();
    let pid = server.pid();
    assert_eq!(server.post("/api/plan", HAKE).status, 200);
    let log = |body: &str| format!(r#"{{"format":"cindo-log","version":1,"entries":[{body}]}}"#);
    let cards = |body: &str| format!(r#"{{"format":"cindo-cards","version":2,"cards":[{body}]}}"#);
    let rows = |row: &str, mb: usize| row.repeat((mb << 20) / row.len());
    let head = "at,fish,method,name,note\\n";
    let quoted = |row: &str, mb: usize| format!(r#"{{"csv":"{head}{}"}}"#, rows(row, mb));
    let card = format!(r#"{{"name":"a","request":{HAKE}}},"#);
    let bodies: [(&str, String); 9] = [
        ("/api/log/import", log(&rows(r#"{"":0},"#, 23))),
        ("/api/cards/import", cards(&rows(r#"{"":0},"#, 23))),
        ("/api/cards/import", cards(rows(&card, 5).trim_end_matches(','))),
        ("/api/log/import", quoted(r"2026-01-01 19:30,hake,sear,a,b\n", 3)),
        ("/api/log/import", quoted(r"x,hake,sear,aaaaaaaaaaaaaaaaaaaaa,b\n", 4)),
        ("/api/plan", rows(r#"{"":0},"#, 1)),
        ("/api/plan", format!("[{}0]", rows("[],", 1))),
        ("/api/line-up/solve", format!(r#"{{"dishes":[{}]}}"#, rows(r#"{"id":"a"},"#, 1))),
        ("/api/cooks/1/events", format!("[{}]", rows(r#"{"id":"a","kind":"in"},"#, 1))),
    ];
    let resting = support::memory_mb(pid);
    for (path, body) in &bodies {
        peak_mb(pid);
        let before = support::memory_mb(pid);
        let answer = server.post(path, body);
        assert!(matches!(answer.status, 202 | 400 | 404 | 413 | 422), "{path}: {}", answer.status);
        let mut job = answer.json();
        while job["stage"] == "looking" {
            std::thread::sleep(Duration::from_millis(100));
            job = server.get(&format!("{path}/{}", job["id"])).json();
        }
        let size_mb = body.len() as f64 / f64::from(1 << 20);
        let added = peak_mb(pid) - before;
        println!("{path} {size_mb:.1} MB: {added:.0} MB, {}", &body[..40]);
        assert!(added < 8.0 * size_mb + 32.0, "{path}: {added:.0} MB for {size_mb:.1} MB");
        if let Some(id) = job["id"].as_u64() {
            server.send("DELETE", &format!("{path}/{id}"), &[], "");
        }
    }
    // Sixteen at once.
    peak_mb(pid);
    let before = support::memory_mb(pid);
    let body = rows(r#"{"":[0]},"#, 1);
    std::thread::scope(|scope| {
        for _ in 0..16 {
            scope.spawn(|| server.post("/api/plan", &body).status);
        }
    });
    let added = peak_mb(pid) - before;
    assert!(added < 16.0 * 8.0 + 32.0, "{added:.0} MB for sixteen at once");
    std::thread::sleep(Duration::from_secs(10));
    let kept = support::memory_mb(pid) - resting;
    println!("{kept:.0} MB kept after ten seconds");
    assert!(kept < 48.0, "{kept:.0} MB kept after ten seconds");
}

/// `serve` and its undo from two devices: what the events say and what the log has are one thing, every time.
#[test]
fn serve_and_its_undo_end_in_one_truth() {
    let (_folder, server) = fresh();
    for round in 0..20 {
        let id = begin(&server);
        let path = format!("/api/cooks/{id}/events");
        let serve = event("serve", 0.0);
        let begun = json!([event("in", 600.0), event("out", 60.0)]).to_string();
        assert_eq!(server.post(&path, &begun).status, 200);
        let undo = json!([{ "id": Uuid::new_v4().to_string(), "kind": "undo", "of": serve["id"] }])
            .to_string();
        let serve = json!([serve]).to_string();
        let together = Barrier::new(2);
        std::thread::scope(|scope| {
            scope.spawn(|| {
                together.wait();
                assert_eq!(server.post(&path, &serve).status, 200);
            });
            together.wait();
            // Until there is something to take back.
            while server.post(&path, &undo).status != 200 {}
        });
        let cook = server.get(&format!("/api/cooks/{id}")).json();
        assert_eq!(cook["status"], "resting", "round {round}");
        assert!(cook["log_entry"].is_null(), "round {round}: it rests and the log has it");
        assert_eq!(server.get("/api/log").json()["total"], 0, "round {round}");
    }
}

/// What one device changed is not overwritten by another that did not see it.
#[test]
fn no_update_is_lost() {
    let (_folder, server) = fresh();
    let card = format!(r#"{{"name":"Friday","note":"","request":{HAKE}}}"#);
    let card = server.post("/api/cards", &card).json();
    let entry = server.post("/api/log", &format!(r#"{{"request":{HAKE}}}"#)).json();
    let line_up = json!({ "name": "Thursday", "line_up": { "dishes": [
        { "id": "peas", "side": "peas", "servings": 4, "serve_at": "2026-12-03T19:30:00Z" },
    ]}});
    let line_up = server.post("/api/line-ups", &line_up.to_string()).json();
    let kitchen = server.get("/api/kitchen").json()["kitchen"].clone();
    let named = |name: &str| {
        let mut kitchen = kitchen.clone();
        kitchen["name"] = json!(name);
        kitchen
    };
    let pan = |name: &str| json!({ "id": "pan", "name": name, "like": "cast_iron_26" });
    let things: [(&str, String, Value, Value); 5] = [
        ("PATCH", format!("/api/cards/{}", card["id"]), json!({"name":"A"}), json!({"name":"B"})),
        (
            "PUT",
            format!("/api/log/{}/remark", entry["id"]),
            json!({"verdict":"over"}),
            json!({"verdict":"under"}),
        ),
        (
            "PATCH",
            format!("/api/line-ups/{}", line_up["id"]),
            json!({"name":"A"}),
            json!({"name":"B"}),
        ),
        ("PUT", "/api/kitchen".to_owned(), named("A"), named("B")),
        ("PUT", "/api/kitchen/gear/pan".to_owned(), pan("A"), pan("B")),
    ];
    for (method, path, first, second) in &things {
        let seen = server.get(path.trim_end_matches("/remark"));
        let tag = seen.header("etag").map_or_else(
            // Gear that is not there yet has the kitchen's.
            || server.get("/api/kitchen").header("etag").unwrap().to_owned(),
            str::to_owned,
        );
        let put = |tag: Option<&str>, body: &Value| {
            let mut headers = vec![JSON];
            headers.extend(tag.map(|tag| ("if-match", tag)));
            server.send(method, path, &headers, &body.to_string())
        };
        assert_eq!(put(None, first).status, 428, "{path}");
        assert_eq!(put(Some(&tag), first).status, 200, "{path}");
        let late = put(Some(&tag), second);
        assert_eq!(late.status, 412, "{path}");
        let problem = late.json();
        let now = problem["current"]["revision"].as_i64().unwrap();
        assert!(problem["current"].to_string().contains(r#""A""#) || path.ends_with("remark"));
        assert_eq!(put(Some(&format!("\"{now}\"")), second).status, 200, "{path}");
        assert_eq!(put(Some("*"), first).status, 200, "{path}: whatever is there");
    }
    // Two at once: one of them is told so, twenty times.
    let path = format!("/api/cards/{}", card["id"]);
    for _ in 0..20 {
        let tag = server.get(&path).header("etag").unwrap().to_owned();
        let rename = |name: &str| {
            let headers = [JSON, ("if-match", tag.as_str())];
            server.send("PATCH", &path, &headers, &json!({ "name": name }).to_string()).status
        };
        let mut both = std::thread::scope(|scope| {
            let other = scope.spawn(|| rename("one"));
            [rename("two"), other.join().unwrap()]
        });
        both.sort_unstable();
        assert_eq!(both, [200, 412]);
    }
}

/// When the disk is full under every kind of write: nothing is acknowledged that the next start does not have.
#[expect(clippy::too_many_lines, reason = "every kind of write, and where each is looked for")]
#[test]
fn a_full_disk_keeps_every_promise_of_every_write() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("box.db");
    let mut shell = Command::new("sh");
    // In blocks of 512 bytes.
    let limited = "ulimit -f 1400; exec \"$0\" \"$@\"";
    shell.args(["-c", limited, env!("CARGO_BIN_EXE_cindo")]);
    let server = Server::run(&mut shell, &["--data", file.to_str().unwrap()], Stdio::null());
    let plan: Value = serde_json::from_str(HAKE).unwrap();
    let make = |path: &str, body: &Value| {
        let answer = server.post(path, &body.to_string());
        (answer.status == 201).then(|| answer.json()["id"].as_i64().unwrap())
    };
    let card = |name: &str| json!({ "name": name, "note": "n".repeat(1500), "request": plan });
    let line_up = json!({ "name": "Thursday", "line_up": { "dishes": [
        { "id": "peas", "side": "peas", "servings": 4, "serve_at": "2026-12-03T19:30:00Z" },
    ]}});
    let check = json!({ "gear": "fan_oven", "made": { "kind": "dial", "readings": [{ "dial_c": 180, "read_c": 171 }] } });
    let check_path = "/api/kitchen/checks";
    let first_card = make("/api/cards", &card("first")).unwrap();
    let cook = make("/api/cooks", &json!({ "request": plan })).unwrap();
    let entry = make("/api/log", &json!({ "request": plan })).unwrap();
    assert_eq!(tell(&server, cook, "in").status, 200);
    // Full.
    let filled = (0..2000).take_while(|i| make("/api/cards", &card(&i.to_string())).is_some());
    let filled = filled.count();
    assert!((20..2000).contains(&filled), "{filled}");
    let kitchen = server.get("/api/kitchen").json()["kitchen"].clone();
    let mut made: Vec<(&str, i64)> = Vec::new();
    let mut refused = 0;
    let mut last: [Option<String>; 3] = [const { None }; 3];
    let mut notes = 0;
    for round in 0..12 {
        let word = format!("{round} {}", "w".repeat(400));
        for (path, body) in [
            ("/api/cards", card("more")),
            ("/api/cooks", json!({ "request": plan })),
            ("/api/log", json!({ "request": plan })),
            ("/api/line-ups", line_up.clone()),
            (check_path, check.clone()),
        ] {
            match make(path, &body) {
                Some(id) => made.push((path, id)),
                None => refused += 1,
            }
        }
        let named = {
            let mut kitchen = kitchen.clone();
            kitchen["name"] = json!(format!("K{round}"));
            kitchen
        };
        let changes = [
            ("PATCH", format!("/api/cards/{first_card}"), json!({ "note": word })),
            ("PUT", format!("/api/log/{entry}/remark"), json!({ "note": word })),
            ("PUT", "/api/kitchen".to_owned(), named.clone()),
        ];
        let said = [&word, &word, &format!("K{round}")];
        for ((method, path, body), (place, said)) in changes.iter().zip(said.iter().enumerate()) {
            let status = server.send(method, path, &[JSON, ANY], &body.to_string()).status;
            if status == 200 {
                last[place] = Some((*said).clone());
            } else {
                assert_eq!(status, 507, "{path}");
                refused += 1;
            }
        }
        let note =
            json!([{ "id": Uuid::new_v4().to_string(), "kind": "note", "text": word }]).to_string();
        let told = server.post(&format!("/api/cooks/{cook}/events"), &note).status;
        assert!(matches!(told, 200 | 507), "{told}");
        notes += usize::from(told == 200);
        refused += usize::from(told != 200);
    }
    assert!(refused > 12, "the disk was full: {refused} refused, {} made", made.len());
    assert_eq!(server.get("/api/cards").status, 200, "what was kept is still read");
    server.kill();
    let server = Server::on(&file);
    let all = |path: &str, list: &str| {
        let mut ids = Vec::new();
        let mut at = path.to_owned();
        loop {
            let page = server.get(&at).json();
            let found = if list.is_empty() { &page } else { &page[list] };
            ids.extend(found.as_array().unwrap().iter().filter_map(|row| row["id"].as_i64()));
            match page["next"].as_i64() {
                Some(next) => at = format!("{path}?cursor={next}"),
                None => return ids,
            }
        }
    };
    let lists = [
        ("/api/cards", "cards"),
        ("/api/cooks", "cooks"),
        ("/api/log", "entries"),
        ("/api/line-ups", "line_ups"),
        (check_path, ""),
    ];
    for (path, list) in lists {
        let kept = all(path, list);
        for (_, id) in made.iter().filter(|(made_at, _)| *made_at == path) {
            assert!(kept.contains(id), "{path} {id} was acknowledged and is not there");
        }
    }
    let entry_now = server.get(&format!("/api/log/{entry}")).json();
    let now = [
        server.get(&format!("/api/cards/{first_card}")).json()["note"].clone(),
        entry_now["entry"]["remark"]["note"].clone(),
        server.get("/api/kitchen").json()["kitchen"]["name"].clone(),
    ];
    for (now, last) in now.iter().zip(&last) {
        assert!(last.as_ref().is_none_or(|last| now == last), "{now} for {last:?}");
    }
    let events = server.get(&format!("/api/cooks/{cook}/events")).json()["total"].clone();
    assert_eq!(events, notes + 1);
}

/// Names of this machine in every spelling that is not its name.
#[test]
fn only_one_plain_host_and_origin_is_heard() {
    let (_folder, server) = fresh();
    let host = server.address().to_owned();
    let ask = |head: &str| {
        let text = format!("{head}\r\nConnection: close\r\n\r\n");
        status(&server.raw(text.as_bytes()))
    };
    let here = format!("GET /api/health HTTP/1.1\r\nHost: {host}");
    assert_eq!(ask(&here), 200);
    let own = format!("{here}\r\nOrigin: http://{host}");
    assert_eq!(ask(&own), 200);
    for head in [
        format!("{own}\r\nOrigin: http://evil.example"),
        format!("{here}\r\nSec-Fetch-Site: same-origin\r\nSec-Fetch-Site: cross-site"),
        format!("GET /api/health HTTP/1.1\r\nHost: evil@{host}"),
        format!("GET http://evil.example/api/health HTTP/1.1\r\nHost: {host}"),
    ] {
        assert!(matches!(ask(&head), 400 | 403), "{head}");
    }
    // The head of the stream ends at once.
    let from = Instant::now();
    assert_eq!(ask(&format!("HEAD /api/live HTTP/1.1\r\nHost: {host}")), 200);
    assert!(from.elapsed() < Duration::from_secs(5), "{:?}", from.elapsed());
}

/// One id in all its spellings is one id.
#[test]
fn an_id_counts_once_however_it_is_spelt() {
    let (_folder, server) = fresh();
    let id = begin(&server);
    let path = format!("/api/cooks/{id}/events");
    assert_eq!(tell(&server, id, "in").status, 200);
    let one = Uuid::new_v4();
    let spellings = [
        one.to_string(),
        one.to_string().to_uppercase(),
        one.simple().to_string(),
        one.braced().to_string(),
        one.urn().to_string(),
    ];
    for spelling in &spellings {
        let baste = json!([{ "id": spelling, "kind": "baste" }]).to_string();
        let told = server.post(&path, &baste);
        assert_eq!((told.status, &told.json()["events_total"]), (200, &json!(2)), "{spelling}");
        let read = json!([{ "id": spelling, "core_c": 20 }]).to_string();
        assert_eq!(server.post(&format!("/api/cooks/{id}/readings"), &read).status, 200);
    }
    let cook = server.get(&format!("/api/cooks/{id}")).json();
    assert_eq!(cook["readings"].as_array().unwrap().len(), 1);
    let undo = json!([{ "id": Uuid::new_v4().to_string(), "kind": "undo", "of": spellings[1] }])
        .to_string();
    assert_eq!(server.post(&path, &undo).status, 200);
}

/// Five bodies that promise much and send one byte hold nobody up.
#[test]
fn a_promise_of_a_body_takes_no_room() {
    let (_folder, server) = fresh();
    let headers = [("Host", server.address()), JSON];
    let head = over_the_line("POST", "/api/cards/import", &headers, "");
    let head = String::from_utf8(head).unwrap();
    let head = head.replace("\r\n\r\n", "\r\nContent-Length: 24000000\r\n\r\n{");
    let held: Vec<TcpStream> = (0..5)
        .map(|_| {
            let mut connection = TcpStream::connect(server.address()).unwrap();
            connection.write_all(head.as_bytes()).unwrap();
            connection
        })
        .collect();
    let spaces = " ".repeat(20 << 20);
    let from = Instant::now();
    let answer = server.post("/api/cards/import", &format!("{spaces}x"));
    assert_eq!(answer.status, 400, "it was read");
    assert!(from.elapsed() < Duration::from_secs(3), "{:?}", from.elapsed());
    drop(held);
}

/// Years that clocks and calendars of devices do not know are named.
#[test]
fn far_years_are_refused_by_name() {
    let (_folder, server) = fresh();
    for year in ["9999", "2101", "1969", "0001"] {
        let dish = json!({ "id": "peas", "side": "peas", "servings": 4,
            "serve_at": format!("{year}-12-30T19:30:00Z") });
        let line_up = json!({ "name": "Far", "line_up": { "dishes": [dish] } }).to_string();
        let refused = server.post("/api/line-ups", &line_up);
        assert_eq!((refused.status, refused.fields()), (422, vec!["dishes.0.serve_at".to_owned()]));
        assert!(refused.json()["errors"][0]["message"].as_str().unwrap().contains("1970 to 2100"));
        let sheet = format!(r#"{{"prep":{{"plan":{HAKE}}},"heat_at":"{year}-12-30T19:30:00"}}"#);
        assert_eq!(server.post("/api/prep/calendar", &sheet).fields(), ["heat_at"], "{year}");
    }
}

/// Twenty-four photos at once are read one after the other; a picture that unfolds is refused before it does.
#[test]
fn many_photos_take_no_more_than_one() {
    use base64::Engine;
    use image::{DynamicImage, ImageFormat, RgbImage};
    let (_folder, server) = fresh();
    let entry = server.post("/api/log", &format!(r#"{{"request":{HAKE}}}"#)).json()["id"].clone();
    // Five thousand pixels a side of one colour: some hundred kilobytes that unfold to 75 MB.
    let photo = DynamicImage::ImageRgb8(RgbImage::from_pixel(5000, 5000, image::Rgb([200, 9, 9])));
    let mut jpeg = std::io::Cursor::new(Vec::new());
    photo.write_to(&mut jpeg, ImageFormat::Jpeg).unwrap();
    let encode = |bytes: &[u8]| {
        json!({ "image": base64::engine::general_purpose::STANDARD.encode(bytes) }).to_string()
    };
    let body = encode(jpeg.get_ref());
    let path = format!("/api/log/{entry}/photo");
    peak_mb(server.pid());
    let before = support::memory_mb(server.pid());
    std::thread::scope(|scope| {
        for _ in 0..24 {
            scope.spawn(|| {
                let headers = [JSON, ANY];
                assert_eq!(server.ask(&Server::agent(), ("PUT", &path), &headers, &body), 204);
            });
        }
    });
    let added = peak_mb(server.pid()) - before;
    println!("{added:.0} MB for 24 photos at once");
    assert!(added < 160.0, "{added:.0} MB for 24 photos at once");
    // A progressive one with as many pixels, told by its marker, and one with a thousand passes.
    let frame = jpeg.get_ref().windows(2).position(|pair| pair == [0xff, 0xc0]).unwrap();
    let mut passes = jpeg.get_ref().clone();
    passes[frame + 1] = 0xc2;
    passes.extend([0xff, 0xda].repeat(1000));
    let refused = server.send("PUT", &path, &[JSON, ANY], &encode(&passes));
    assert_eq!(refused.status, 422);
    let message = refused.json()["errors"][0]["message"].as_str().unwrap().to_owned();
    assert!(message.contains("passes"), "{message}");
}

/// Whoever goes away in the middle leaves nothing behind.
#[test]
fn a_body_that_is_cut_is_no_body() {
    let (_folder, server) = fresh();
    let headers = [("Host", server.address()), JSON];
    let head = String::from_utf8(over_the_line("POST", "/api/cards", &headers, "")).unwrap();
    let head = head.replace("\r\n\r\n", "\r\nContent-Length: 1000\r\n\r\n{\"name\":");
    let mut connection = TcpStream::connect(server.address()).unwrap();
    connection.write_all(head.as_bytes()).unwrap();
    connection.shutdown(std::net::Shutdown::Write).unwrap();
    let mut answer = String::new();
    let _ = connection.read_to_string(&mut answer);
    assert_ne!(status(&answer), 201);
    assert_eq!(server.get("/api/cards").json()["total"], 0);
}
