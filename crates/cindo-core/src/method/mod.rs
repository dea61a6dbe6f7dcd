//! A piece and its settings as faces over time. The facts of a method are one entry of
//! `data/methods/<family>.toml`; this is the one place that turns them into what the solver runs.

mod words;

pub use words::{Step, Times};

use crate::catalogue::{
    Catalogue, Coating, Control, Cut, FaceContext, Gear, GearKind, Look, Method, RestPlace, School,
    SetPoint, Species, StageRow, Words,
};
use crate::catalogue::{Family, From};
use crate::grid::Shape;
use crate::solver::{Coat, Heater, Phase, Surround};

/// A piece with its settings, all checked.
#[derive(Debug, Clone)]
pub struct Setting<'a> {
    /// Where the facts come from.
    pub catalogue: &'a Catalogue,
    /// The method.
    pub method: &'a Method,
    /// Its variation, where it has some.
    pub variant: Option<&'a str>,
    /// Kind of fish.
    pub species: &'a Species,
    /// Cut.
    pub cut: &'a Cut,
    /// What is on it.
    pub coating: &'a Coating,
    /// One piece of gear for each need of the method.
    pub gear: Vec<&'a Gear>,
    /// Thickness, m.
    pub thickness_m: f64,
    /// Width across, m.
    pub width_m: f64,
    /// Length, m.
    pub length_m: f64,
    /// Weight of one piece, kg.
    pub weight_kg: f64,
    /// Pieces in the heat at once.
    pub count: u32,
    /// Skin left on.
    pub skin: bool,
    /// Temperature at the start, °C.
    pub start_c: f64,
    /// School of turning.
    pub school: School,
    /// Turned at this moment because the cook says so, s.
    pub turn_s: Option<f64>,
    /// Temperature of the medium, °C.
    pub medium_c: f64,
    /// Boiling point here, °C.
    pub boil_c: f64,
    /// Factor on every film coefficient; 1 but for asking how uncertain it is.
    pub film_factor: f64,
}

/// When the piece is turned.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Turn {
    /// Never.
    Never,
    /// Once, at this share of the time in the heat.
    AtShare(f64),
    /// Once, at this moment, s.
    At(f64),
    /// Over and over, s.
    Every(f64),
}

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
#[derive(Debug, Clone, PartialEq)]
pub struct Stage<'a> {
    /// When it begins.
    pub from: From,
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
    /// Below the resting piece.
    pub rest_below: Surround,
    /// Above it.
    pub rest_above: Surround,
}

/// Clock times of everything that happens in the heat.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Schedule {
    /// Turns, s.
    pub turns_s: Vec<f64>,
    /// Begin of each stage, s; rising.
    pub starts_s: Vec<f64>,
}

impl Schedule {
    /// Whether the piece lies on its second side at a moment.
    pub fn is_turned(&self, at_s: f64) -> bool {
        self.turns_s.iter().filter(|t| **t <= at_s + SAME_S).count() % 2 == 1
    }

    /// Stage at a moment.
    pub fn stage(&self, at_s: f64) -> usize {
        self.starts_s.iter().rposition(|s| *s <= at_s + SAME_S).unwrap_or(0)
    }

    /// Next moment at which anything changes after `at_s`, s.
    pub fn next_change_s(&self, at_s: f64) -> f64 {
        let later = |times: &[f64]| {
            times.iter().copied().filter(|t| *t > at_s + SAME_S).fold(f64::INFINITY, f64::min)
        };
        later(&self.turns_s).min(later(&self.starts_s))
    }
}

/// Moments closer than this are one, s.
const SAME_S: f64 = 1e-6;

impl Programme<'_> {
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
        let mut last_s = 0.0_f64;
        let starts_s = self
            .stages
            .iter()
            .map(|stage| {
                let wanted_s = match stage.from {
                    From::Start => 0.0,
                    From::Turn => turns_s.first().copied().unwrap_or(f64::INFINITY),
                    From::Seconds(at_s) => at_s,
                    From::BeforeOutS(before_s) => (pull_s - before_s).max(0.0),
                };
                last_s = last_s.max(wanted_s);
                last_s
            })
            .collect();
        Schedule { turns_s, starts_s }
    }

    /// A stretch in the heat. The faces stay with the fish, the heat changes sides.
    pub fn phase(&self, schedule: &Schedule, from_s: f64, duration_s: f64) -> Phase {
        let stage = &self.stages[schedule.stage(from_s)];
        let (bottom, top) = if schedule.is_turned(from_s) {
            (stage.above, stage.below)
        } else {
            (stage.below, stage.above)
        };
        Phase { duration_s, bottom: Some(bottom), top: Some(top), heater: stage.heater }
    }

    /// The rest, the piece lying as it came out.
    pub fn rest(&self, duration_s: f64, turned: bool) -> Phase {
        let (bottom, top) = if turned {
            (self.rest_above, self.rest_below)
        } else {
            (self.rest_below, self.rest_above)
        };
        Phase {
            duration_s,
            bottom: Some(bottom),
            top: Some(top),
            heater: Heater::held(crate::solver::ROOM_C),
        }
    }
}

/// Share of the time on the skin (common practice: four fifths to nearly all of it).
const SKIN_SIDE_SHARE: f64 = 0.8;
/// Time between turns of the school that turns often, s (common practice).
const MANY_TURNS_S: f64 = 30.0;
/// Most that skin lets a surface dry, as a share of a free wet one.
const SKIN_WET: f64 = 0.15;

impl<'a> Setting<'a> {
    /// Volume of one piece, m³.
    pub fn volume_m3(&self) -> f64 {
        self.weight_kg
            / self
                .species
                .flesh()
                .properties(self.start_c.max(crate::ice::FREEZING_C))
                .density_kg_m3
    }

    /// How the solver sees the piece.
    pub fn shape(&self) -> Shape {
        if !self.method.all_round {
            return Shape::Slab;
        }
        self.cut.all_round(self.thickness_m, self.width_m)
    }

    /// Outer face of one piece as its solver counts it, m²: both sides of a slab count as one.
    pub fn face_m2(&self) -> f64 {
        match self.shape() {
            Shape::Slab => self.volume_m3() / self.thickness_m,
            Shape::Radial { exponent } => {
                self.volume_m3() * (exponent + 1.0) / (0.5 * self.thickness_m)
            }
        }
    }

    /// Litres of liquid or oil before the fish is in.
    pub fn fill_l(&self) -> Option<f64> {
        let vessel = self.gear.first()?;
        let fill = self.method.fill?;
        if let Some(share) = fill.share {
            return Some(share * vessel.volume_l());
        }
        // To half the height of the fish that stands in it.
        let taken_m3 = 0.5 * self.volume_m3() * f64::from(self.count);
        let level_m3 = 0.5 * self.thickness_m * vessel.area_m2();
        Some((1000.0 * (level_m3 - taken_m3)).max(LEAST_LIQUID_L))
    }

    /// The gear that serves as `kind`.
    pub fn gear_of(&self, kind: GearKind) -> Option<&'a Gear> {
        self.gear.iter().copied().find(|g| g.kinds.contains(&kind))
    }

    fn heater(&self, kind: Option<GearKind>, set_c: f64, is_open: bool) -> Heater {
        let gear = kind.and_then(|kind| self.gear_of(kind));
        let (Some(kind), Some(gear)) = (kind, gear) else { return Heater::held(set_c) };
        // Steam stays at boiling and an element at its glow, whatever meets them.
        let holds = self.method.family == Family::Steam || kind == GearKind::Broiler;
        let Some(empty_j_k) = gear.capacity_j_k().filter(|_| !holds) else {
            return Heater { store: kind as usize, ..Heater::held(set_c) };
        };
        let filled_j_k = match (self.method.fill, self.fill_l()) {
            (Some(fill), Some(litres)) if self.method.needs.first() == Some(&kind) => {
                litres * fill.liquid.capacity_j_kl()
            }
            _ => 0.0,
        };
        let pieces = f64::from(self.count);
        let faces = match self.shape() {
            Shape::Slab => 2.0,
            Shape::Radial { .. } => 1.0,
        };
        Heater {
            store: kind as usize,
            start_c: set_c,
            set_c,
            capacity_j_k: empty_j_k + filled_j_k,
            loss_w_k: gear.loss_w_k + if is_open { OPEN_DOOR_W_K } else { 0.0 },
            power_w: gear.power_w,
            lag_s: match gear.control {
                Some(Control::Thermostat) => THERMOSTAT_LAG_S,
                _ => HAND_LAG_S,
            },
            load_m2: pieces * self.face_m2(),
            coat_j: pieces * faces * self.face_m2() * self.coating.heat_mj_m2 * 1e6,
            coat_s: self.coating.settle_s.max(1.0),
        }
    }

    fn set_c(&self, set: SetPoint) -> f64 {
        match set {
            SetPoint::Medium => self.medium_c,
            SetPoint::Lowered { by_k, floor_c } => {
                (self.medium_c - by_k).max(floor_c.min(self.medium_c))
            }
            SetPoint::Celsius(c) => c,
        }
    }

    fn context(&self) -> FaceContext {
        let wet = self.coating.wet;
        FaceContext {
            boil_c: self.boil_c,
            surface_wet: if self.skin { wet.min(SKIN_WET) } else { wet },
            film_factor: self.film_factor,
        }
    }

    /// A face row with the coat over it.
    fn surround(&self, row: &str) -> Surround {
        let bare = self.catalogue.faces.get(row).map_or_else(
            // Every name is checked when the data is read.
            || Surround::fixed(crate::face::Face::convective(0.0, 25.0)),
            |row| row.surround(&self.context()),
        );
        Surround { coat: self.coating.coat(), ..bare }
    }

    fn side(&self, row: &str) -> Side {
        let (near_w_m2k, decay_m) = self
            .catalogue
            .faces
            .get(row)
            .and_then(crate::catalogue::FaceRow::near_heat)
            .unwrap_or((0.0, 1.0));
        Side { surround: self.surround(row), near_w_m2k: near_w_m2k * self.film_factor, decay_m }
    }

    /// Faces over time.
    pub fn programme(&self) -> Programme<'a> {
        let mut stages: Vec<Stage<'a>> = Vec::with_capacity(self.method.stages.len());
        let mut now = Carried::default();
        let variant = |row: &&StageRow| {
            row.variant.as_deref().is_none_or(|wanted| self.variant == Some(wanted))
        };
        for row in self.method.stages.iter().filter(variant) {
            now.take(row);
            let below = now.below.unwrap_or_default();
            let set_c = self.set_c(now.set);
            stages.push(Stage {
                from: row.from,
                below: self.surround(below),
                above: self.surround(now.above.unwrap_or(below)),
                side: self.side(now.side.unwrap_or(below)),
                heater: self.heater(now.store, set_c, now.is_open),
                knob: row.knob.as_deref(),
                words: row.step.as_ref(),
            });
        }
        let row = |place: RestPlace, below: bool| match place {
            RestPlace::Plate if below && self.shape() == Shape::Slab => "rest_below",
            RestPlace::Plate | RestPlace::Rack => "rest_above",
            RestPlace::Wrapped => "rest_wrapped",
        };
        let rest = |below: bool| {
            let rested = self.surround(row(self.method.rest, below));
            if self.coating.wraps { rested } else { Surround { coat: Coat::default(), ..rested } }
        };
        Programme {
            shape: self.shape(),
            stages,
            turn: self.turn(),
            rest_below: rest(true),
            rest_above: rest(false),
        }
    }

    fn turn(&self) -> Turn {
        if self.method.schools.is_empty() {
            return Turn::Never;
        }
        if let Some(at_s) = self.turn_s {
            return Turn::At(at_s);
        }
        match (self.method.turn_at_s, self.school) {
            (Some(at_s), _) => Turn::At(at_s),
            (None, School::SkinSide) => Turn::AtShare(SKIN_SIDE_SHARE),
            (None, School::TwoSided) => Turn::AtShare(0.5),
            (None, School::ManyTurns) => Turn::Every(MANY_TURNS_S),
            (None, School::OneSide) => Turn::Never,
        }
    }

    /// Knob and look of the medium.
    pub fn look(&self) -> Option<&'a Look> {
        self.method.look(self.medium_c)
    }
}

/// What a stage takes over from the one before.
#[derive(Debug, Clone, Copy)]
struct Carried<'a> {
    below: Option<&'a str>,
    above: Option<&'a str>,
    side: Option<&'a str>,
    store: Option<GearKind>,
    set: SetPoint,
    is_open: bool,
}

impl Default for Carried<'_> {
    fn default() -> Self {
        Self {
            below: None,
            above: None,
            side: None,
            store: None,
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
        self.store = row.store.or(self.store);
        self.set = row.set.unwrap_or(self.set);
        self.is_open = row.open.unwrap_or(self.is_open);
    }
}

/// An open oven door loses this on top, W/K: some 20 K in twenty seconds (common practice).
const OPEN_DOOR_W_K: f64 = 45.0;
/// A hand at the knob and its burner answer with this lag, a thermostat and its element with the
/// other, s (modelling choices).
const HAND_LAG_S: f64 = 15.0;
const THERMOSTAT_LAG_S: f64 = 8.0;
/// Less than this is no liquid to cook in, l.
const LEAST_LIQUID_L: f64 = 0.3;

#[cfg(test)]
mod tests;
