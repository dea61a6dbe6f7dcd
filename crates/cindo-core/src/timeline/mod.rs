//! From a setup to what surrounds the piece at every moment, and the only way through it: one column
//! and many, a plan's schedule and what really happened all walk here.

mod lived;
mod programme;
mod schedule;
mod walk;

pub use lived::{Deed, Event, Lived};
pub use programme::{Around, Programme, Side, Stage};
pub use schedule::{Schedule, Turn};
pub use walk::Stretch;

#[cfg(test)]
mod tests;
