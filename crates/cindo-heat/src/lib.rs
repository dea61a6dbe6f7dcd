//! Transient heat and water in one piece of food: what it is made of, what touches it, how it warms,
//! boils, freezes and dries, and what that did to it.
//!
//! It knows no kind of fish and no way of cooking. Each module uses only those before it in this list:
//! `bounded`, `constants`, `water`, `composition`, `ice`, `flesh`, `surround`, `reservoir`, `grid`, `outline`,
//! `cells`, `centre`, `solve`, `dose`, `lethality`.

#![expect(clippy::cast_precision_loss, reason = "cell and sample counts are far below 2^52")]
#![expect(
    clippy::inline_always,
    reason = "what is not inlined into a step runs without the vectors that the step was built for"
)]

pub mod bounded;
pub mod cells;
pub mod centre;
pub mod composition;
pub mod constants;
pub mod dose;
pub mod flesh;
pub mod grid;
pub mod ice;
pub mod lethality;
pub mod outline;
pub mod reservoir;
pub mod solve;
pub mod surround;
pub mod water;
