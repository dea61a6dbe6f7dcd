//! A cook under way: what really happened so far takes the place of the plan, and the rest follows.
//!
//! A pure function of a plan's promise and a list of events. Times are seconds on the cook's own clock; who
//! keeps that clock is not this crate's business.

mod estimate;
mod event;
mod follow;
mod moves;
mod probe;
mod promise;
mod reading;
mod rescue;
mod story;

pub use estimate::Estimate;
pub use event::{Event, EventInput, Happened, Kind};
pub use follow::{After, CookNow, CookView, Forecast, Late, follow, hindsight};
pub(crate) use follow::{joined_pull_s, standing, varied_pull_s};
pub use moves::Move;
pub use probe::{Truth, probe_c};
pub use promise::Promise;
pub use reading::{Reading, ReadingUse};
pub use rescue::{Rescue, RescueEnd, RescueRequest, rescue};
pub use story::{Milestones, Status, check, milestones};

#[cfg(test)]
pub(crate) use estimate_tests::normal;

#[cfg(test)]
mod estimate_tests;
#[cfg(test)]
mod tests;
