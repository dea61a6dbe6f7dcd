//! A cook as it stands, as it is told.

use serde::Serialize;

use super::cue_sheet::CueSheetRow;
use super::estimate::Estimate;
use super::moves::Move;
use super::reading::ReadingUse;
use super::standing::After;
use super::story::Status;
use crate::plan::{Series, StripPicture};

/// A cook as it stands.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CookView {
    /// Where it stands.
    pub status: Status,
    /// Since the fish met the heat, s; none before that.
    pub elapsed_s: Option<f64>,
    /// How much longer it really is, s: a piece is followed for 4 h in the heat and 2 h after it. 0 until then.
    pub beyond_s: f64,
    /// The fish at this moment; none before it meets the heat.
    pub state: Option<CookNow>,
    /// What comes.
    pub forecast: Forecast,
    /// Movements of the hand, in order.
    pub moves: Vec<Move>,
    /// What staying in the heat past the right moment costs; empty once it is out.
    pub late: Vec<Late>,
    /// Cues that it can show while it is in the heat, in the order in which a cook uses them; empty once it is out.
    pub cues: Vec<CueSheetRow>,
    /// Whether a lid is on it at this moment.
    pub is_covered: bool,
    /// What standing does; none while it is in the heat.
    pub after: Option<After>,
    /// What readings and cues say about the piece; none before the first that can be used.
    pub estimate: Option<Estimate>,
    /// Whether each reading was used, in the order in which they were told.
    #[serde(skip)]
    pub reading_uses: Vec<ReadingUse>,
    /// Lines over time, as it was and as it will be.
    pub series: Series,
    /// The inside over time.
    pub section: StripPicture,
}

/// The fish at a moment.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CookNow {
    /// Core, °C.
    pub core_c: f64,
    /// Pan, oven, liquid, grate or oil, °C; while resting the room.
    pub medium_c: f64,
    /// Share of the thickness that is set (opaque), 0 to 1.
    pub set_share: f64,
    /// Share of the flesh that is dry, 0 to 1.
    pub dry_share: f64,
}

/// What comes. All times count from the moment the fish met the heat, s.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Forecast {
    /// First turn, made or to come.
    pub turn_s: Option<f64>,
    /// When to start looking.
    pub look_from_s: f64,
    /// Off the heat.
    pub pull_s: f64,
    /// Nine times of ten it is right no earlier than this.
    pub pull_low_s: f64,
    /// And no later.
    pub pull_high_s: f64,
    /// On the plate.
    pub serve_s: f64,
    /// Core when taken off, °C.
    pub core_at_pull_c: f64,
    /// Core when eaten, °C.
    pub core_served_c: f64,
    /// Name of the target.
    pub target_name: String,
    /// Lower edge of the target band, °C.
    pub target_from_c: f64,
    /// Upper edge, °C.
    pub target_to_c: Option<f64>,
    /// What is aimed at, °C.
    pub target_aim_c: f64,
    /// What the last thing that happened changed, in one line.
    pub reason: Option<String>,
    /// What the clock waits for; `pull_s` is as if that were now.
    pub waits: Option<Waits>,
}

/// A clock that waits for the heat to be back.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Waits {
    /// Back at this, °C.
    pub back_at_c: f64,
    /// From that moment it stays in for so long, s.
    pub then_s: f64,
}

/// What so many seconds past the right moment cost.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Late {
    /// So late, s.
    pub late_s: f64,
    /// Core when eaten, °C.
    pub core_served_c: f64,
    /// Share of the flesh that is dry then, 0 to 1.
    pub dry_share: f64,
    /// Share of its weight that it has lost by then, 0 to 1.
    pub juice_lost_share: f64,
}
