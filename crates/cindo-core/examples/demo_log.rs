//! Makes the demo's log: forty cooks of six weeks in a kitchen whose truth is hidden from its plans.
//!
//! `cargo run -p cindo-core --example demo_log -- CARDS KITCHEN > log.json`, with the demo's files. The same every
//! time: nothing is drawn but from a seed. What is hidden stands in the file for the test that looks for it.

#![expect(clippy::print_stdout, reason = "its output")]

use cindo_heat::bounded::Bounded;
use std::error::Error;

use cindo_core::catalogue::Catalogue;
use cindo_core::cook::Promise;
use cindo_core::kitchen::{Kitchen, OwnKitchen};
use cindo_core::log::{Entry, Fault, Hidden, Remark, Verdict};
use cindo_core::setup::PlanRequest;
use rand::rngs::StdRng;
use rand::{RngExt, SeedableRng};
use serde::{Deserialize, Serialize};

/// What is true of each piece of gear: hotter than it says, K, and film as a factor.
const TRUTH: [(&str, f64, f64); 5] = [
    ("home_oven", -9.0, 1.05),
    ("clad_28", 4.0, 0.9),
    ("cast_iron_26", -6.0, 1.12),
    ("fryer_6l", -5.0, 1.0),
    ("charcoal_grill", 8.0, 0.94),
];
/// Pieces are so much thicker than they are judged to be, mm.
const THICKER_MM: f64 = 0.3;
const COOKS: usize = 40;
/// One in so many was read with a probe.
const READ: usize = 5;

#[derive(Deserialize)]
struct Cards {
    cards: Vec<Card>,
}

#[derive(Deserialize)]
struct Card {
    name: String,
    request: PlanRequest,
}

#[derive(Serialize)]
struct Truth {
    thicker_mm: f64,
    gear: Vec<(&'static str, f64, f64)>,
}

#[derive(Serialize)]
struct FileEntry {
    uid: String,
    /// So long before the demo starts, ms.
    before_ms: i64,
    entry: Entry,
}

#[derive(Serialize)]
struct Log {
    truth: Truth,
    entries: Vec<FileEntry>,
}

fn normal(random: &mut StdRng) -> f64 {
    let sum: f64 = (0..12).map(|_| random.random_range(-0.5..0.5)).sum();
    sum.bounded(-2.5, 2.5)
}

/// What a cook says of one that was so late, s, with a band so wide, s.
fn remark(place: usize, late_s: f64, band_s: f64, random: &mut StdRng) -> Remark {
    let verdict = match late_s {
        s if s.abs() < 0.4 * band_s => Verdict::Right,
        s if s > 0.0 => Verdict::Over,
        _ => Verdict::Under,
    };
    let by_s = late_s.abs() * (1.0 + 0.2 * normal(random));
    let by_s = (by_s / 10.0).round().max(1.0) * 10.0;
    let says_how_much = verdict != Verdict::Right && random.random_bool(0.7);
    Remark {
        verdict: Some(verdict),
        by_s: says_how_much.then_some(by_s),
        faults: match place {
            7 => vec![Fault::Stuck],
            13 => vec![Fault::Pale],
            19 => vec![Fault::Stuck, Fault::Torn],
            28 => vec![Fault::Salty],
            _ => Vec::new(),
        },
        note: match place {
            3 => "six at once, door opened twice",
            13 => "coat stayed pale; oil was tired",
            19 => "pan not hot enough, too much of a hurry",
            31 => "new supplier, firmer fish",
            _ => "",
        }
        .to_owned(),
        source: ["quay auction", "the smokehouse boat", ""][place % 3].to_owned(),
        ..Remark::default()
    }
}

fn main() -> Result<(), Box<dyn Error>> {
    let said = |errors: Vec<_>| format!("{errors:?}");
    let mut files = std::env::args().skip(1);
    let mut file = || -> Result<String, Box<dyn Error>> {
        Ok(std::fs::read_to_string(files.next().ok_or("two files are wanted")?)?)
    };
    let cards: Cards = serde_json::from_str(&file()?)?;
    let kitchen: Kitchen = serde_json::from_str(&file()?)?;
    let catalogue = Catalogue::embedded()?;
    let own: Option<OwnKitchen> = kitchen.own();
    let mut random = StdRng::seed_from_u64(19_300);
    let mut entries = Vec::with_capacity(COOKS);
    for place in 0..COOKS {
        let card = &cards.cards[place % cards.cards.len()];
        let mut request = PlanRequest { kitchen: own.clone(), ..card.request.clone() };
        let mm = request.piece.thickness_mm + f64::from(random.random_range(-3_i32..4));
        request.piece.thickness_mm = mm.max(9.0);
        request.piece.start_c = f64::from(random.random_range(3_u32..8));
        if request.method == "sear" && place / cards.cards.len() % 2 == 1 {
            request.gear = Some(vec!["cast_iron_26".to_owned()]);
        }
        let promise = Promise::of(&catalogue, &request).map_err(said)?;
        let entry = Entry::of_plan(&catalogue, &card.name, &request, &promise).map_err(said)?;
        let (_, runs_k, film) =
            TRUTH.iter().find(|t| t.0 == entry.gear).copied().unwrap_or(("", 0.0, 1.0));
        let hidden = Hidden {
            thicker_mm: THICKER_MM + 0.5 * normal(&mut random),
            warmer_k: normal(&mut random),
            film: film * (1.0 + 0.04 * normal(&mut random)),
            runs_k: runs_k + 1.5 * normal(&mut random),
            longer_s: 15.0 * normal(&mut random),
        };
        let right_s = hidden.pull_s(&catalogue, &request, &promise).map_err(said)?;
        let right_s = right_s.ok_or("it never gets there")?;
        let out_s = (promise.pull_s + 14.0 * normal(&mut random)).max(20.0).round();
        let band_s = entry.slopes.ok_or("no slopes")?.band_s;
        let mut remark = remark(place, out_s - right_s, band_s, &mut random);
        if place % 6 == 2 {
            let mm = request.piece.thickness_mm + hidden.thicker_mm;
            remark.real_thickness_mm = Some((2.0 * mm).round() / 2.0);
        }
        let read_s = (right_s * (1.0 + 0.025 * normal(&mut random))).round();
        let right = (place % READ == 4).then(|| [read_s, (0.03 * right_s).round()]);
        // Ten evenings of six weeks, four cooks an evening.
        let evening = i64::try_from((COOKS - 1 - place) / 4)?;
        let of_evening = i64::try_from(3 - place % 4)?;
        entries.push(FileEntry {
            uid: format!("lantern-quay-{}", place + 1),
            before_ms: (1 + 4 * evening) * 86_400_000 + of_evening * 2_100_000,
            entry: Entry { out_s: Some(out_s), right_s: right, remark, ..entry },
        });
    }
    let truth = Truth { thicker_mm: THICKER_MM, gear: TRUTH.to_vec() };
    println!("{}", serde_json::to_string(&Log { truth, entries })?);
    Ok(())
}
