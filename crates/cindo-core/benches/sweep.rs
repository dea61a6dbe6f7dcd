//! A sweep over every kind of fish, cut, thickness and method: one line a plan, to be read by somebody
//! who cooks. `make sweep` writes it as CSV; `ONLY=sear` keeps to one method, `EVERY=5` to every fifth
//! piece, `PLANE=1` puts the plan against its cut face. `COMPARE=1` writes instead how long all methods of each piece take
//! to compare, the least of three, ms.

#![expect(
    clippy::disallowed_methods,
    reason = "a tool of its own: nothing else reads its settings"
)]
#![expect(clippy::expect_used, reason = "a sweep that cannot run should say so and stop")]

use std::hint::black_box;
use std::io::{Write, stdout};
use std::time::Instant;

use cindo_core::ask::better::better_than;
use cindo_core::ask::compare::{CompareRequest, compare};
use cindo_core::catalogue::{Catalogue, Method, UsualCut};
use cindo_core::cut_face::cut_face;
use cindo_core::piece::Piece;
use cindo_core::plan::{Planned, Remedy, planned};
use cindo_core::setup::{Doneness, PlanRequest};

/// Thicknesses of a cut: thin, as usual and thick, mm.
fn thicknesses(cut: &UsualCut) -> [f64; 3] {
    [0.75, 1.0, 1.3].map(|share| (share * cut.thickness_mm).round().max(4.0))
}

fn clock(time_s: f64) -> String {
    format!("{:.0}:{:02.0}", (time_s / 60.0).floor(), (time_s % 60.0).floor())
}

fn row(
    request: &PlanRequest,
    Planned { answer, .. }: &Planned,
    remedy: Option<&Remedy>,
    plane: Option<[f64; 2]>,
    ms: f64,
) -> String {
    let piece = &request.piece;
    let quality = &answer.quality;
    let [at_pull, served] = plane.map_or([f64::NAN; 2], |core| {
        [core[0] - answer.core_at_pull_c, core[1] - answer.core_served_c]
    });
    let turn = answer.flip_s.map_or_else(String::new, clock);
    let window = answer.window_s.map_or_else(String::new, |s| format!("{s:.0}"));
    format!(
        "{},{},{},{:.0},{:.0},{},{turn},{},{:.0},{},{:.1},{:.1},{:+.1},{:.1},{:.0},{window},{:.0},{:.2},{:.2},{:.2},{},{},{},{},{at_pull:+.2},{served:+.2},{ms:.1}",
        request.method,
        piece.species,
        piece.cut,
        piece.thickness_mm,
        answer.medium_c,
        answer.target_name,
        clock(answer.pull_s),
        answer.rest_s,
        answer.rest_on,
        answer.core_at_pull_c,
        answer.core_served_c,
        answer.carry_over_k,
        answer.core_peak_c,
        answer.peak_s,
        answer.pull_s - answer.look_from_s,
        quality.browning,
        quality.dry_share,
        quality.juice_lost_share,
        quality.release_s.map_or_else(String::new, clock),
        quality.tear_risk.map_or_else(String::new, |risk| format!("{risk:.2}")),
        answer.trouble.as_ref().map_or("", |t| &t.id),
        remedy.map_or_else(String::new, |r| r.name.replace(',', ";")),
    )
}

/// The core of the cut face at the pull and when eaten, °C.
fn cut_face_core(catalogue: &Catalogue, request: &PlanRequest) -> Option<[f64; 2]> {
    let face = cut_face(catalogue, request).ok()?;
    let pulled = face.time_s.iter().rposition(|at_s| *at_s <= face.pull_s + 0.06)?;
    Some([face.core_c[pulled], *face.core_c.last()?])
}

/// Every kind and cut at its thicknesses, with its kind's usual doneness.
fn pieces(catalogue: &Catalogue) -> Vec<(Piece, Doneness)> {
    let mut list = Vec::new();
    for species in &catalogue.species {
        for usual in &species.cuts {
            let Some(cut) = catalogue.cut(&usual.cut) else { continue };
            for thickness_mm in thicknesses(usual) {
                let piece = Piece {
                    species: species.id.clone(),
                    cut: cut.id.clone(),
                    thickness_mm,
                    skin: cut.can_have_skin,
                    start_c: 5.0,
                    ..Piece::default()
                };
                list.push((piece, Doneness::Band(species.usual_doneness.clone())));
            }
        }
    }
    list
}

fn requests(catalogue: &Catalogue, method: &Method) -> Vec<PlanRequest> {
    let asked = |(piece, doneness): (Piece, Doneness)| PlanRequest {
        piece,
        method: method.id.clone(),
        doneness,
        ..PlanRequest::default()
    };
    pieces(catalogue).into_iter().map(asked).collect()
}

/// How long all methods of a piece take to compare, ms; none where it is refused.
fn compare_ms(catalogue: &Catalogue, request: &CompareRequest) -> Option<f64> {
    let once = |_| {
        let begin = Instant::now();
        black_box(compare(catalogue, request)).ok()?;
        Some(begin.elapsed().as_secs_f64() * 1000.0)
    };
    (0..3).filter_map(once).min_by(f64::total_cmp)
}

fn main() {
    let catalogue = Catalogue::embedded().expect("data");
    let only = std::env::var("ONLY").ok();
    let with_plane = std::env::var("PLANE").is_ok();
    let every: usize = std::env::var("EVERY").ok().and_then(|n| n.parse().ok()).unwrap_or(1);
    let mut out = stdout().lock();
    let mut write = |line: &str| writeln!(out, "{line}").expect("stdout");
    if std::env::var("COMPARE").is_ok() {
        write("species,cut,mm,ms");
        for (piece, doneness) in pieces(&catalogue).into_iter().step_by(every) {
            let doneness = Some(doneness);
            let request = CompareRequest { piece, doneness, ..CompareRequest::default() };
            let ms = compare_ms(&catalogue, &request).unwrap_or(f64::NAN);
            let Piece { species, cut, thickness_mm, .. } = &request.piece;
            write(&format!("{species},{cut},{thickness_mm:.0},{ms:.1}"));
        }
        return;
    }
    write(
        "method,species,cut,mm,medium_c,target,turn,out,rest_s,rest_on,at_pull_c,served_c,carry_k,peak_c,peak_s,window_s,look_s,brown,dry,juice,release,tear,trouble,remedy,plane_pull_k,plane_served_k,ms",
    );
    for method in &catalogue.methods {
        if only.as_ref().is_some_and(|id| *id != method.id) {
            continue;
        }
        for request in requests(&catalogue, method).iter().step_by(every) {
            let begin = Instant::now();
            match planned(&catalogue, request) {
                Ok(planned) => {
                    let ms = begin.elapsed().as_secs_f64() * 1000.0;
                    let plane = with_plane.then(|| cut_face_core(&catalogue, request)).flatten();
                    let better = better_than(&catalogue, request, &planned).ok();
                    let remedy = better.and_then(|better| better.remedy);
                    write(&row(request, &planned, remedy.as_ref(), plane, ms));
                }
                Err(errors) => {
                    let piece = &request.piece;
                    write(&format!(
                        "{},{},{},{:.0},refused: {}",
                        method.id,
                        piece.species,
                        piece.cut,
                        piece.thickness_mm,
                        errors
                            .iter()
                            .map(|e| e.message.replace(',', ";"))
                            .collect::<Vec<_>>()
                            .join(" | ")
                    ));
                }
            }
        }
    }
}
