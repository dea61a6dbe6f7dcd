//! The job of Cindo: heat, water, doneness and planning for one piece of fish.
//!
//! No clock, no files, no database, no threads and no global state: everything comes in as an
//! argument, so that it can run anywhere and every run can be repeated bit for bit.
//!
//! Each module uses only those before it in this list, and `cindo_heat`: `say`, `error`, `catalogue`,
//! `bench`, `piece`, `kitchen`, `setup`, `timeline`, `side_view`, `caution`, `plan`, `cut_face`, `ask`, `prep`,
//! `cook`, `log`, `lineup`,
//! `simulate`. A test reads the modules and holds them to it.

#![expect(clippy::cast_precision_loss, reason = "cell and sample counts are far below 2^52")]

pub mod ask;
pub mod bench;
pub mod catalogue;
pub mod caution;
pub mod cook;
pub mod cut_face;
pub mod error;
pub mod kitchen;
pub mod lineup;
pub mod log;
pub mod piece;
pub mod plan;
pub mod prep;
mod say;
pub mod setup;
mod side_view;
pub mod simulate;
pub mod timeline;
