//! A cook under way: what really happened so far takes the place of the plan, and the rest follows.
//!
//! A pure function of a plan's promise and a list of events. Times are seconds on the cook's own clock; who
//! keeps that clock is not this crate's business.

mod book;
mod cue;
mod cue_sheet;
mod ends;
mod estimate;
mod event;
mod follow;
mod learn;
mod moves;
mod probe;
mod promise;
mod reading;
mod reason;
mod rescue;
mod senses;
mod shared;
mod standing;
mod story;
mod together;
mod view;

pub use cue_sheet::{CueSheetRow, CueSheetStage};
pub use estimate::Estimate;
pub use event::{Event, EventInput, Happened, Kind};
pub(crate) use follow::varied_pull_s;
pub use follow::{follow, hindsight};
pub use moves::Move;
pub use probe::{Truth, probe_c};
pub use promise::Promise;
pub use reading::{Reading, ReadingUse};
pub use rescue::{Rescue, RescueEnd, RescueRequest, rescue};
pub use shared::{FishIn, HeatLeft, HeatWanted, heat_left, heat_wanted};
pub use standing::After;
pub(crate) use standing::standing;
pub use story::{Milestones, Status, check, milestones};
pub(crate) use together::{Joining, SET_BEFORE_S, Sharer, together};
pub use view::{CookNow, CookView, Forecast, Late, Waits};

#[cfg(test)]
pub(crate) use estimate_tests::{normal, probed};

#[cfg(test)]
mod cue_tests;
#[cfg(test)]
mod estimate_tests;
#[cfg(test)]
mod overnight_tests;
#[cfg(test)]
mod tests;
