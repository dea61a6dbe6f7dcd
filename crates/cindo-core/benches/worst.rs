//! The questions that cost most, at their worst: every method in every school to every doneness, for
//! every `EVERY`-th kind and cut, each timed alone. The slowest of each question are printed.

#![expect(
    clippy::disallowed_methods,
    reason = "a tool of its own: nothing else reads its settings"
)]
#![expect(clippy::expect_used, reason = "a bench that cannot run should say so and stop")]
#![expect(clippy::print_stdout, reason = "what was measured is printed")]

use std::time::Instant;

use cindo_core::ask::instead::{InsteadRequest, instead};
use cindo_core::ask::ladder::{LadderRequest, ladder};
use cindo_core::ask::{Ask, BackwardsRequest, backwards};
use cindo_core::bench::{Bench, Budget};
use cindo_core::catalogue::{Catalogue, School};
use cindo_core::piece::Piece;
use cindo_core::setup::{Doneness, PlanRequest};

/// What the server lets one answer cost, cells times linear systems.
const MOST_WORK: u64 = 60_000_000;
/// So many of the slowest are told.
const TOLD: usize = 8;

fn requests(catalogue: &Catalogue, every: usize) -> Vec<PlanRequest> {
    let cuts: Vec<_> = catalogue
        .species
        .iter()
        .flat_map(|species| species.cuts.iter().map(move |cut| (species, cut)))
        .step_by(every)
        .collect();
    let mut list = Vec::new();
    for method in &catalogue.methods {
        let schools: Vec<Option<School>> =
            method.schools.iter().copied().map(Some).chain([None]).collect();
        for (species, cut) in &cuts {
            for school in &schools {
                for band in &catalogue.bands {
                    list.push(PlanRequest {
                        piece: Piece {
                            species: species.id.clone(),
                            cut: cut.cut.clone(),
                            thickness_mm: cut.thickness_mm,
                            start_c: 5.0,
                            ..Piece::default()
                        },
                        method: method.id.clone(),
                        school: *school,
                        doneness: Doneness::Band(band.id.clone()),
                        ..PlanRequest::default()
                    });
                }
            }
        }
    }
    list
}

/// How long a question took, ms, and whether it was answered.
fn timed(ask: impl FnOnce() -> bool) -> (f64, bool) {
    let begin = Instant::now();
    let answered = ask();
    (begin.elapsed().as_secs_f64() * 1000.0, answered)
}

/// The dearest part of a ladder, as a page asks for one after the other.
fn dearest_part(catalogue: &Catalogue, mut asked: LadderRequest) -> (f64, bool) {
    let mut dearest = (0.0, true);
    loop {
        let budget = Budget::of(MOST_WORK);
        let mut next_mm = None;
        let part = timed(|| {
            let answer = ladder(Bench::new(catalogue, &budget), &asked);
            next_mm = answer.as_ref().ok().and_then(|part| part.next_mm);
            answer.is_ok()
        });
        dearest = (part.0.max(dearest.0), part.1 && dearest.1);
        match next_mm {
            Some(mm) => asked.from_mm = Some(mm),
            None => return dearest,
        }
    }
}

fn worst(name: &str, requests: &[PlanRequest], ask: impl Fn(&PlanRequest) -> (f64, bool)) {
    let mut times: Vec<(f64, &PlanRequest, bool)> = requests
        .iter()
        .map(|request| {
            let (ms, answered) = ask(request);
            (ms, request, answered)
        })
        .collect();
    times.sort_by(|a, b| b.0.total_cmp(&a.0));
    println!("{name}: {} asked, median {:.0} ms", times.len(), times[times.len() / 2].0);
    for (ms, request, answered) in times.iter().take(TOLD) {
        let piece = &request.piece;
        println!(
            "  {ms:6.0} ms  {} {:?} {} {} {:.0} mm {:?}{}",
            request.method,
            request.school,
            piece.species,
            piece.cut,
            piece.thickness_mm,
            request.doneness,
            if *answered { "" } else { " refused" },
        );
    }
}

fn main() {
    let catalogue = Catalogue::embedded().expect("data");
    let every = std::env::var("EVERY").ok().and_then(|n| n.parse().ok()).unwrap_or(12);
    let requests = requests(&catalogue, every);
    worst("ladder, 20 rows to the thickest, dearest part", &requests, |plan| {
        let (from_mm, to_mm, step_mm) = (Some(6.0), Some(120.0), Some(6.0));
        dearest_part(&catalogue, LadderRequest { plan: plan.clone(), from_mm, to_mm, step_mm })
    });
    worst("ladder, 20 rows round the piece, dearest part", &requests, |plan| {
        let from_mm = Some((plan.piece.thickness_mm - 9.0).max(4.0));
        let (to_mm, step_mm) = (from_mm.map(|mm| (mm + 19.0).min(120.0)), Some(1.0));
        dearest_part(&catalogue, LadderRequest { plan: plan.clone(), from_mm, to_mm, step_mm })
    });
    for (name, question, ready_s) in [
        ("heat for 4 minutes", Ask::Heat, Some(240.0)),
        ("heat for 20 minutes", Ask::Heat, Some(1200.0)),
        ("thickness for 5 minutes", Ask::Thickness, Some(300.0)),
        ("thickness for an hour", Ask::Thickness, Some(3600.0)),
        ("tempered", Ask::Tempered, None),
    ] {
        worst(name, &requests, |plan| {
            let asked = BackwardsRequest { plan: plan.clone(), ask: question, ready_s };
            timed(|| backwards(&catalogue, &asked).is_ok())
        });
    }
    worst("instead", &requests, |plan| {
        timed(|| instead(&catalogue, &InsteadRequest { plan: plan.clone() }).is_ok())
    });
}
