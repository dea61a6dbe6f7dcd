//! What is eaten is what was promised: carry-over, supports, and one truth between plan and cut face.

#![expect(clippy::unwrap_used, reason = "a helper that cannot work should stop its test")]

use cindo_core::catalogue::{Catalogue, School};
use cindo_core::piece::Piece;
use cindo_core::plan::{PlanAnswer, plan};
use cindo_core::setup::{Doneness, PlanRequest};
use rstest::rstest;

fn request(species: &str, cut: &str, thickness_mm: f64, method: &str, core_c: f64) -> PlanRequest {
    PlanRequest {
        piece: Piece {
            species: species.into(),
            cut: cut.into(),
            thickness_mm,
            start_c: 5.0,
            ..Piece::default()
        },
        method: method.into(),
        doneness: Doneness::Core(core_c),
        ..PlanRequest::default()
    }
}

fn solve(request: &PlanRequest) -> PlanAnswer {
    plan(&Catalogue::embedded().unwrap(), request).unwrap_or_else(|e| panic!("{request:?}: {e:?}"))
}

/// Carry-over on the way to a cold plate (fried: a rack) in so many seconds, K, against an independent
/// prototype in one to three dimensions, within 1.5 K.
#[rstest]
#[case::skin_side("hake", "loin", 28.0, "sear", true, Some(School::SkinSide), 52.4, 120.0, 10.5)]
#[case::two_sided("hake", "loin", 28.0, "sear", false, Some(School::TwoSided), 52.5, 120.0, 5.6)]
#[case::roast("salmon", "fillet", 28.0, "roast", false, None, 52.5, 120.0, 6.1)]
#[case::roast_whole("sea_bass", "whole_round", 40.0, "roast", true, None, 57.5, 120.0, 3.7)]
#[case::roast_whole_longer("sea_bass", "whole_round", 40.0, "roast", true, None, 60.7, 300.0, 6.9)]
#[case::steam("cod", "fillet", 25.0, "steam", false, None, 52.5, 120.0, 12.1)]
#[case::poach("cod", "fillet", 25.0, "poach", false, None, 52.5, 120.0, 5.6)]
#[case::batter("haddock", "fillet", 22.0, "deep_fry", false, None, 57.5, 120.0, 12.4)]
#[case::slow_bake("salmon", "fillet", 26.0, "slow_bake", false, None, 52.5, 120.0, 2.0)]
fn carry_over_is_that_of_the_prototype(
    #[case] species: &str,
    #[case] cut: &str,
    #[case] thickness_mm: f64,
    #[case] method: &str,
    #[case] skin: bool,
    #[case] school: Option<School>,
    #[case] served_c: f64,
    #[case] rest_s: f64,
    #[case] carry_over_k: f64,
) {
    let mut request = request(species, cut, thickness_mm, method, served_c);
    request.piece.skin = skin;
    request.school = school;
    request.rest_s = Some(rest_s);
    request.rest_on = Some(if method == "deep_fry" { "rack" } else { "plate" }.into());
    let answer = solve(&request);
    println!(
        "{method} {species}: pull {} core {} served {} carry {} peak {} at {}",
        answer.pull_s,
        answer.core_at_pull_c,
        answer.core_served_c,
        answer.carry_over_k,
        answer.core_peak_c,
        answer.peak_s
    );
    assert!((answer.core_served_c - served_c).abs() < 0.5, "{}", answer.core_served_c);
    assert!(
        (answer.carry_over_k - carry_over_k).abs() <= 1.5,
        "{:+.1} K for {carry_over_k:+.1}",
        answer.carry_over_k
    );
}
