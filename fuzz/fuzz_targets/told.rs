//! What is told of things that are kept: events and readings of a cook, a log's table, a line-up and its changes. The
//! first digit says which, the rest is the body.
#![no_main]

use std::sync::LazyLock;

use cindo_core::bench::{Bench, Budget};
use cindo_core::catalogue::Catalogue;
use cindo_core::cook::{Event, EventInput, Happened, Promise, Reading, check, follow};
use cindo_core::lineup::{Change, LineUpRequest, change, line_up};
use cindo_core::log::Entry;
use cindo_core::plan::planned;
use cindo_core::setup::PlanRequest;
use libfuzzer_sys::fuzz_target;

#[path = "../../crates/cindo-server/src/log_file.rs"]
#[allow(dead_code)]
mod log_file;
#[path = "../../crates/cindo-server/src/request.rs"]
mod request;
#[path = "../../crates/cindo-server/src/table.rs"]
#[allow(dead_code)]
mod table;
/// What an import makes of one of a file, as the server has it.
mod import {
    pub(crate) type Looked<N> = Result<Option<N>, Vec<cindo_core::error::FieldError>>;
}

/// Less than the server allows, enough for a cook of many hours.
const WORK: u64 = 6_000_000;
const HAKE: &str = r#"{"piece":{"species":"hake","cut":"loin","thickness_mm":28,"skin":true,"start_c":5},"method":"sear","doneness":"medium"}"#;

static CATALOGUE: LazyLock<Catalogue> =
    LazyLock::new(|| Catalogue::embedded().expect("the catalogue that was built in"));
static COOK: LazyLock<(PlanRequest, Promise)> = LazyLock::new(|| {
    let request: PlanRequest = serde_json::from_str(HAKE).expect("a plan");
    let promise = Promise::of(&*CATALOGUE, &request).expect("its promise");
    (request, promise)
});

/// Events at moments that are given as `ago_s`, in the order of the list: whatever was taken is followed.
fn events(body: &[u8]) {
    let Ok(told) = request::parse::<Vec<EventInput>>(body) else { return };
    let (request, promise) = &*COOK;
    let mut list = vec![Event { id: "in".to_owned(), at_s: 0.0, what: Happened::In { medium_c: None } }];
    let mut readings = Vec::new();
    for event in told.iter().take(12) {
        let at_s = event.ago_s.unwrap_or(10.0 * list.len() as f64).clamp(-1e6, 1e12);
        readings.push(Reading { at_s, core_c: 20.0 + at_s % 60.0 });
        if let Ok(what) = event.happened(&*CATALOGUE, request) {
            list.push(Event { id: event.id.clone(), at_s, what });
            if check(&list).is_err() {
                list.pop();
            }
        }
    }
    for now_s in [0.0, 1e3, 1e6, 1e12] {
        let budget = Budget::of(WORK);
        let bench = Bench::new(&CATALOGUE, &budget);
        let _ = follow(bench, request, promise, (&list, &readings), now_s);
        let _ = Entry::of_cook(bench, "", (request, promise), (&list, &readings));
    }
}

fn table(body: &[u8]) {
    let Ok(csv) = std::str::from_utf8(body) else { return };
    let file = serde_json::json!({ "csv": csv }).to_string();
    let Ok(file) = request::parse::<log_file::LogFile>(file.as_bytes()) else { return };
    let Ok(opened) = log_file::open(file) else { return };
    for (_, line) in opened.lines {
        let _ = log_file::look(&CATALOGUE, &opened.table, line, &mut |_| true);
    }
}

/// A line-up and the changes of its service, one after the other.
fn service(body: &[u8]) {
    #[derive(serde::Deserialize, utoipa::ToSchema)]
    struct Asked {
        line_up: LineUpRequest,
        changes: Vec<Change>,
    }
    let Ok(asked) = request::parse::<Asked>(body) else { return };
    let budget = Budget::of(WORK);
    let bench = Bench::new(&CATALOGUE, &budget);
    let plan = |request: &PlanRequest| planned(bench, request).map(std::sync::Arc::new);
    let mut request = asked.line_up;
    for some in asked.changes.chunks(1).take(8) {
        let Ok(solved) = line_up(bench, &request, &mut |asked| plan(asked)) else { return };
        let Ok(next) = change(&request, &solved, Some(-600.0), some) else { continue };
        request = next;
    }
}

fuzz_target!(|data: &[u8]| {
    let Some((which, body)) = data.split_first() else { return };
    match which.wrapping_sub(b'0') % 3 {
        0 => events(body),
        1 => table(body),
        _ => service(body),
    }
});
