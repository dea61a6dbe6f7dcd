//! The job of Cindo: heat, water, doneness and planning for one piece of fish.
//!
//! No clock, no files, no database, no threads and no global state: everything comes in as an
//! argument, so that it can run anywhere and every run can be repeated bit for bit.

#![expect(clippy::cast_precision_loss, reason = "cell and sample counts are far below 2^52")]

pub mod amounts;
pub mod backwards;
pub mod buying;
pub mod catalogue;
pub mod cold;
pub mod compare;
pub mod cross_section;
pub mod doneness;
pub mod error;
pub mod face;
mod figures;
pub mod grid;
pub mod ice;
pub mod instead;
pub mod marinade;
pub mod material;
pub mod method;
pub mod plan;
pub mod prep;
pub mod safety;
pub mod salt;
pub mod section;
pub mod simulate;
pub mod solver;
pub mod water;
pub mod yields;
