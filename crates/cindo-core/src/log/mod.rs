//! What was cooked, what came of it, and what a kitchen learns from that.

mod entry;
mod evidence;
mod fit;
mod hidden;
mod next;

pub use entry::{Entry, Fault, MOST_BY_S, PRICE_KG, REAL_THICKNESS_MM, Remark, Verdict};
pub use evidence::{Check, Evidence, Slopes};
pub use fit::{GearLearnt, Learnt, fit};
pub use hidden::Hidden;
pub use next::{NextTime, next_time};

#[cfg(test)]
mod tests;
