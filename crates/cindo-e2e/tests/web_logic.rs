//! The page's own logic, a few thousand cases of it, in the real bundle: tables made and judged here.

use cindo_e2e::{Browser, Screen, Server};
use serde_json::{Value, json};

type Outcome = Result<(), Box<dyn std::error::Error>>;

/// Calls a function of the bundle for every row of arguments. `null` stands for what it leaves undefined.
async fn run(browser: &Browser, function: &str, rows: &[Value]) -> Result<Vec<Value>, String> {
    let script = "const [name, rows, done] = arguments;
        import('/lib.js').then((lib) => done(rows.map((row) => lib.call(name, row))))
          .catch((error) => done(String(error)));"
        .replace("lib.call(name, row)", CALL);
    let answers = browser
        .client
        .execute_async(&script, vec![json!(function), json!(rows)])
        .await
        .map_err(|e| e.to_string())?;
    match answers {
        Value::Array(answers) if answers.len() == rows.len() => Ok(answers),
        other => Err(format!("{function}: {other}")),
    }
}

/// Addresses go in and out as text; everything else is plain data.
const CALL: &str = "(() => {
    const from = (x) => (x && typeof x === 'object' && 'query' in x ? new URLSearchParams(x.query) : x);
    const answer = lib[name](...row.map(from));
    return (answer instanceof URLSearchParams ? answer.toString() : answer) ?? null;
  })()";

async fn opened() -> Result<(Server, Browser), Box<dyn std::error::Error>> {
    let server = Server::demo()?;
    let browser = Browser::open(Screen::Desk).await?;
    browser.client.goto(&server.address).await?;
    Ok((server, browser))
}

fn units(temperature: &str, length: &str, mass: &str) -> Value {
    json!({ "temperature": temperature, "length": length, "mass": mass })
}

/// As a browser writes it: to the nearest, halves away from zero.
fn fixed(value: f64, digits: u32) -> String {
    let unit = 10_f64.powi(i32::try_from(digits).unwrap_or_default());
    let rounded = (value * unit).round() / unit;
    format!("{rounded:.0$}", digits as usize).replace('-', "−")
}

/// Whether the last digit hangs on how a double rounds: such a case says nothing about the conversion.
fn is_near_tie(value: f64, digits: u32) -> bool {
    let scaled = value.abs() * 10_f64.powi(i32::try_from(digits).unwrap_or_default());
    (scaled.fract() - 0.5).abs() < 1e-6
}

/// Every quantity that the core can say, in the other units: exact definitions (an inch is 25.4 mm, an
/// ounce 28.349523125 g, a Fahrenheit degree 5/9 K; ISO 80000 and the international pound).
#[tokio::test]
async fn quantities_in_sentences_convert_and_nothing_else_does() -> Outcome {
    let (_server, browser) = opened().await?;
    let imperial = units("F", "in", "oz");
    let (mut rows, mut wanted) = (Vec::new(), Vec::new());
    let mut case = |text: String, answer: String| {
        rows.push(json!([text, imperial]));
        wanted.push(answer);
    };
    for tenths in (-600..=3000).step_by(7) {
        let c = f64::from(tenths) / 10.0;
        let f = c * 1.8 + 32.0;
        if !is_near_tie(f, 0) {
            let (c, f) = (fixed(c, 1), fixed(f, 0));
            case(format!("The core is at {c}\u{a0}°C."), format!("The core is at {f}\u{a0}°F."));
        }
    }
    for tenths in (1..=4000).step_by(9) {
        let (mm, g) = (f64::from(tenths) / 10.0, f64::from(tenths));
        let (inch, ounce) = (mm / 25.4, g / 28.349_523_125);
        if !is_near_tie(inch, 2) {
            let (mm, inch) = (fixed(mm, 1), fixed(inch, 2));
            case(format!("from 12.7–{mm}\u{a0}mm"), format!("from 0.50–{inch}\u{a0}in"));
        }
        if !is_near_tie(ounce, 1) {
            let (g, ounce) = (fixed(g, 0), fixed(ounce, 1));
            case(
                format!("allowed are 0 to {g}\u{a0}g"),
                format!("allowed are 0.0 to {ounce}\u{a0}oz"),
            );
        }
    }
    // What only looks like a quantity, and the units that it is written in, stay as they are.
    for text in [
        "175 °C without the mark",
        "3\u{a0}mmol and 3\u{a0}gallons",
        "28 cm, 4 h, 1:30",
        "no figure\u{a0}mm",
    ] {
        rows.push(json!([text, imperial]));
        wanted.push(text.to_owned());
    }
    for text in ["63\u{a0}°C for 15 s", "4 to 120\u{a0}mm", "−20\u{a0}°C", "85\u{a0}g"] {
        rows.push(json!([text, units("C", "mm", "g")]));
        wanted.push(text.replace(" s", "\u{a0}s"));
    }
    let got = run(&browser, "localise", &rows).await?;
    assert!(got.len() > 1000, "{} cases", got.len());
    for ((row, got), wanted) in rows.iter().zip(&got).zip(&wanted) {
        let got = got.as_str().ok_or("no text")?;
        assert_eq!(got, wanted, "{row}");
    }
    Ok(())
}

#[tokio::test]
async fn times_are_written_and_read_back() -> Outcome {
    let (_server, browser) = opened().await?;
    let seconds: Vec<u32> = (0..4000).step_by(3).chain([5999, 6000, 14_400]).collect();
    let rows: Vec<Value> = seconds.iter().map(|s| json!([s])).collect();
    let written = run(&browser, "clock", &rows).await?;
    // As fine as a cook can use it: 5 s, from ten minutes on 15 s, from half an hour on minutes.
    let usable = |s: u32| {
        let step = if s < 600 { 5 } else { 15 };
        let step = if s < 1800 { step } else { 60 };
        (s + step / 2) / step * step
    };
    let usable: Vec<u32> = seconds.iter().map(|s| usable(*s)).collect();
    for (s, text) in usable.iter().zip(&written) {
        assert_eq!(text, &json!(format!("{}:{:02}", s / 60, s % 60)), "{s}");
    }
    let texts: Vec<Value> = written.iter().map(|text| json!([text])).collect();
    let read = run(&browser, "readClock", &texts).await?;
    assert_eq!(read, usable.iter().map(|s| json!(s)).collect::<Vec<_>>());
    for (text, wanted) in [
        ("7", json!(420)),
        (" 3:05 ", json!(185)),
        ("3:5", json!(185)),
        ("3:60", Value::Null),
        ("-1", Value::Null),
        ("", Value::Null),
        ("1e3", Value::Null),
        ("3:10:00", Value::Null),
    ] {
        assert_eq!(run(&browser, "readClock", &[json!([text])]).await?, [wanted], "{text:?}");
    }
    let (mut rows, mut wanted) = (Vec::new(), Vec::new());
    for minute in 0..1440_u32 {
        let (h, m) = (minute / 60, minute % 60);
        let full = json!(format!("{h:02}:{m:02}"));
        for text in [format!("{h}:{m:02}"), format!("{h:02}.{m:02}"), format!(" {h:02}{m:02} ")] {
            rows.push(json!([text]));
            wanted.push(full.clone());
        }
    }
    for wrong in ["24:00", "7:60", "noon", "", "19:3"] {
        rows.push(json!([wrong]));
        wanted.push(Value::Null);
    }
    assert_eq!(run(&browser, "readTime", &rows).await?, wanted);
    Ok(())
}

/// The same with every number a plain one: 30 and 30.0 are one to a page.
fn plain(value: &Value) -> Value {
    match value {
        Value::Number(number) => json!(number.as_f64()),
        Value::Array(list) => list.iter().map(plain).collect(),
        Value::Object(fields) => fields.iter().map(|(key, v)| (key.clone(), plain(v))).collect(),
        other => other.clone(),
    }
}

/// Each of a list in its turn.
fn turn<'a>(i: u32, list: &[&'a str]) -> &'a str {
    list[i as usize % list.len()]
}

/// Plans over every kind of value that a request can hold.
fn requests() -> Vec<Value> {
    let mut list = Vec::new();
    for i in 0..600_u32 {
        let pick = |of: u32| i % of == 0;
        let mut piece = json!({
            "species": turn(i, &["hake", "arctic_char", "tuna"]),
            "cut": turn(i, &["loin", "whole_round"]),
            "thickness_mm": 4.0 + f64::from(i % 116) + 0.25 * f64::from(i % 4),
            "start_c": f64::from(i % 66) - 40.0,
            "skin": pick(2),
        });
        let mut plan = json!({
            "method": turn(i, &["sear", "steam_bed", "deep_fry"]),
            "doneness": if pick(4) { json!(30.0 + f64::from(i % 55)) } else { json!("medium_rare") },
        });
        let put = |on: &mut Value, when: bool, key: &str, value: Value| {
            if when {
                on[key] = value;
            }
        };
        put(&mut piece, pick(3), "count", json!(1 + i % 60));
        put(&mut piece, pick(5), "weight_g", json!(5 + i));
        put(&mut piece, pick(7), "width_mm", json!(5.5 + f64::from(i % 300)));
        put(&mut piece, pick(11), "length_mm", json!(20 + i));
        put(&mut piece, pick(13), "tail_mm", json!(3.25));
        put(&mut piece, pick(2), "frozen_for_parasites", json!(true));
        put(&mut piece, pick(3), "thickness_measured", json!(true));
        put(&mut piece, pick(5), "stuffed", json!(true));
        put(&mut piece, pick(4), "freshness", json!("cook_through"));
        put(&mut plan, pick(3), "school", json!(turn(i, &["many_turns", "one_side"])));
        put(&mut plan, pick(2), "medium_c", json!(f64::from(i % 290) + 0.5));
        put(&mut plan, pick(5), "altitude_m", json!(i64::from(i) * 9 - 430));
        put(&mut plan, pick(3), "coating", json!("milk_flour"));
        put(&mut plan, pick(7), "variant", json!("lid"));
        put(&mut plan, pick(9), "oil", json!("sunflower"));
        put(&mut plan, pick(8), "turn_s", json!(1.25 + f64::from(i)));
        put(&mut plan, pick(6), "out_s", json!(14_400));
        put(&mut plan, pick(2), "at_risk", json!(true));
        let gear = if pick(4) {
            Value::Null
        } else {
            json!(&["clad_28", "pot_8l"][..(1 + i % 2) as usize])
        };
        put(&mut plan, pick(2), "gear", gear);
        plan["piece"] = piece;
        list.push(plan);
    }
    list
}

/// What is written into an address is read from it, nothing added and nothing lost.
#[tokio::test]
async fn plans_and_preparations_go_through_the_address_unchanged() -> Outcome {
    let (_server, browser) = opened().await?;
    let plans = requests();
    let rows: Vec<Value> = plans.iter().map(|plan| json!([plan])).collect();
    let addresses = run(&browser, "writeAddress", &rows).await?;
    let rows: Vec<Value> = addresses.iter().map(|query| json!([{ "query": query }])).collect();
    let back = run(&browser, "readAddress", &rows).await?;
    for ((plan, address), back) in plans.iter().zip(&addresses).zip(&back) {
        assert_eq!(plain(plan), plain(back), "{address}");
    }
    let choices: Vec<Value> = (0..200_u32)
        .map(|i| {
            let mut choices = json!({});
            if i % 2 == 0 {
                choices["salt"] =
                    json!({ "salting": "wet_brine", "minutes": i, "rinse": i % 4 == 0 });
            }
            if i % 3 == 0 {
                choices["thaw"] = json!({ "place": "cold_water", "pack_mm": 4.5 + f64::from(i) });
            }
            if i % 5 == 0 {
                choices["sides"] = json!({ "scales": "off", "skin_fat": "butter" });
                choices["mixtures"] = json!(["beer_plain", "glaze"]);
            }
            if i % 7 == 0 {
                choices["sauce"] = json!(true);
                choices["chips"] = json!(1 + i);
                choices["guests"] = json!(1 + i);
            }
            choices
        })
        .collect();
    let rows: Vec<Value> = plans.iter().zip(&choices).map(|(p, c)| json!([p, c])).collect();
    let kept = run(&browser, "keptAddress", &rows).await?;
    let rows: Vec<Value> = kept.iter().map(|query| json!([{ "query": query }])).collect();
    let read = run(&browser, "readPrep", &rows).await?;
    let opened = run(&browser, "readAddress", &rows).await?;
    for (i, read) in read.iter().enumerate() {
        assert_eq!(plain(&read["choices"]), plain(&choices[i]), "{}", kept[i]);
        // A kept plan says what it was kept with, even where that was everything or sea level.
        assert_eq!(opened[i]["gear"], plans[i].get("gear").cloned().unwrap_or_default());
        assert_eq!(
            opened[i]["altitude_m"].as_f64(),
            plans[i].get("altitude_m").map_or(Some(0.0), Value::as_f64)
        );
    }
    Ok(())
}

/// Whatever stands in an address or was left in the browser, what is read is a whole plan and whole
/// preferences of the right kinds.
#[tokio::test]
async fn nonsense_reads_as_what_it_leaves_out() -> Outcome {
    let (_server, browser) = opened().await?;
    let junk = [
        "",
        "NaN",
        "Infinity",
        "-Infinity",
        "1e999",
        "0x10",
        "12abc",
        "null",
        "undefined",
        "[]",
        "{}",
        "<script>",
        "..",
        "a b",
        "ÄÖ",
        "yes",
        "no",
        "true",
        ",,,",
        ":",
        "a:b:c",
        "constructor",
        "__proto__",
    ];
    let keys = [
        "fish", "cut", "mm", "skin", "start", "count", "weight", "width", "length", "tail",
        "frozen", "measured", "stuffed", "fresh", "method", "done", "school", "heat", "altitude",
        "coat", "way", "oil", "turn", "out", "risk", "gear", "salt", "saltmin", "rinse", "thaw",
        "pack", "mix", "side", "chips", "guests", "sauce", "vessel", "at",
    ];
    let mut rows = Vec::new();
    for key in keys {
        for value in junk {
            rows.push(json!([{ "query": format!("fish=cod&{key}={value}") }]));
        }
        rows.push(json!([{ "query": format!("{key}={}", "x".repeat(5000)) }]));
    }
    assert!(rows.len() > 800, "{}", rows.len());
    for (row, plan) in rows.iter().zip(run(&browser, "readAddress", &rows).await?) {
        let piece = &plan["piece"];
        for id in [&piece["species"], &piece["cut"], &plan["method"]] {
            let id = id.as_str().ok_or_else(|| format!("{row}: {plan}"))?;
            assert!(
                id.len() <= 60 && id.chars().all(|c| c.is_ascii_alphanumeric() || c == '_'),
                "{row}"
            );
        }
        for number in [&piece["thickness_mm"], &piece["start_c"]] {
            assert!(number.as_f64().is_some_and(f64::is_finite), "{row}: {plan}");
        }
        assert!(plan["doneness"].is_string() || plan["doneness"].is_number(), "{row}: {plan}");
    }
    for (row, prep) in rows.iter().zip(run(&browser, "readPrep", &rows).await?) {
        let at = prep["heatAt"].as_str().ok_or_else(|| format!("{row}: {prep}"))?;
        assert!(at.len() == 5 && prep["choices"].is_object(), "{row}: {prep}");
    }
    let kept = [
        "{",
        "null",
        "7",
        "[]",
        "\"x\"",
        "{\"temperature\":\"K\"}",
        "{\"volume\":7}",
        "{\"voice\":\"no\"}",
        "{\"fingerMm\":99999}",
        "{\"fingerMm\":null}",
        "{\"theme\":\"neon\",\"shortcuts\":1}",
        "{\"opened\":[\"result\",\"cellar\"]}",
    ];
    let rows: Vec<Value> = kept.iter().map(|text| json!([text])).collect();
    let read = run(&browser, "readPreferences", &rows).await?;
    assert!(read.iter().all(|p| p == &read[0]), "all of it as on the first day: {read:?}");
    let good = json!([r#"{"temperature":"F","fingerMm":21,"theme":"neon"}"#]);
    let good = run(&browser, "readPreferences", &[good]).await?.remove(0);
    assert_eq!(
        (&good["temperature"], &good["fingerMm"], &good["theme"]),
        (&json!("F"), &json!(21), &json!("auto"))
    );
    Ok(())
}
