//! The simulated probe: it stands in for a device that posts readings. What is true of the piece, how far off
//! the middle its tip is, its noise and the end of its battery all follow from its seed.

use std::time::Duration;

use actix_web::rt;
use cindo_core::cook::{Status, Truth, check, probe_c};
use cindo_store::{Cook, CookId, KeptReading, Probe, Store};
use rand::rngs::StdRng;
use rand::{RngExt, SeedableRng};
use uuid::Uuid;

use crate::clock;
use crate::live::Live;
use crate::refresh::Refresh;
use crate::routes::cook::{clock_s, events};
use crate::solver::Solver;

/// It looks whether something is due so often.
const TICK: Duration = Duration::from_millis(500);
/// Noise, K, and how far off the middle the tip is, mm (one standard deviation each).
const NOISE_K: f64 = 0.4;
const TIP_SD_MM: f64 = 1.2;
/// One reading in so many is nonsense.
const NONSENSE: f64 = 0.02;
/// The battery ends after so long, s of the cook's clock, at the earliest and at the latest.
const BATTERY_S: std::ops::Range<f64> = 2400.0..7200.0;
/// It says no more than so many things.
const MOST: u64 = 20_000;
/// At most so many readings at once: after a pause only the latest.
const AT_ONCE: u64 = 40;

/// A normal deviate: the sum of twelve even ones.
fn normal(random: &mut StdRng) -> f64 {
    (0..12).map(|_| random.random_range(-0.5..0.5)).sum()
}

/// What is hidden, and how long the battery lasts, s.
fn hidden(probe: &Probe) -> (Truth, f64) {
    let mut random = StdRng::seed_from_u64(probe.seed);
    let by = std::array::from_fn(|_| normal(&mut random));
    let truth = Truth { by, tip_mm: TIP_SD_MM * normal(&mut random) };
    (truth, random.random_range(BATTERY_S))
}

/// When its reading of this number is due, ms since 1970 in UTC.
fn due_ms(cook: &Cook, probe: &Probe, number: u64) -> i64 {
    #[expect(clippy::cast_precision_loss, reason = "a few thousand readings")]
    let after_s = probe.every_s * number as f64 / cook.begun.speed;
    #[expect(clippy::cast_possible_truncation, reason = "hours in ms")]
    let after_ms = (1000.0 * after_s).round() as i64;
    probe.from_ms + after_ms
}

/// An id that is the same whenever the same reading is worked out.
fn id_of(cook: &Cook, probe: &Probe, number: u64) -> String {
    let name = format!("{} {} {}", cook.begun.created_ms, probe.seed, number);
    Uuid::new_v5(&Uuid::NAMESPACE_OID, name.as_bytes()).to_string()
}

/// Keeps a probe at work until its cook is over. What it said does not depend on when it is asked, so that a
/// server that starts anew goes on where it was.
pub(crate) fn keep_reading(
    store: Store,
    solver: Solver,
    (live, refresh): (Live, Refresh),
    id: CookId,
) {
    rt::spawn(async move {
        let mut next: Option<u64> = None;
        loop {
            tokio::time::sleep(TICK).await;
            let Ok(cook) = find(&store, id).await else { return };
            let Some(probe) = cook.probe else { return };
            let told = events(&cook.begun, cook.events.iter());
            if live.is_closed() || check(&told).is_ok_and(|status| status == Status::Served) {
                return;
            }
            let now_ms = clock::now().as_millisecond();
            let known = next.unwrap_or_else(|| {
                let ids: std::collections::HashSet<&str> =
                    cook.readings.iter().map(|r| r.id.as_str()).collect();
                let is_new = |n: &u64| !ids.contains(id_of(&cook, &probe, *n).as_str());
                (0..MOST).find(is_new).unwrap_or(MOST)
            });
            let is_due = |n: &u64| due_ms(&cook, &probe, *n) <= now_ms;
            let Some(last) = (known..MOST).take_while(is_due).last() else {
                next = Some(known);
                continue;
            };
            let numbers: Vec<u64> = (known.max(last.saturating_sub(AT_ONCE))..=last).collect();
            next = Some(last + 1);
            let Ok(readings) = read(&solver, &cook, &probe, numbers).await else { continue };
            if readings.is_empty() {
                continue;
            }
            match keep(&store, id, readings).await {
                Ok(()) => refresh.soon(&store, &solver, &live, id),
                Err(()) => next = None,
            }
        }
    });
}

async fn find(store: &Store, id: CookId) -> Result<Cook, ()> {
    let store = store.clone();
    let found = actix_web::web::block(move || store.find_cook(id)).await;
    found.map_err(drop)?.map_err(drop)
}

/// What it says: nothing before the fish is in, nor once its battery has ended.
async fn read(
    solver: &Solver,
    cook: &Cook,
    probe: &Probe,
    numbers: Vec<u64>,
) -> Result<Vec<KeptReading>, ()> {
    let (cook, probe) = (cook.clone(), *probe);
    let said = solver.run(move |desk| {
        let (truth, battery_s) = hidden(&probe);
        let begun = &cook.begun;
        let at_ms: Vec<i64> = numbers.iter().map(|n| due_ms(&cook, &probe, *n)).collect();
        let at_s: Vec<f64> = at_ms.iter().map(|ms| clock_s(begun, *ms)).collect();
        let told = events(begun, cook.events.iter());
        let said =
            probe_c(desk.bench(), &begun.request, &begun.promise, &told, (&truth, &at_s)).ok()?;
        let first_s = clock_s(begun, probe.from_ms);
        let readings = numbers.iter().zip(at_ms).zip(at_s).zip(said);
        let readings = readings.filter_map(|(((number, at_ms), at_s), core_c)| {
            let mut random =
                StdRng::seed_from_u64(probe.seed ^ (number + 1).wrapping_mul(0x9e37_79b9));
            let core_c = core_c.filter(|_| at_s - first_s < battery_s)?;
            let core_c = if random.random_bool(NONSENSE) {
                random.random_range(-50.0..300.0)
            } else {
                core_c + NOISE_K * normal(&mut random)
            };
            let core_c = (10.0 * core_c).round() / 10.0;
            let id = id_of(&cook, &probe, *number);
            Some(KeptReading { id, at_ms, core_c, thermometer: None })
        });
        Some(readings.collect())
    });
    said.await.map_err(drop)?.ok_or(())
}

async fn keep(store: &Store, id: CookId, readings: Vec<KeptReading>) -> Result<(), ()> {
    let store = store.clone();
    let now_ms = clock::now().as_millisecond();
    let added =
        actix_web::web::block(move || store.add_readings(id, &readings, now_ms, |_, _| Ok(())));
    added.await.map_err(drop)?.map_err(drop)?.map(drop).map_err(drop)
}
