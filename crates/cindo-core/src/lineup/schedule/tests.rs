//! Against the optimum of a general-purpose constraint solver, and by hand.

use std::time::Instant;

use serde::Deserialize;

use super::*;

/// Generated kitchens with what OR-tools found. Source: `tests/data/lineup_reference.py`.
const KITCHENS: &str =
    include_str!(concat!(env!("CARGO_MANIFEST_DIR"), "/tests/data/lineup_kitchens.json"));

#[derive(Debug, Deserialize)]
struct Kitchen {
    seed: u64,
    instance: Instance,
    found: i64,
    bound: i64,
    proved: bool,
}

fn kitchens() -> Vec<Kitchen> {
    serde_json::from_str(KITCHENS).unwrap()
}

#[test]
fn generated_kitchens_come_near_the_optimum() {
    let (mut ours, mut reference) = (0, 0);
    for kitchen in kitchens() {
        let begun = Instant::now();
        let schedule = solve(&kitchen.instance, Effort::SHOWN, None);
        let took = begun.elapsed();
        println!(
            "{} jobs {} ours {} found {} bound {} {} {:.3} {took:?}",
            kitchen.seed,
            kitchen.instance.jobs.len(),
            schedule.cost,
            kitchen.found,
            kitchen.bound,
            kitchen.proved,
            schedule.cost as f64 / kitchen.found as f64
        );
        if kitchen.seed == 5 { for p in &schedule.placements { println!("{p:?}"); } }
        ours += schedule.cost;
        reference += kitchen.found;
    }
    println!("{ours} {reference} {:.4}", ours as f64 / reference as f64);
}
