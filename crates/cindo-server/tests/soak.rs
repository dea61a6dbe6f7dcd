//! Half an hour of mixed traffic with a kill a minute (`make soak-server`): what it takes, as a table.

#![expect(clippy::unwrap_used, reason = "a helper that cannot work should stop its test")]
#![expect(clippy::print_stdout, reason = "the table is what it is for")]
#![expect(clippy::cast_precision_loss, reason = "counts and sizes of a soak")]

mod support;

use std::collections::BTreeSet;
use std::io::{Read, Write};
use std::net::TcpStream;
use std::sync::Mutex;
use std::sync::atomic::{AtomicBool, AtomicU64, Ordering};
use std::time::{Duration, Instant};

use base64::Engine;
use serde_json::{Value, json};
use support::{ANY, HAKE, JSON, Server, begin, memory_mb, try_send};
use uuid::Uuid;

/// Minutes when nobody says (`CINDO_SOAK_MINUTES`).
const MINUTES: u32 = 30;
const COOKS: usize = 10;
/// Resident memory and open descriptors stay below.
const MOST_MB: f64 = 400.0;
const MOST_OPEN: usize = 400;

#[derive(Default)]
struct Figures {
    requests: AtomicU64,
    failures: AtomicU64,
    plan_ms: Mutex<Vec<f64>>,
    event_ms: Mutex<Vec<f64>>,
    acknowledged: Mutex<BTreeSet<(i64, String)>>,
}

fn percentile(times: &Mutex<Vec<f64>>, share: f64) -> f64 {
    let mut times = std::mem::take(&mut *times.lock().unwrap());
    times.sort_by(f64::total_cmp);
    #[expect(
        clippy::cast_possible_truncation,
        clippy::cast_sign_loss,
        reason = "a place in a list"
    )]
    let place = (share * times.len().saturating_sub(1) as f64) as usize;
    times.get(place).copied().unwrap_or_default()
}

/// One request after the other until the minute is over.
fn traffic(
    address: &str,
    cooks: &[i64],
    entry: i64,
    figures: &Figures,
    (worker, over): (usize, &AtomicBool),
) {
    let plan: Value = serde_json::from_str(HAKE).unwrap();
    let mut i = 0_u64;
    while !over.load(Ordering::Relaxed) {
        i += 1;
        let cook = cooks[usize::try_from(i).unwrap() % cooks.len()];
        let from = Instant::now();
        let taken_ms = || from.elapsed().as_secs_f64() * 1000.0;
        let post = |path: &str, body: &Value| {
            figures.requests.fetch_add(1, Ordering::Relaxed);
            try_send(address, "POST", path, &[JSON], &body.to_string())
        };
        let answer = match worker {
            0 | 1 => {
                let id = Uuid::new_v4().to_string();
                let event = if i.is_multiple_of(2) {
                    json!([{ "id": id, "kind": "baste" }])
                } else {
                    json!([{ "id": id, "kind": "note", "text": "n".repeat(300) }])
                };
                let told = post(&format!("/api/cooks/{cook}/events"), &event);
                if told.is_some() {
                    figures.event_ms.lock().unwrap().push(taken_ms());
                    figures.acknowledged.lock().unwrap().insert((cook, id));
                }
                std::thread::sleep(Duration::from_millis(400));
                told
            }
            2 => {
                let read =
                    json!([{ "id": Uuid::new_v4().to_string(), "core_c": 20.0 + (i % 20) as f64 }]);
                std::thread::sleep(Duration::from_millis(100));
                post(&format!("/api/cooks/{cook}/readings"), &read)
            }
            3 => {
                let mut plan = plan.clone();
                plan["piece"]["thickness_mm"] = json!(20.0 + (i % 1000) as f64 * 0.01);
                let planned = post("/api/plan", &plan);
                figures.plan_ms.lock().unwrap().push(taken_ms());
                std::thread::sleep(Duration::from_millis(60));
                planned
            }
            4 => {
                let rows = "2026-01-01 19:30,hake,sear,soak,b\n".repeat(2000);
                let csv = format!("at,fish,method,name,note\n{rows}");
                let job = post("/api/log/import", &json!({ "csv": csv }));
                std::thread::sleep(Duration::from_secs(2));
                if let Some(id) = job.as_ref().and_then(|job| job["id"].as_u64()) {
                    try_send(address, "DELETE", &format!("/api/log/import/{id}"), &[], "");
                }
                job
            }
            5 => {
                let photo = image::RgbImage::from_pixel(2400, 1800, image::Rgb([9, 99, 9]));
                let mut jpeg = std::io::Cursor::new(Vec::new());
                photo.write_to(&mut jpeg, image::ImageFormat::Jpeg).unwrap();
                let image = base64::engine::general_purpose::STANDARD.encode(jpeg.get_ref());
                let body = json!({ "image": image }).to_string();
                std::thread::sleep(Duration::from_secs(3));
                try_send(address, "PUT", &format!("/api/log/{entry}/photo"), &[JSON, ANY], &body)
            }
            6 => {
                let line_up = json!({ "name": "Soak", "line_up": { "dishes": [
                    { "id": "peas", "side": "peas", "servings": 4, "serve_at": "2026-12-03T19:30:00Z" },
                    { "id": "hake", "request": plan, "serve_at": "2026-12-03T19:30:00Z" },
                ]}});
                std::thread::sleep(Duration::from_secs(2));
                post("/api/line-ups", &line_up)
            }
            _ => {
                // A listener that comes, stalls or reads, and goes.
                let Ok(mut line) = TcpStream::connect(address) else { continue };
                let _ = write!(line, "GET /api/live HTTP/1.1\r\nHost: localhost\r\n\r\n");
                let _ = line.set_read_timeout(Some(Duration::from_millis(500)));
                let mut some = vec![0; 65_536];
                for _ in 0..20 {
                    if over.load(Ordering::Relaxed) {
                        break;
                    }
                    if worker.is_multiple_of(2) {
                        let _ = line.read(&mut some);
                    } else {
                        std::thread::sleep(Duration::from_millis(500));
                    }
                }
                Some(Value::Null)
            }
        };
        if answer.is_none() && !over.load(Ordering::Relaxed) {
            figures.failures.fetch_add(1, Ordering::Relaxed);
        }
    }
}

#[test]
#[ignore = "takes half an hour: make soak-server"]
fn half_an_hour_of_mixed_traffic() {
    #[expect(clippy::disallowed_methods, reason = "a test has no command line of its own")]
    let said = std::env::var("CINDO_SOAK_MINUTES");
    let minutes = said.ok().and_then(|text| text.parse().ok()).unwrap_or(MINUTES);
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("kitchen.db");
    let log = folder.path().join("log");
    let start = || {
        let to = std::fs::OpenOptions::new().create(true).append(true).open(&log).unwrap();
        Server::logging(&["--data", file.to_str().unwrap()], to.into())
    };
    let mut server = start();
    let cooks: Vec<i64> = (0..COOKS).map(|_| begin(&server)).collect();
    for cook in &cooks {
        let into = json!([support::event("in", 1.0)]).to_string();
        assert_eq!(server.post(&format!("/api/cooks/{cook}/events"), &into).status, 200);
    }
    let entry = server.post("/api/log", &format!(r#"{{"request":{HAKE}}}"#)).json()["id"].as_i64();
    let entry = entry.unwrap();
    let figures = Figures::default();
    println!(
        "| minute | requests | failed | plan p50 ms | plan p95 ms | event p95 ms | RSS MB | open | file MB | log kB |"
    );
    println!("|---|---|---|---|---|---|---|---|---|---|");
    for minute in 1..=minutes {
        let over = AtomicBool::new(false);
        let address = server.address().to_owned();
        let (mut rss, mut open) = (0.0_f64, 0);
        std::thread::scope(|scope| {
            for worker in 0..12 {
                let (address, cooks, figures, over) = (&address, &cooks, &figures, &over);
                scope.spawn(move || traffic(address, cooks, entry, figures, (worker, over)));
            }
            for _ in 0..58 {
                std::thread::sleep(Duration::from_secs(1));
                rss = rss.max(memory_mb(server.pid()));
                let fds = std::fs::read_dir(format!("/proc/{}/fd", server.pid())).unwrap().count();
                open = open.max(fds);
            }
            over.store(true, Ordering::Relaxed);
        });
        let size = |path: &std::path::Path| std::fs::metadata(path).map_or(0, |m| m.len());
        let plan_ms = {
            let mut times = figures.plan_ms.lock().unwrap();
            times.sort_by(f64::total_cmp);
            times.get(times.len() / 2).copied().unwrap_or_default()
        };
        println!(
            "| {minute} | {} | {} | {plan_ms:.0} | {:.0} | {:.0} | {rss:.0} | {open} | {:.1} | {} |",
            figures.requests.swap(0, Ordering::Relaxed),
            figures.failures.load(Ordering::Relaxed),
            percentile(&figures.plan_ms, 0.95),
            percentile(&figures.event_ms, 0.95),
            size(&file) as f64 / 1e6,
            size(&log) / 1000,
        );
        assert!(rss < MOST_MB && open < MOST_OPEN, "{rss:.0} MB, {open} open");
        // A power cut a minute.
        std::mem::replace(&mut server, Server::on(&folder.path().join("other.db"))).kill();
        server = start();
    }
    let mut kept = BTreeSet::new();
    for cook in &cooks {
        let mut from = 0;
        loop {
            let page = server.get(&format!("/api/cooks/{cook}/events?from={from}")).json();
            let some = page["events"].as_array().unwrap();
            if some.is_empty() {
                break;
            }
            from += some.len();
            kept.extend(some.iter().map(|e| (*cook, e["id"].as_str().unwrap().to_owned())));
        }
    }
    let acknowledged = figures.acknowledged.lock().unwrap();
    let lost = acknowledged.iter().filter(|event| !kept.contains(event)).count();
    println!("{} events acknowledged, {lost} lost", acknowledged.len());
    assert_eq!(lost, 0);
    let said = std::fs::read_to_string(&log).unwrap();
    assert!(!said.contains("panicked"), "{said}");
}
