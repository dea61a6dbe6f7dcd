//! What surrounds the piece in each stage, from its setup.

use super::schedule::{Schedule, Turn};
use crate::catalogue::{
    Begin, FaceContext, FaceRow, GearKind, RestPlace, School, SetPoint, StageRow, Words,
};
use crate::setup::Setup;
use cindo_heat::grid::Shape;
use cindo_heat::reservoir::{Heater, ROOM_C};
use cindo_heat::surround::{Coat, Face, Surround};

/// The face at the sides of a piece, as it depends on the height above the heat.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Side {
    /// What holds at any height.
    pub surround: Surround,
    /// More film close to the heat, W/(m² K).
    pub near_w_m2k: f64,
    /// Height over which that falls to 1/e, m.
    pub decay_m: f64,
}

impl Side {
    /// The surrounding at a height above the heat, m.
    pub fn at(&self, height_m: f64) -> Surround {
        let mut surround = self.surround;
        if self.near_w_m2k > 0.0 {
            surround.face.h += self.near_w_m2k * (-height_m / self.decay_m).exp();
        }
        surround
    }
}

/// A stretch of a method with its own surroundings.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Stage<'a> {
    /// When it begins.
    pub from: Begin,
    /// Below the piece, or all round it.
    pub below: Surround,
    /// Above it.
    pub above: Surround,
    /// At its sides.
    pub side: Side,
    /// What the heat comes from.
    pub heater: Heater,
    /// Where the knob stands, when it changes.
    pub knob: Option<&'a str>,
    /// Its step on the card.
    pub words: Option<&'a Words>,
}

/// Faces over time, for any moment of taking it off.
#[derive(Debug, Clone, PartialEq)]
pub struct Programme<'a> {
    /// How the solver sees the piece.
    pub shape: Shape,
    /// Stages in order.
    pub stages: Vec<Stage<'a>>,
    /// Turning.
    pub turn: Turn,
    /// The rest, off the heat.
    pub rest: Stage<'a>,
}

impl<'a> Programme<'a> {
    /// Faces over time.
    pub fn of(setup: &Setup<'a>) -> Self {
        let mut stages: Vec<Stage<'a>> = Vec::with_capacity(setup.method.stages.len());
        let mut now = Carried::default();
        let variant = |row: &&StageRow| {
            row.variant.as_deref().is_none_or(|wanted| setup.variant == Some(wanted))
        };
        for row in setup.method.stages.iter().filter(variant) {
            now.take(row);
            let below = now.below.unwrap_or_default();
            let set_c = set_c(setup, now.set);
            stages.push(Stage {
                from: row.from,
                below: surround(setup, below),
                above: surround(setup, now.above.unwrap_or(below)),
                side: side(setup, now.side.unwrap_or(below)),
                heater: setup.heater(now.reservoir, set_c, now.is_open),
                knob: row.knob.as_deref(),
                words: row.step.as_ref(),
            });
        }
        Self { shape: setup.shape(), stages, turn: turn(setup), rest: rest(setup) }
    }

    /// What happens when for a pull at `pull_s`.
    pub fn schedule(&self, pull_s: f64) -> Schedule {
        let turns_s = match self.turn {
            Turn::Never => Vec::new(),
            Turn::AtShare(share) => vec![share * pull_s],
            Turn::At(at_s) => {
                if at_s < pull_s {
                    vec![at_s]
                } else {
                    Vec::new()
                }
            }
            Turn::Every(every_s) => {
                let mut turns = Vec::new();
                let mut at = every_s;
                // Not in the last moments: the piece is on its way out.
                while at < pull_s - 0.5 * every_s {
                    turns.push(at);
                    at += every_s;
                }
                turns
            }
        };
        let starts_s = self.starts(&turns_s, pull_s);
        Schedule { turns_s, starts_s }
    }

    /// Begin of each stage, s, rising, for these turns and this pull.
    pub(super) fn starts(&self, turns_s: &[f64], pull_s: f64) -> Vec<f64> {
        let mut last_s = 0.0_f64;
        let begin_s = |stage: &Stage<'_>| match stage.from {
            Begin::Start => 0.0,
            Begin::Turn => turns_s.first().copied().unwrap_or(f64::INFINITY),
            Begin::Seconds(at_s) => at_s,
            Begin::BeforeOutS(before_s) => (pull_s - before_s).max(0.0),
        };
        self.stages
            .iter()
            .map(|stage| {
                last_s = last_s.max(begin_s(stage));
                last_s
            })
            .collect()
    }

    /// When the heat is first changed on purpose, s: another reservoir, or another setting. Infinite
    /// where it never is.
    pub fn first_new_heat_s(&self, schedule: &Schedule) -> f64 {
        let first = self.stages[0].heater;
        self.stages
            .iter()
            .zip(&schedule.starts_s)
            .find(|(stage, _)| {
                stage.heater.reservoir != first.reservoir
                    || (stage.heater.set_c - first.set_c).abs() > SAME_HEAT_K
            })
            .map_or(f64::INFINITY, |(_, start_s)| *start_s)
    }
}

/// Settings closer than this are one, K.
const SAME_HEAT_K: f64 = 0.5;
/// Share of the time on the skin (common practice: four fifths to nearly all of it).
const SKIN_SIDE_SHARE: f64 = 0.8;

/// Time between turns of the school that turns often, s (common practice).
const MANY_TURNS_S: f64 = 30.0;

/// Most that skin lets a surface dry, as a share of a free wet one.
const SKIN_WET: f64 = 0.15;

/// Where the heat stands, °C.
fn set_c(setup: &Setup<'_>, set: SetPoint) -> f64 {
    match set {
        SetPoint::Medium => setup.medium_c,
        SetPoint::Lowered { by_k, floor_c } => {
            (setup.medium_c - by_k).max(floor_c.min(setup.medium_c))
        }
        SetPoint::Celsius(c) => c,
    }
}

fn context(setup: &Setup<'_>) -> FaceContext {
    let wet = setup.coating.wet;
    FaceContext {
        boil_c: setup.boil_c,
        surface_wet: if setup.skin { wet.min(SKIN_WET) } else { wet },
        film_factor: setup.film_factor,
    }
}

/// A face row with the coat over it.
fn surround(setup: &Setup<'_>, row: &str) -> Surround {
    let bare = setup.bench.catalogue.faces.get(row).map_or_else(
        // Every name is checked when the data is read.
        || Surround::fixed(Face::convective(0.0, 25.0)),
        |row| row.surround(&context(setup)),
    );
    Surround { coat: setup.coating.coat(), ..bare }
}

fn side(setup: &Setup<'_>, row: &str) -> Side {
    let (near_w_m2k, decay_m) =
        setup.bench.catalogue.faces.get(row).and_then(FaceRow::near_heat).unwrap_or((0.0, 1.0));
    Side { surround: surround(setup, row), near_w_m2k: near_w_m2k * setup.film_factor, decay_m }
}

/// When it is turned.
fn turn(setup: &Setup<'_>) -> Turn {
    if setup.method.schools.is_empty() {
        return Turn::Never;
    }
    if let Some(at_s) = setup.turn_s {
        return Turn::At(at_s);
    }
    match (setup.method.turn_at_s, setup.school) {
        (Some(at_s), _) => Turn::At(at_s),
        (None, School::SkinSide) => Turn::AtShare(SKIN_SIDE_SHARE),
        (None, School::TwoSided) => Turn::AtShare(0.5),
        (None, School::ManyTurns) => Turn::Every(MANY_TURNS_S),
        (None, School::OneSide) => Turn::Never,
    }
}

/// The rest as a stage of its own: what it lies on, and the room.
fn rest<'a>(setup: &Setup<'a>) -> Stage<'a> {
    let row = |below: bool| match setup.method.rest {
        RestPlace::Plate if below && setup.shape() == Shape::Slab => "rest_below",
        RestPlace::Plate | RestPlace::Rack => "rest_above",
        RestPlace::Wrapped => "rest_wrapped",
    };
    let face = |below: bool| {
        let rested = surround(setup, row(below));
        if setup.coating.wraps { rested } else { Surround { coat: Coat::default(), ..rested } }
    };
    let above = face(false);
    Stage {
        from: Begin::Start,
        below: face(true),
        above,
        side: Side { surround: above, near_w_m2k: 0.0, decay_m: 1.0 },
        heater: Heater::held(ROOM_C),
        knob: None,
        words: None,
    }
}

/// What a stage takes over from the one before.
#[derive(Debug, Clone, Copy)]
struct Carried<'a> {
    below: Option<&'a str>,
    above: Option<&'a str>,
    side: Option<&'a str>,
    reservoir: Option<GearKind>,
    set: SetPoint,
    is_open: bool,
}

impl Default for Carried<'_> {
    fn default() -> Self {
        Self {
            below: None,
            above: None,
            side: None,
            reservoir: None,
            set: SetPoint::Medium,
            is_open: false,
        }
    }
}

impl<'a> Carried<'a> {
    fn take(&mut self, row: &'a StageRow) {
        let name = |name: &'a Option<String>| name.as_deref();
        self.below = name(&row.below).or(self.below);
        self.above = name(&row.above).or(self.above);
        self.side = name(&row.side).or(self.side);
        self.reservoir = row.reservoir.or(self.reservoir);
        self.set = row.set.unwrap_or(self.set);
        self.is_open = row.open.unwrap_or(self.is_open);
    }
}
