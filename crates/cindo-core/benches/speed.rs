//! Speed of the bare solver and of whole plans: `make bench`.

#![expect(clippy::expect_used, reason = "a benchmark that cannot run should say so and stop")]

use std::hint::black_box;
use std::time::Duration;

use cindo_core::ask::compare::{CompareRequest, compare};
use cindo_core::catalogue::{Catalogue, School};
use cindo_core::cook::{Event, Happened, Promise, Reading, follow};
use cindo_core::cut_face::cut_face;
use cindo_core::piece::Piece;
use cindo_core::plan::plan;
use cindo_core::prep::freeze::{FreezeRequest, freeze};
use cindo_core::prep::salt::{SaltChoice, SaltRequest, salt};
use cindo_core::prep::thaw::{Thaw, ThawRequest, thaw};
use cindo_core::prep::{PrepChoices, PrepRequest, prepare};
use cindo_core::setup::{Doneness, PlanRequest};
use cindo_core::simulate::{SimulatePhase, SimulateRequest, simulate};
use cindo_heat::composition::Composition;
use cindo_heat::flesh::Flesh;
use cindo_heat::grid::{Grid, Shape};
use cindo_heat::reservoir::Heater;
use cindo_heat::solve::{Accuracy, Phase, Simulation};
use cindo_heat::surround::Face;
use cindo_heat::surround::Surround;
use criterion::{Criterion, Throughput, criterion_group, criterion_main};

const WHITING: Composition =
    Composition { water: 0.8027, protein: 0.1831, fat: 0.0131, ash: 0.013 };
const ABOVE: Face = Face {
    h: 12.0,
    medium_c: 80.0,
    emissivity: 0.9,
    radiant_c: Some(70.0),
    wet: 0.1,
    vapour_pa: 8000.0,
    dries_kg_m2: None,
    coat_m2k_w: 0.0,
};

/// Ten minutes in a pan at 100 cells, as the API runs it; throughput in cell-steps (cells times
/// time steps, each step two implicit stages).
fn bare_solver(c: &mut Criterion) {
    let request = SimulateRequest {
        composition: Some(WHITING),
        constant: None,
        thickness_mm: 28.0,
        shape_exponent: 0.0,
        symmetric: false,
        start_c: 5.0,
        altitude_m: 0.0,
        phases: vec![SimulatePhase {
            duration_s: 600.0,
            bottom: Some(Face::convective(300.0, 185.0)),
            top: Some(ABOVE),
        }],
        every_s: 600.0,
    };
    let flesh = Flesh::of(&WHITING.normalised().expect("composition"), 99.97);
    let grid = Grid::new(Shape::Slab, 0.028, Accuracy::BARE.cells);
    let phase = Phase {
        duration_s: 600.0,
        bottom: Some(Surround::fixed(Face::convective(300.0, 185.0))),
        top: Some(Surround::fixed(ABOVE)),
        heater: Heater::held(0.0),
    };
    let mut counted = Simulation::new(&flesh, &grid, Accuracy::BARE, 5.0);
    counted.run(&phase, &mut ());
    let count = counted.count();
    let cells = grid.cells() as u64;
    let mut group = c.benchmark_group("simulate");
    group.throughput(Throughput::Elements(cells * count.steps));
    group.bench_function("600 s, 100 cells, cell-steps", |b| {
        b.iter(|| simulate(black_box(&request)).expect("runs"));
    });
    group.throughput(Throughput::Elements(cells * count.solves));
    group.bench_function("600 s, 100 cells, cell-solves", |b| {
        b.iter(|| simulate(black_box(&request)).expect("runs"));
    });
    group.finish();
}

fn whole_plans(c: &mut Criterion) {
    let catalogue = Catalogue::embedded().expect("data");
    let mut group = c.benchmark_group("plan");
    for method in &catalogue.methods {
        let request = PlanRequest {
            piece: piece("hake", "loin", 28.0),
            method: method.id.clone(),
            doneness: Doneness::Band("medium".to_owned()),
            school: method.schools.first().copied().filter(|s| *s == School::SkinSide),
            ..PlanRequest::default()
        };
        group.bench_function(&method.id, |b| {
            b.iter(|| plan(&catalogue, black_box(&request)).expect("a plan"));
        });
    }
    group.finish();
}

/// The whole comparison at the fast resolution, on one core; limit 60 ms.
fn comparison(c: &mut Criterion) {
    let catalogue = Catalogue::embedded().expect("data");
    let mut group = c.benchmark_group("compare");
    for (species, cut, thickness_mm) in
        [("plaice", "fillet", 12.0), ("hake", "loin", 28.0), ("salmon", "fillet", 35.0)]
    {
        let request = CompareRequest {
            piece: piece(species, cut, thickness_mm),
            ..CompareRequest::default()
        };
        group.bench_function(format!("{species} {thickness_mm} mm"), |b| {
            b.iter(|| compare(&catalogue, black_box(&request)).expect("a comparison"));
        });
    }
    group.finish();
}

/// The many-column picture of one plan, its search included; limit 100 ms.
fn cut_faces(c: &mut Criterion) {
    let catalogue = Catalogue::embedded().expect("data");
    let mut group = c.benchmark_group("section");
    for (species, cut, thickness_mm, method) in
        [("hake", "loin", 28.0, "sear"), ("sea_bass", "whole_round", 40.0, "roast")]
    {
        let request = PlanRequest {
            piece: piece(species, cut, thickness_mm),
            method: method.to_owned(),
            ..PlanRequest::default()
        };
        group.bench_function(format!("{species} {method}"), |b| {
            b.iter(|| cut_face(&catalogue, black_box(&request)).expect("a picture"));
        });
    }
    group.finish();
}

/// Quick answers, as a drag asks for them.
fn quick_plan(c: &mut Criterion) {
    let catalogue = Catalogue::embedded().expect("data");
    let request = PlanRequest {
        piece: piece("hake", "loin", 28.0),
        method: "sear".to_owned(),
        brief: Some(true),
        ..PlanRequest::default()
    };
    c.bench_function("plan/sear, quick", |b| {
        b.iter(|| plan(&catalogue, black_box(&request)).expect("a plan"));
    });
}

/// What comes before: thawing, freezing, salt, the whole preparation, and a plan from frozen.
fn before(c: &mut Criterion) {
    let catalogue = Catalogue::embedded().expect("data");
    let mut group = c.benchmark_group("before");
    let hake = piece("hake", "loin", 28.0);
    let thawing = ThawRequest { piece: hake.clone(), thaw: Thaw::default() };
    group.bench_function("thaw in the fridge", |b| {
        b.iter(|| thaw(&catalogue, black_box(&thawing)).expect("a thawing"));
    });
    let freezing =
        FreezeRequest { piece: hake.clone(), freezer_c: -25.0, ..FreezeRequest::default() };
    group.bench_function("freeze at -25", |b| {
        b.iter(|| freeze(&catalogue, black_box(&freezing)).expect("a freezing"));
    });
    for school in ["quick", "wet_brine", "cure"] {
        let salting = SaltRequest {
            piece: hake.clone(),
            salt: SaltChoice { salting: Some(school.to_owned()), ..SaltChoice::default() },
        };
        group.bench_function(format!("salt, {school}"), |b| {
            b.iter(|| salt(&catalogue, black_box(&salting)).expect("a salting"));
        });
    }
    let plan_of = |start_c: f64, method: &str| PlanRequest {
        piece: Piece { start_c, ..hake.clone() },
        method: method.to_owned(),
        ..PlanRequest::default()
    };
    let prep = PrepRequest {
        plan: plan_of(5.0, "sear"),
        choices: PrepChoices { thaw: Some(Thaw::default()), ..PrepChoices::default() },
    };
    group.bench_function("prep, frozen, sear", |b| {
        b.iter(|| prepare(&catalogue, black_box(&prep)).expect("a preparation"));
    });
    let frozen = plan_of(-18.0, "poach");
    group.bench_function("plan from frozen, poach", |b| {
        b.iter(|| plan(&catalogue, black_box(&frozen)).expect("a plan"));
    });
    group.finish();
}

fn piece(species: &str, cut: &str, thickness_mm: f64) -> Piece {
    Piece {
        species: species.to_owned(),
        cut: cut.to_owned(),
        thickness_mm,
        skin: true,
        start_c: 5.0,
        count: Some(2),
        ..Piece::default()
    }
}

/// A cook under way: its view after one thing of each kind, and after two hundred.
fn live(c: &mut Criterion) {
    let catalogue = Catalogue::embedded().expect("data");
    let cook = |(species, cut, thickness_mm): (&str, &str, f64), method: &str, doneness: &str| {
        let request = PlanRequest {
            piece: Piece {
                species: species.into(),
                cut: cut.into(),
                thickness_mm,
                skin: true,
                start_c: 5.0,
                ..Piece::default()
            },
            method: method.into(),
            doneness: Doneness::Band(doneness.into()),
            ..PlanRequest::default()
        };
        let promise = Promise::of(&catalogue, &request).expect("a plan");
        (request, promise)
    };
    let told = |events: &[(f64, Happened)]| {
        let begun = std::iter::once((0.0, Happened::In { medium_c: None }));
        let event =
            |(i, (at_s, what)): (usize, (f64, Happened))| Event { id: i.to_string(), at_s, what };
        begun.chain(events.iter().cloned()).enumerate().map(event).collect::<Vec<Event>>()
    };
    let mut group = c.benchmark_group("live");
    let lid = |on: bool| Happened::Lid { on };
    let oven = Happened::Move { to: "fan_oven".into(), medium_c: Some(200.0) };
    let peas = Happened::Join { what: "peas".into(), mass_g: 200.0, start_c: 5.0, cook: None };
    let (loin, trout) = (("hake", "loin", 28.0), ("rainbow_trout", "whole_round", 40.0));
    let (sear, book) = (cook(loin, "sear", "medium"), cook(loin, "sear", "by_the_book"));
    let (slow, whole) = (cook(loin, "slow_bake", "medium"), cook(trout, "grill", "by_the_book"));
    let mut bench =
        |name: &str, (request, promise): &(PlanRequest, Promise), events: &[(f64, Happened)]| {
            let list = told(events);
            let now_s = list.last().map_or(0.0, |e| e.at_s);
            group.bench_function(name, |b| {
                b.iter(|| {
                    follow(black_box(&catalogue), request, promise, (&list, &[]), now_s)
                        .expect("a view")
                });
            });
        };
    for (name, what) in [
        ("turned", Happened::Turn),
        ("heat set", Happened::Heat { medium_c: 160.0, knob: None }),
        ("lid", lid(true)),
        ("basted", Happened::Baste),
        ("joined", peas),
        ("moved", oven),
        ("heat fell", Happened::Wait { medium_c: None }),
        ("out", Happened::Out),
    ] {
        bench(name, &sear, &[(250.0, what)]);
    }
    bench("by the book, lid", &book, &[(250.0, lid(true))]);
    bench("whole fish by the book, lid", &whole, &[(570.0, lid(true))]);
    let heat = Happened::Heat { medium_c: 190.0, knob: None };
    let three = [(570.0, heat), (760.0, Happened::Turn), (1130.0, lid(true))];
    bench("whole fish by the book, the third event", &whole, &three);
    let many = |every_s: f64, what: fn(u32) -> Happened| -> Vec<(f64, Happened)> {
        (0..200).map(|i| (20.0 + every_s * f64::from(i), what(i))).collect()
    };
    bench("200 notes", &sear, &many(2.5, |_| Happened::Note { text: "n".into() }));
    bench("200 bastings", &sear, &many(2.5, |_| Happened::Baste));
    bench("200 bastings, slow bake", &slow, &many(6.0, |_| Happened::Baste));
    bench("200 lids", &sear, &many(2.5, |i| Happened::Lid { on: i % 2 == 0 }));
    bench(
        "200 settings",
        &sear,
        &many(2.5, |i| Happened::Heat { medium_c: 170.0 + f64::from(i % 20), knob: None }),
    );
    // A core that is a little slower than planned, read every two seconds.
    let (request, promise) = &sear;
    let planned = follow(&catalogue, request, promise, (&told(&[]), &[]), 0.0).expect("a view");
    let readings: Vec<Reading> = (5..255_u32)
        .map(|i| {
            let at_s = 2.0 * f64::from(i);
            let series = &planned.series;
            let place = series.time_s.partition_point(|s| *s < 0.93 * at_s);
            let core_c = series.core_c[place] + 0.2 * f64::from(i % 3);
            Reading { at_s, core_c }
        })
        .collect();
    let begun = told(&[]);
    group.bench_function("250 readings", |b| {
        b.iter(|| {
            follow(black_box(&catalogue), request, promise, (&begun, &readings), 512.0)
                .expect("a view")
        });
    });
    group.finish();
}

criterion_group! {
    name = benches;
    config = Criterion::default()
        .sample_size(40)
        .warm_up_time(Duration::from_millis(500))
        .measurement_time(Duration::from_secs(3));
    targets = bare_solver, whole_plans, quick_plan, comparison, cut_faces, before, live
}
criterion_main!(benches);
