//! Requests as text, to every question of the core: the first digit says which, the rest is the body.
#![no_main]

use std::sync::LazyLock;

use cindo_core::ask::compare::compare;
use cindo_core::ask::instead::instead;
use cindo_core::ask::ladder::ladder;
use cindo_core::ask::backwards;
use cindo_core::bench::{Bench, Budget};
use cindo_core::catalogue::Catalogue;
use cindo_core::cut_face::cut_face;
use cindo_core::error::FieldError;
use cindo_core::plan::plan;
use cindo_core::prep::freeze::freeze;
use cindo_core::prep::prepare;
use cindo_core::prep::salt::salt;
use cindo_core::prep::thaw::thaw;
use cindo_core::simulate::simulate_in;
use libfuzzer_sys::fuzz_target;
use serde::Serialize;
use serde::de::DeserializeOwned;
use utoipa::ToSchema;

#[path = "../../crates/cindo-server/src/request.rs"]
mod request;

static CATALOGUE: LazyLock<Catalogue> =
    LazyLock::new(|| Catalogue::embedded().expect("the catalogue that was built in"));

/// Far less than the server allows: what hangs still shows, and more is tried.
const WORK: u64 = 400_000;

/// Longest complaint, as the server promises.
const LONGEST_REFUSAL: usize = 20_000;

fn put<Q: DeserializeOwned + ToSchema, A: Serialize>(
    body: &[u8],
    answer: impl FnOnce(Bench<'_>, &Q) -> Result<A, Vec<FieldError>>,
) {
    let errors = match request::parse::<Q>(body) {
        Err(misread) => vec![misread.into()],
        Ok(request) => {
            let budget = Budget::of(WORK);
            match answer(Bench::new(&CATALOGUE, &budget), &request) {
                Ok(answer) => {
                    serde_json::to_string(&answer).expect("an answer that can be written");
                    return;
                }
                Err(errors) => errors,
            }
        }
    };
    assert!(!errors.is_empty());
    let said = serde_json::to_string(&errors).expect("complaints that can be written");
    assert!(said.len() < LONGEST_REFUSAL, "{said}");
    assert!(!said.contains("NaN") && !said.contains("inf "), "{said}");
}

fuzz_target!(|data: &[u8]| {
    let Some((which, body)) = data.split_first() else { return };
    match which.wrapping_sub(b'0') % 10 {
        0 => put(body, |bench, request| plan(bench, request)),
        1 => put(body, |bench, request| cut_face(bench, request)),
        2 => put(body, |bench, request| compare(bench, request)),
        3 => put(body, |bench, request| backwards(bench, request)),
        4 => put(body, |bench, request| ladder(bench, request)),
        5 => put(body, |bench, request| instead(bench, request)),
        6 => put(body, |bench, request| prepare(bench, request)),
        7 => put(body, |bench, request| salt(bench, request)),
        8 => put(body, |bench, request| thaw(bench, request)),
        _ => {
            put(body, |bench, request| freeze(bench, request));
            put(body, |bench, request| simulate_in(bench.budget, request));
        }
    }
});
