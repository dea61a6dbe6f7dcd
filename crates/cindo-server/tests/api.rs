//! The HTTP API as its users see it: a real server on loopback.

mod support;

use serde_json::{Value, json};
use support::{ANY, HAKE, JSON, PAN, Server};

type Change<'a> = &'a dyn Fn(&mut Value);

#[test]
fn plan_answers_with_the_fields_of_the_contract() {
    let server = Server::demo();
    let answer = server.post("/api/plan", HAKE);
    assert_eq!(answer.status, 200);
    let plan = answer.json();
    for field in [
        "method",
        "medium_c",
        "flip_s",
        "pull_s",
        "rest_s",
        "core_at_pull_c",
        "core_peak_c",
        "window_s",
        "look_from_s",
        "latest_s",
        "steps",
        "safety",
        "series",
        "section",
    ] {
        assert!(!plan[field].is_null(), "{field}");
    }
    for field in ["start_s", "duration_s", "action", "title", "detail", "cue"] {
        assert!(!plan["steps"][0][field].is_null(), "{field}");
    }
    for field in ["time_s", "core_c", "bottom_c", "top_c", "medium_c", "set_share"] {
        assert!(plan["series"][field].is_array(), "{field}");
    }
    assert_eq!(plan["safety"]["reaches_63c_15s"], json!(false));
    assert_eq!(
        plan["section"]["temperature_c"].as_array().unwrap().len(),
        plan["section"]["time_s"].as_array().unwrap().len()
    );
    let catalogue = server.get("/api/catalogue").json();
    for list in ["species", "cuts", "methods", "bands", "oils", "sources"] {
        assert!(!catalogue[list].as_array().unwrap().is_empty(), "{list}");
    }
}

#[test]
fn every_question_about_a_piece_has_its_address() {
    let server = Server::demo();
    let hake: Value = serde_json::from_str(HAKE).unwrap();
    let section = server.post("/api/section", HAKE);
    assert_eq!(section.status, 200);
    let section = section.json();
    for field in ["time_s", "edge_mm", "hottest_c", "crust", "outline_mm", "side_opaque_share"] {
        assert!(!section[field].as_array().unwrap().is_empty(), "{field}");
    }

    let compared = server.post("/api/compare", &json!({ "piece": hake["piece"] }).to_string());
    assert_eq!(compared.status, 200);
    let methods = compared.json()["methods"].as_array().unwrap().clone();
    assert_eq!(methods.len(), 21);
    let fits: Vec<f64> = methods.iter().map(|m| m["fit"].as_f64().unwrap()).collect();
    assert!(fits.windows(2).all(|w| w[0] >= w[1]), "best fit first: {fits:?}");
    assert!(methods.iter().all(|m| m["reason"].as_str().unwrap().len() > 8));

    let asked = json!({ "plan": hake, "ask": "thickness", "ready_s": 900 });
    let thickness = server.post("/api/backwards", &asked.to_string());
    assert_eq!(thickness.status, 200);
    assert!(thickness.json()["value"].as_f64().unwrap() > 4.0);
    let asked = json!({ "plan": hake, "ask": "heat", "ready_s": 5 });
    let refused = server.post("/api/backwards", &asked.to_string());
    assert_eq!((refused.status, refused.fields()), (422, vec!["ready_s".to_owned()]));

    let ladder = server.post("/api/ladder", &json!({ "plan": hake }).to_string());
    assert_eq!(ladder.status, 200);
    assert_eq!(ladder.json()["rows"].as_array().unwrap().len(), 10);
    let better = server.post("/api/better", HAKE).json();
    for field in ["remedy", "gentler"] {
        assert!(better[field].is_object() || better[field].is_null(), "{better}");
    }
    for address in ["/api/section", "/api/better", "/api/compare", "/api/backwards", "/api/ladder"]
    {
        assert_eq!(server.post(address, "{").status, 400, "{address}");
        assert_eq!(server.post(address, "{\"piece\":7}").status, 422, "{address}");
    }
}

#[test]
fn what_comes_before_the_heat_has_its_addresses() {
    let server = Server::demo();
    let hake: Value = serde_json::from_str(HAKE).unwrap();
    let piece = &hake["piece"];
    let thaw = json!({ "piece": piece, "thaw": { "place": "cold_water" } });
    let freeze = json!({ "piece": piece, "freezer_c": -18 });
    let salt = json!({ "piece": piece, "salt": { "salting": "wet_brine" } });
    let prep = json!({ "plan": hake });
    let look = json!({ "species": "hake", "form": "cut", "signs": { "smell": "sea" } });
    let amount = json!({ "species": "hake", "guests": 4, "portion_g": 170, "served": "filleted" });
    let sheet = json!({ "prep": prep, "heat_at": "2026-11-25T19:30:00" });
    // Address, a question with an answer, and one whose wrong field is named.
    for (address, good, wrong, field) in [
        ("/api/thaw", &thaw, json!({ "piece": piece, "thaw": { "from_c": 4 } }), "thaw.from_c"),
        ("/api/freeze", &freeze, json!({ "piece": piece, "freezer_c": 4 }), "freezer_c"),
        ("/api/salt", &salt, json!({ "piece": piece, "salt": { "salting": "x" } }), "salt.salting"),
        ("/api/prep", &prep, json!({ "plan": hake, "choices": { "guests": 0 } }), "choices.guests"),
        ("/api/prep/calendar", &sheet, json!({ "prep": prep, "heat_at": "soon" }), "heat_at"),
        ("/api/prep/how-to", &sheet, json!({ "prep": prep }), "heat_at"),
        (
            "/api/fish/check",
            &look,
            json!({ "species": "hake", "form": "cut", "signs": { "eyes": "bright" } }),
            "signs.eyes",
        ),
        (
            "/api/fish/amount",
            &amount,
            json!({ "species": "hake", "guests": 0, "portion_g": 170, "served": "whole" }),
            "guests",
        ),
        (
            "/api/fish/instead",
            &prep,
            json!({ "plan": { "piece": piece, "method": "boil", "doneness": "medium" } }),
            "plan.method",
        ),
    ] {
        let answer = server.post(address, &good.to_string());
        assert_eq!(answer.status, 200, "{address}");
        let refused = server.post(address, &wrong.to_string());
        assert_eq!((refused.status, refused.fields()), (422, vec![field.to_owned()]), "{address}");
        assert_eq!(server.post(address, "{").status, 400, "{address}");
    }
    // What a test of the core cannot see: a date at the end of what a calendar holds.
    let late = json!({ "prep": prep, "heat_at": "9999-12-31T23:59:00" });
    let refused = server.post("/api/prep/calendar", &late.to_string());
    assert_eq!((refused.status, refused.fields()), (422, vec!["heat_at".to_owned()]));
}

#[test]
fn simulate_answers_with_the_fields_of_the_contract() {
    let server = Server::demo();
    let run = server.post("/api/simulate", PAN).json();
    assert_eq!(run["time_s"][0], json!(10.0));
    assert_eq!(run["time_s"].as_array().unwrap().len(), 21);
    let energy = &run["energy_j_m2"];
    let part = |name: &str| energy[name].as_f64().unwrap();
    assert!((part("in") - part("sensible") - part("latent")).abs() < 1e-3 * part("in"));
    assert!(run["evaporated_kg_m2"].as_f64().unwrap() > 0.0);
}

#[test]
fn every_documented_failure_is_a_problem_that_names_its_field() {
    let server = Server::demo();
    let with = |change: &dyn Fn(&mut Value)| {
        let mut request: Value = serde_json::from_str(HAKE).unwrap();
        change(&mut request);
        server.post("/api/plan", &request.to_string())
    };
    let cases: [(&str, Change<'_>); 16] = [
        ("piece.thickness_mm", &|r| r["piece"]["thickness_mm"] = json!(400)),
        ("piece.thickness_mm", &|r| r["piece"]["thickness_mm"] = json!("thick")),
        ("piece.thickness_mm", &|r| {
            drop(r["piece"].as_object_mut().unwrap().remove("thickness_mm"));
        }),
        ("piece.width_mm", &|r| r["piece"]["width_mm"] = json!(-1)),
        ("piece.weight_g", &|r| r["piece"]["weight_g"] = json!(0)),
        ("piece.count", &|r| r["piece"]["count"] = json!(61)),
        ("piece.count", &|r| r["piece"]["count"] = json!(1.5)),
        ("piece.start_c", &|r| r["piece"]["start_c"] = json!(40)),
        ("piece.species", &|r| r["piece"]["species"] = json!("dragon")),
        ("piece.cut", &|r| r["piece"]["cut"] = json!("cube")),
        ("piece.colour", &|r| r["piece"]["colour"] = json!("red")),
        ("method", &|r| r["method"] = json!("boil")),
        ("doneness", &|r| r["doneness"] = json!("crisp")),
        ("school", &|r| r["school"] = json!("sideways")),
        ("medium_c", &|r| r["medium_c"] = json!(500)),
        ("altitude_m", &|r| r["altitude_m"] = json!(20_000)),
    ];
    for (field, change) in cases {
        let answer = with(change);
        assert_eq!(answer.status, 422, "{field}");
        assert!(answer.fields().iter().any(|f| f == field), "{field}: {:?}", answer.fields());
    }
    let cold_bath = with(&|r| {
        r["method"] = json!("poach");
        r["medium_c"] = json!(60);
        r["doneness"] = json!("by_the_book");
        r.as_object_mut().unwrap().remove("school");
    });
    assert_eq!((cold_bath.status, cold_bath.fields()), (422, vec!["doneness".to_owned()]));

    let bare = server.post("/api/simulate", &PAN.replace("\"start_c\":5", "\"start_c\":500"));
    assert_eq!((bare.status, bare.fields()), (422, vec!["start_c".to_owned()]));
    let broken = server.post("/api/plan", "{\"piece\":");
    assert_eq!((broken.status, broken.fields()), (400, Vec::<String>::new()));
    assert!(broken.json()["title"].as_str().unwrap().contains("not readable as JSON"));
    let large = server.post("/api/plan", &" ".repeat(3 * 1024 * 1024));
    assert_eq!(large.status, 413);
    let nowhere = server.get("/api/nowhere");
    assert_eq!(nowhere.status, 404);
    assert_eq!(nowhere.header("content-type"), Some("application/problem+json"));
    assert_eq!(server.get("/api/cards/nonsense").status, 404);
    assert_eq!(server.get("/api/cards/99999").status, 404);
    assert_eq!(server.post("/api/cards/99999/restore", "").status, 404);
    for query in ["limit=0", "limit=201", "cursor=x", "dry=1", &format!("q={}", "x".repeat(81))] {
        assert_eq!(server.get(&format!("/api/cards?{query}")).status, 422, "{query}");
    }
}

#[test]
fn card_is_kept_renamed_deleted_and_restored() {
    let server = Server::demo();
    let body = format!(r#"{{"name":" Friday ","note":"n","request":{HAKE}}}"#);
    let kept = server.post("/api/cards", &body);
    assert_eq!(kept.status, 201);
    let card = kept.json();
    assert_eq!(card["name"], "Friday");
    let plan = server.post("/api/plan", HAKE).json();
    assert_eq!(card["headline"]["pull_s"], plan["pull_s"]);
    let path = format!("/api/cards/{}", card["id"]);
    let renamed = server.send("PATCH", &path, &[JSON, ANY], r#"{"name":"Saturday"}"#).json();
    assert_eq!((renamed["name"].as_str(), renamed["note"].as_str()), (Some("Saturday"), Some("n")));
    let empty = server.send("PATCH", &path, &[JSON, ANY], r#"{"name":"  "}"#);
    assert_eq!((empty.status, empty.fields()), (422, vec!["name".to_owned()]));
    assert_eq!(server.send("DELETE", &path, &[], "").status, 204);
    assert_eq!(server.get(&path).status, 404);
    assert_eq!(server.send("DELETE", &path, &[], "").status, 404);
    assert_eq!(server.post(&format!("{path}/restore"), "").json()["name"], "Saturday");
}

#[test]
fn box_goes_out_and_in_again_with_a_preview() {
    let from = Server::demo();
    let file = from.get("/api/cards/export");
    assert!(file.header("content-disposition").unwrap().contains("cindo-cards.json"));
    let mut content = file.json();
    let count = content["cards"].as_array().unwrap().len();
    assert!(count >= 8);

    let folder = tempfile::tempdir().unwrap();
    let to = Server::on(&folder.path().join("box.db"));
    let fates = |server: &Server, content: &Value, keeps: bool| {
        let report = support::bring_in(server.address(), &content.to_string(), keeps).unwrap();
        let lines = report["lines"].as_array().unwrap().len();
        assert_eq!((&report["done"], lines), (&json!(count), count));
        ["new", "duplicates", "unusable"].map(|fate| report[fate].clone())
    };
    content["cards"][0]["request"]["piece"]["thickness_mm"] = json!(999);
    assert_eq!(fates(&to, &content, false), [json!(count - 1), json!(0), json!(1)]);
    assert!(to.get("/api/cards").json()["cards"].as_array().unwrap().is_empty());
    assert_eq!(fates(&to, &content, true), [json!(count - 1), json!(0), json!(1)]);
    assert_eq!(to.get("/api/cards").json()["total"], count - 1);
    assert_eq!(fates(&to, &content, true), [json!(0), json!(count - 1), json!(1)]);
    assert_eq!(to.get("/api/cards").json()["total"], count - 1);
    content["version"] = json!(3);
    assert_eq!(to.post("/api/cards/import", &content.to_string()).fields(), ["version"]);
}

/// A card keeps its plan as asked (gear, guests at risk) and the preparation chosen with it, out and in
/// again; files of the first version still come in.
#[test]
fn card_keeps_its_kitchen_and_its_preparation() {
    let server = Server::demo();
    let mut request: Value = serde_json::from_str(HAKE).unwrap();
    request["gear"] = json!(["cast_iron_26"]);
    request["brief"] = json!(true);
    let choices = json!({ "salt": { "salting": "wet_brine", "minutes": 20.0 }, "chips": 2 });
    let card = json!({ "name": "whole", "request": request, "choices": choices });
    let kept = server.post("/api/cards", &card.to_string());
    assert_eq!(kept.status, 201);
    let kept = kept.json();
    assert_eq!(kept["request"]["gear"], json!(["cast_iron_26"]));
    assert_eq!(kept["request"].get("brief"), None, "what is kept is solved whole");
    assert_eq!(kept["choices"]["salt"]["minutes"], json!(20.0));
    let wrong = json!({ "name": "x", "request": request, "choices": { "chips": 1000 } });
    assert_eq!(server.post("/api/cards", &wrong.to_string()).fields(), ["choices.chips"]);

    let mut file = server.get("/api/cards/export").json();
    assert_eq!(file["version"], 2);
    let of_name = |file: &Value, name: &str| {
        file["cards"].as_array().unwrap().iter().find(|c| c["name"] == name).cloned()
    };
    assert_eq!(of_name(&file, "whole").unwrap()["choices"], kept["choices"]);
    file["version"] = json!(1);
    file["cards"] = json!([{ "name": "old", "request": request }]);
    let report = support::bring_in(server.address(), &file.to_string(), true).unwrap();
    assert_eq!(report["lines"][0]["fate"], "new", "{report}");
    let old = of_name(&server.get("/api/cards").json(), "old").unwrap();
    assert_eq!((old.get("choices"), old["request"].get("brief")), (Some(&Value::Null), None));
}

#[test]
fn what_was_acknowledged_survives_a_kill() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("box.db");
    for round in 1..=5 {
        let server = Server::on(&file);
        let body = format!(r#"{{"name":"round {round}","request":{HAKE}}}"#);
        assert_eq!(server.post("/api/cards", &body).status, 201);
        server.kill();
    }
    let cards = Server::on(&file).get("/api/cards").json();
    let names: Vec<_> =
        cards["cards"].as_array().unwrap().iter().map(|c| c["name"].clone()).collect();
    assert_eq!(names, ["round 1", "round 2", "round 3", "round 4", "round 5"]);
}

/// Scripts that a page asks for at once.
fn scripts(html: &str) -> impl Iterator<Item = &str> {
    html.split('"')
        .filter(|s| s.starts_with("/assets/"))
        .filter(|s| std::path::Path::new(s).extension().is_some_and(|e| e == "js"))
}

#[test]
fn front_end_is_served_compressed_and_cached() {
    let server = Server::demo();
    let page = server.get("/cards?x=1");
    assert!(page.status != 404, "build the front end first: make build-web");
    let html = String::from_utf8(page.body.clone()).unwrap();
    let script = scripts(&html).next().unwrap();
    let plain = server.get(script);
    let packed = server.send("GET", script, &[("accept-encoding", "gzip, br")], "");
    assert_eq!(packed.header("content-encoding"), Some("br"));
    assert!(packed.body.len() * 2 < plain.body.len());
    assert!(plain.header("cache-control").unwrap().contains("immutable"));
    let tag = plain.header("etag").unwrap();
    for (known, status) in [
        (tag, 304),
        ("*", 304),
        (&format!("\"other\", {tag}"), 304),
        ("\"other\"", 200),
        ("junk", 200),
    ] {
        assert_eq!(server.send("GET", script, &[("if-none-match", known)], "").status, status);
    }
    for refused in ["br;q=0", "identity", "identity;q=1, br;q=0.1"] {
        let answer = server.send("GET", script, &[("accept-encoding", refused)], "");
        assert_eq!(answer.header("content-encoding"), None, "{refused}");
    }
    assert_eq!(page.header("cache-control"), Some("no-cache"));
    for name in ["content-security-policy", "x-content-type-options", "referrer-policy"] {
        assert!(page.header(name).is_some(), "{name}");
    }
    assert_eq!(server.get("/assets/missing.js").status, 404);
    assert_eq!(server.post("/", "{}").status, 405);
    let answer = server.send(
        "POST",
        "/api/plan",
        &[("accept-encoding", "br"), ("content-type", "application/json")],
        HAKE,
    );
    assert_eq!(answer.header("content-encoding"), Some("br"));
}

/// Initial JavaScript stays within 150 kB gzipped: everything that the page asks for at once.
#[test]
fn first_screen_loads_at_most_150_kb_of_script() {
    let dist = concat!(env!("CARGO_MANIFEST_DIR"), "/../../web/dist");
    let html = std::fs::read_to_string(format!("{dist}/index.html")).expect("make build-web first");
    let mut total = 0;
    for script in scripts(&html) {
        let packed = std::process::Command::new("gzip")
            .args(["-9", "-c", &format!("{dist}{script}")])
            .output()
            .expect("gzip");
        total += packed.stdout.len();
    }
    assert!(total > 10_000 && total <= 150_000, "{total} bytes");
}

#[test]
fn committed_description_is_the_one_served() {
    let server = Server::demo();
    let committed: Value = serde_json::from_str(include_str!("../../../openapi.json")).unwrap();
    // Without the two texts: they fill the terminal.
    assert!(server.get("/api/openapi.json").json() == committed, "run `make codegen`");
}

/// What is joined with further fields may not say that it has no others: nothing would be right by both.
#[test]
fn no_description_contradicts_itself() {
    let committed: Value = serde_json::from_str(include_str!("../../../openapi.json")).unwrap();
    let schemas = committed["components"]["schemas"].as_object().unwrap();
    let mut joined = 0;
    for (name, schema) in schemas {
        for part in schema["allOf"].as_array().into_iter().flatten() {
            let Some(of) = part["$ref"].as_str().and_then(|path| path.rsplit('/').next()) else {
                continue;
            };
            joined += 1;
            assert_ne!(schemas[of]["additionalProperties"], json!(false), "{name} with {of}");
        }
    }
    assert!(joined > 5, "{joined}");
}

#[test]
fn server_stops_when_asked_and_starts_within_a_second() {
    // The quickest of a few: a machine that was busy elsewhere says nothing of the server.
    let start = || {
        let from = std::time::Instant::now();
        let server = Server::demo();
        assert_eq!(server.get("/api/health").json()["status"], "ok");
        let took = from.elapsed();
        assert_eq!(server.stop(), Some(0));
        took
    };
    let took = (0..4).map(|_| start()).min().unwrap_or_default();
    assert!(took.as_millis() < 1500, "first answer after {took:?} (unoptimised build)");
}

#[test]
fn file_that_cannot_be_used_is_a_clear_failure_of_the_start() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("box.db");
    std::fs::write(&file, "not a database at all, only words ".repeat(100)).unwrap();
    let run = std::process::Command::new(env!("CARGO_BIN_EXE_cindo"))
        .args(["serve", "--port", "0", "--data", &file.display().to_string()])
        .output()
        .unwrap();
    assert_eq!(run.status.code(), Some(1));
    assert!(String::from_utf8_lossy(&run.stderr).contains("is damaged or not a database"));
}
