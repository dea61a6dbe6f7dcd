//! A whole day at the stove: many pages that listen, many cooks with many readings, and telling again what may
//! not have arrived.

#![expect(clippy::unwrap_used, reason = "a helper that cannot work should stop its test")]
#![expect(clippy::print_stdout, reason = "figures are printed where they were measured")]

mod support;

use std::io::{BufRead, BufReader, Read, Write};
use std::net::TcpStream;
use std::sync::mpsc;
use std::time::{Duration, Instant};

use proptest::prelude::*;
use rand::rngs::StdRng;
use rand::seq::SliceRandom;
use rand::{RngExt, SeedableRng};
use serde_json::{Value, json};
use support::{Server, begin, event, memory_mb};
use uuid::Uuid;

fn tell(server: &Server, id: i64, what: &str, told: &Value) -> Value {
    let answer = server.post(&format!("/api/cooks/{id}/{what}"), &told.to_string());
    assert_eq!(answer.status, 200, "{}", answer.json());
    answer.json()
}

fn percentile(times: &mut [Duration], share: f64) -> Duration {
    times.sort_unstable();
    #[expect(
        clippy::cast_possible_truncation,
        clippy::cast_sign_loss,
        clippy::cast_precision_loss,
        reason = "a place in a list"
    )]
    let place = (share * (times.len() - 1) as f64).round() as usize;
    times[place]
}

/// Marks a page's event: a note that is in it.
fn mark(turn: usize) -> String {
    format!("mark {turn} ")
}

/// How late pages hear of each event, and the server's memory meanwhile, MB. One page listens and reads nothing.
fn listened(pages: usize, turns: usize) -> (Vec<Duration>, f64) {
    let server = Server::demo();
    let cooks: Vec<i64> = (0..4).map(|_| begin(&server)).collect();
    for id in &cooks {
        tell(&server, *id, "events", &json!([event("in", 30.0)]));
    }
    let ask = || {
        let mut line = TcpStream::connect(server.address()).unwrap();
        line.set_read_timeout(Some(Duration::from_secs(30))).unwrap();
        write!(line, "GET /api/live HTTP/1.1\r\nHost: localhost\r\n\r\n").unwrap();
        line
    };
    let deaf = ask();
    let (hears, heard) = mpsc::channel();
    let (ready, is_ready) = mpsc::channel();
    let readers: Vec<_> = (0..pages)
        .map(|_| {
            let (line, hears, ready) = (ask(), hears.clone(), ready.clone());
            let read = move || {
                let mut lines = BufReader::new(line);
                let mut text = Vec::new();
                let mut is_first = true;
                let mut next = 0;
                while next < turns {
                    text.clear();
                    if lines.by_ref().read_until(b'\n', &mut text).unwrap_or(0) == 0 {
                        break;
                    }
                    if std::mem::take(&mut is_first) {
                        ready.send(()).unwrap();
                    }
                    let wanted = mark(next);
                    if text.windows(wanted.len()).any(|w| w == wanted.as_bytes()) {
                        hears.send((next, Instant::now())).unwrap();
                        next += 1;
                    }
                }
            };
            std::thread::Builder::new().stack_size(128 << 10).spawn(read).unwrap()
        })
        .collect();
    for _ in 0..pages {
        is_ready.recv().unwrap();
    }
    let mut told = Vec::with_capacity(turns);
    let mut most_mb: f64 = 0.0;
    for turn in 0..turns {
        let note =
            json!([{ "id": Uuid::new_v4().to_string(), "kind": "note", "text": mark(turn) }]);
        told.push(Instant::now());
        tell(&server, cooks[turn % cooks.len()], "events", &note);
        most_mb = most_mb.max(memory_mb(server.pid()));
        std::thread::sleep(Duration::from_millis(250));
    }
    for reader in readers {
        reader.join().unwrap();
    }
    drop(hears);
    let late: Vec<Duration> = heard.iter().map(|(turn, at)| at - told[turn]).collect();
    assert_eq!(late.len(), pages * turns, "every page heard of everything");
    drop(deaf);
    assert_eq!(server.stop(), Some(0), "and it ends with one that never read");
    (late, most_mb)
}

#[test]
fn many_pages_hear_of_everything_within_a_second() {
    let (mut late, mb) = listened(60, 6);
    let p99 = percentile(&mut late, 0.99);
    println!("60 pages: 99 of 100 heard within {p99:?}, {mb:.0} MB");
    assert!(p99 < Duration::from_secs(1), "{p99:?}");
}

/// `cargo test --release -p cindo-server --test day -- --ignored --nocapture`
#[test]
#[ignore = "a measurement, of a release build"]
fn five_hundred_pages_hear_within_a_second() {
    let (mut late, mb) = listened(500, 12);
    let p99 = percentile(&mut late, 0.99);
    let median = percentile(&mut late, 0.5);
    println!("500 pages: median {median:?}, 99 of 100 within {p99:?}, {mb:.0} MB");
    assert!(p99 < Duration::from_secs(1) && mb < 150.0, "{p99:?} {mb:.0} MB");
}

/// Twenty cooks of a day with five thousand readings: after a restart the stove's page has them at once.
#[test]
fn a_day_of_twenty_cooks_opens_at_once() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("day.db");
    let server = Server::on(&file);
    for cook in 0..20 {
        let id = begin(&server);
        tell(&server, id, "events", &json!([event("in", 600.0)]));
        let readings: Vec<Value> = (0..250)
            .map(|i| {
                let at = f64::from(i);
                let id = Uuid::new_v4().to_string();
                json!({ "id": id, "ago_s": 590.0 - 2.2 * at, "core_c": 6.0 + 0.1 * at })
            })
            .collect();
        tell(&server, id, "readings", &json!(readings));
        let after = [event("turn", 120.0), event("out", 30.0), event("serve", 1.0)];
        tell(&server, id, "events", &json!(after[..if cook % 2 == 0 { 3 } else { 1 }]));
    }
    server.kill();
    let server = Server::on(&file);
    let timed = || {
        let from = Instant::now();
        let list = server.get("/api/cooks").json();
        let cooks = list["cooks"].as_array().unwrap();
        let read: usize = cooks.iter().map(|c| c["readings"].as_array().unwrap().len()).sum();
        assert_eq!((cooks.len(), list["past"].as_array().unwrap().len()), (10, 10), "{list}");
        assert!(read >= 10 * 200, "{read}");
        from.elapsed()
    };
    let (cold, mut warm) = (timed(), [(); 5].map(|()| timed()));
    let warm = percentile(&mut warm, 0.5);
    println!("a day's list: {cold:?} after a restart, then {warm:?}");
    // 0.3 s is what is promised; an unoptimised build beside other tests gets more.
    let limit = Duration::from_secs_f64(if cfg!(debug_assertions) { 1.5 } else { 0.3 });
    assert!(cold < limit && warm < limit, "{cold:?} {warm:?}");
}

/// What a cook comes to, without its number and the clock.
fn outcome(server: &Server, id: i64) -> Value {
    let cook = server.get(&format!("/api/cooks/{id}")).json();
    let mut events: Vec<Value> = cook["events"].as_array().unwrap().clone();
    events.sort_by_key(|e| (e["at"].to_string(), e["id"].to_string()));
    let mut readings: Vec<Value> = cook["readings"].as_array().unwrap().clone();
    readings.sort_by_key(|r| r["id"].to_string());
    // The two began some milliseconds apart: the last digits of their clocks differ.
    let estimate = cook["estimate"].as_object().unwrap();
    let rounded =
        |(name, value): (&String, &Value)| format!("{name} {:.6}", value.as_f64().unwrap_or(0.0));
    json!({
        "events": events.iter().map(|e| json!([e["id"], e["at"], e["kind"]])).collect::<Vec<_>>(),
        "readings": readings.iter().map(|r| json!([r["id"], r["at"], r["used"]])).collect::<Vec<_>>(),
        "status": cook["status"],
        "pull_s": cook["forecast"]["pull_s"],
        "served_c": cook["forecast"]["core_served_c"],
        "estimate": estimate.iter().map(rounded).collect::<Vec<_>>(),
    })
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 6, failure_persistence: None, ..ProptestConfig::default() })]

    /// Whatever was told twice, in other heaps, and with the server gone in between: it comes to the same.
    #[test]
    fn any_order_of_retries_and_restarts_comes_to_the_same(seed in any::<u64>()) {
        let mut random = StdRng::seed_from_u64(seed);
        let folder = tempfile::tempdir().unwrap();
        let file = folder.path().join("stove.db");
        let mut server = Server::on(&file);
        // In a kitchen of its own: two in one pan would share its heat.
        let beside = Server::on(&folder.path().join("beside.db"));
        let (once, often) = (begin(&beside), begin(&server));
        let now = jiff::Timestamp::now();
        let at = |ago_s: i64| now.checked_sub(jiff::SignedDuration::from_secs(ago_s)).unwrap();
        let told = |kind: &str, ago_s: i64| {
            json!({ "id": Uuid::new_v4().to_string(), "kind": kind, "at": at(ago_s).to_string() })
        };
        let begun = told("in", 700);
        let mut events =
            vec![told("press", 690), told("baste", 300), told("turn", 200), told("baste", 150)];
        let ended = json!([told("out", 60), told("serve", 5)]);
        let readings: Vec<Value> = (0..8)
            .map(|i| {
                let core_c = 8.0 + 4.0 * f64::from(i);
                json!({ "id": Uuid::new_v4().to_string(), "at": at(600 - 50 * i64::from(i)).to_string(), "core_c": core_c })
            })
            .collect();
        for (server, id) in [(&beside, once), (&server, often)] {
            tell(server, id, "events", &json!([begun]));
        }
        tell(&beside, once, "events", &json!(events));
        tell(&beside, once, "readings", &json!(readings));
        tell(&beside, once, "events", &ended);
        let mut open: Vec<usize> = (0..events.len()).collect();
        while !open.is_empty() {
            open.shuffle(&mut random);
            let heap = random.random_range(1..=events.len());
            events.shuffle(&mut random);
            tell(&server, often, "events", &json!(events[..heap]));
            // Those of a heap may have arrived before; until all have, more is told.
            let kept = server.get(&format!("/api/cooks/{often}")).json();
            open.retain(|i| !kept["events"].to_string().contains(events[*i]["id"].as_str().unwrap()));
            let some = random.random_range(0..readings.len());
            tell(&server, often, "readings", &json!(readings[some..]));
            if random.random_bool(0.4) {
                server.kill();
                server = Server::on(&file);
            }
        }
        tell(&server, often, "readings", &json!(readings));
        for _ in 0..2 {
            tell(&server, often, "events", &json!(events));
            tell(&server, often, "events", &ended);
        }
        prop_assert_eq!(outcome(&server, often), outcome(&beside, once));
    }
}
