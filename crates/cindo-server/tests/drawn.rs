//! Changes drawn from the description of the API itself: cooks, log, kitchen and line-ups with values at the edges of
//! every field. Each is answered in words, and no answer to one breaks a list.

#![expect(clippy::unwrap_used, reason = "a helper that cannot work should stop its test")]
#![expect(clippy::print_stdout, reason = "how many were answered is printed")]

mod support;

use std::collections::BTreeMap;
use std::time::{Duration, Instant};

use rand::rngs::StdRng;
use rand::seq::IndexedRandom;
use rand::{RngExt, SeedableRng};
use serde_json::{Map, Value, json};
use support::{ANY, HAKE, JSON, Server};
use uuid::Uuid;

/// Requests in the ordinary tests, and in the long run (`cargo test --test drawn -- --ignored`).
const REQUESTS: u64 = 1500;
const MANY_REQUESTS: u64 = 40_000;
const PATIENCE: Duration = Duration::from_secs(10);
/// What no one asks of a list of things that are kept.
const LISTS: [&str; 6] = [
    "/api/cooks",
    "/api/log",
    "/api/cards",
    "/api/line-ups",
    "/api/kitchen",
    "/api/log/statistics?by=week",
];

struct Drawer {
    random: StdRng,
    components: Value,
    catalogue: Value,
    /// Ids of events that were sent.
    events: Vec<String>,
}

impl Drawer {
    fn any<'v>(&mut self, list: &'v [Value]) -> &'v Value {
        list.choose(&mut self.random).unwrap()
    }

    /// An id of the catalogue's that suits a field of this name.
    fn known(&mut self, name: &str) -> Option<Value> {
        let list = match name {
            "species" => "species",
            "cut" => "cuts",
            "method" => "methods",
            "gear" | "vessel" | "like" => "gear",
            "side" => "sides",
            "cue" => "cues",
            "trouble" => "rescues",
            "oil" => "oils",
            _ => return None,
        };
        let list = self.catalogue[list].as_array()?.clone();
        Some(self.any(&list)["id"].clone())
    }

    fn text(&mut self, name: &str) -> Value {
        if let Some(known) = self.known(name)
            && self.random.random_bool(0.9)
        {
            return known;
        }
        let now = jiff::Timestamp::now();
        let far = ["1969-12-31T23:59:59Z", "2101-01-01T00:00:00Z", "9999-12-30T22:00:00Z"];
        let odd =
            ["", "\u{0}", "=1+1", "\u{202e}abc", "x", "next", "plate", "rack", "hake", "fan_oven"];
        match name {
            "id" => {
                let id = Uuid::new_v4().to_string();
                self.events.push(id.clone());
                json!(id)
            }
            "of" if !self.events.is_empty() => json!(self.events.choose(&mut self.random).unwrap()),
            "at" | "serve_at" | "first_serve_at" | "now" | "heat_at" => {
                if self.random.random_bool(0.1) {
                    return json!(far.choose(&mut self.random).unwrap());
                }
                let ago_s = self.random.random_range(-7200..3600);
                let at = now.checked_sub(jiff::SignedDuration::from_secs(ago_s)).unwrap();
                json!(at.to_string())
            }
            _ if self.random.random_bool(0.02) => json!("w".repeat(5000)),
            _ => json!(odd.choose(&mut self.random).unwrap()),
        }
    }

    fn number(&mut self, schema: &Value, is_whole: bool) -> Value {
        let low = schema["minimum"].as_f64().unwrap_or(-1e3);
        let high = schema["maximum"].as_f64().unwrap_or(1e4);
        let value = match self.random.random_range(0..20) {
            0 => low,
            1 => high,
            2 => low - 1.0,
            3 => high + 1.0,
            4 => 1e308,
            5 => -0.0,
            _ => self.random.random_range(low..=high),
        };
        if is_whole && value.abs() < 1e15 {
            #[expect(clippy::cast_possible_truncation, reason = "small enough")]
            return json!(value as i64);
        }
        json!(value)
    }

    /// A value of a shape, often at one of its ends, sometimes beyond.
    fn value(&mut self, schema: &Value, name: &str, depth: usize) -> Value {
        if let Some(reference) = schema["$ref"].as_str() {
            let shape = self.components["schemas"][reference.rsplit('/').next().unwrap()].clone();
            if reference.ends_with("/PlanRequest") && self.random.random_bool(0.7) {
                return serde_json::from_str(HAKE).unwrap();
            }
            return self.value(&shape, name, depth);
        }
        if self.random.random_bool(0.01) {
            let odd = [json!(null), json!([]), json!({}), json!("1"), json!(true), json!([[[]]])];
            return self.any(&odd).clone();
        }
        if let Some(kinds) = schema["oneOf"].as_array() {
            let kind = self.any(kinds).clone();
            return self.value(&kind, name, depth);
        }
        if let Some(values) = schema["enum"].as_array() {
            return self.any(values).clone();
        }
        let kind = match &schema["type"] {
            Value::Array(kinds) => kinds[0].as_str().unwrap_or("null").to_owned(),
            kind => kind.as_str().unwrap_or("null").to_owned(),
        };
        match kind.as_str() {
            "object" => {
                let required = schema["required"].as_array().cloned().unwrap_or_default();
                let mut object = Map::new();
                for (field, shape) in schema["properties"].as_object().into_iter().flatten() {
                    let is_needed = required.contains(&json!(field));
                    if is_needed && self.random.random_bool(0.99)
                        || !is_needed && depth < 6 && self.random.random_bool(0.25)
                    {
                        object.insert(field.clone(), self.value(shape, field, depth + 1));
                    }
                }
                Value::Object(object)
            }
            "array" => {
                let most = if self.random.random_bool(0.02) { 70 } else { 3 };
                let count = self.random.random_range(0..=most);
                (0..count).map(|_| self.value(&schema["items"], name, depth + 1)).collect()
            }
            "string" => self.text(name),
            "number" => self.number(schema, false),
            "integer" => self.number(schema, true),
            "boolean" => json!(self.random.random_bool(0.5)),
            _ => Value::Null,
        }
    }
}

fn attack(requests: u64, seed: u64) {
    let description: Value = serde_json::from_str(include_str!("../../../openapi.json")).unwrap();
    let server = Server::demo();
    let mut drawer = Drawer {
        random: StdRng::seed_from_u64(seed),
        components: description["components"].clone(),
        catalogue: server.get("/api/catalogue").json(),
        events: Vec::new(),
    };
    // Everything that keeps something; questions are drawn in `edges.rs`.
    let keeps =
        ["/api/cooks", "/api/log", "/api/kitchen", "/api/line-ups", "/api/line-up/", "/api/cards"];
    let mut operations = Vec::new();
    for (path, item) in description["paths"].as_object().unwrap() {
        for (method, operation) in item.as_object().unwrap() {
            let is_kept = keeps.iter().any(|begins| path.starts_with(begins));
            if is_kept && method != "get" {
                let body = &operation["requestBody"]["content"]["application/json"]["schema"];
                operations.push((method.to_uppercase(), path.clone(), body.clone()));
            }
        }
    }
    assert!(operations.len() > 25, "{}", operations.len());
    let mut counts: BTreeMap<String, u64> = BTreeMap::new();
    for i in 0..requests {
        // Events most of all: they meet a state.
        let events = operations.iter().filter(|(_, path, _)| path.ends_with("/events"));
        let others: Vec<_> = operations.iter().collect();
        let events: Vec<_> = events.collect();
        let from = if drawer.random.random_bool(0.4) { &events } else { &others };
        let (method, path, schema) = *from.choose(&mut drawer.random).unwrap();
        let id = drawer.random.random_range(1..6).to_string();
        let path = path.replace("{id}", if path.contains("gear") { "cast_iron_26" } else { &id });
        let body =
            if schema.is_null() { String::new() } else { drawer.value(schema, "", 0).to_string() };
        let from = Instant::now();
        let answer = server.send(method, &path, &[JSON, ANY], &body);
        let about = format!("{method} {path} {body} (seed {seed}, {i})");
        let is_answered =
            matches!(answer.status, 200 | 201 | 202 | 204 | 400 | 404 | 409 | 412 | 422);
        let is_busy = answer.status == 503 && path.contains("import");
        assert!(is_answered || is_busy, "{} {}", answer.status, about);
        assert!(from.elapsed() < PATIENCE, "{:?} {about}", from.elapsed());
        if answer.status == 422 {
            assert!(!answer.fields().is_empty() && answer.body.len() < 65_536, "{about}");
        }
        *counts
            .entry(format!("{} {}", path.split('/').nth(2).unwrap(), answer.status))
            .or_default() += 1;
        if i % 25 == 0 {
            for list in LISTS {
                assert_eq!(server.get(list).status, 200, "{list} after {about}");
            }
            let unreadable = server.get("/api/cooks").json()["unreadable"].clone();
            assert_eq!(unreadable, json!([]), "what was kept cannot be worked out, after {about}");
        }
    }
    println!("{counts:?}");
    for what in ["cooks", "log", "kitchen", "line-ups", "cards"] {
        let is_taken = |key: &String| key.starts_with(what) && key.contains(" 20");
        let taken: u64 = counts.iter().filter(|(key, _)| is_taken(key)).map(|(_, n)| n).sum();
        assert!(taken > 0, "{what}: none was taken: {counts:?}");
    }
}

#[test]
fn drawn_changes_are_answered_and_break_no_list() {
    attack(REQUESTS, 20_261_202);
}

#[test]
#[ignore = "takes half an hour: the long run"]
fn many_drawn_changes_are_answered_and_break_no_list() {
    for seed in 0..20 {
        attack(MANY_REQUESTS / 20, seed);
    }
}
