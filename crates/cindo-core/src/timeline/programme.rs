//! What surrounds the piece in each stage, from its setup.

use super::schedule::{Schedule, Turn};
use crate::catalogue::{
    Begin, FaceContext, FaceRow, Family, FirstHeat, GearKind, OtherHeat, Profile, RestSurface,
    School, SetPoint, StageRow, Wetness, Words,
};
use crate::setup::Setup;
use cindo_heat::constants::ROOM_C;
use cindo_heat::grid::Shape;
use cindo_heat::reservoir::{Draw, Heater};
use cindo_heat::surround::{Backing, Coat, Face, Surround};

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

/// What surrounds a piece.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Around {
    /// Below the piece, or all round it.
    pub below: Surround,
    /// Above it.
    pub above: Surround,
    /// At its sides.
    pub side: Side,
}

/// A stretch of a method with its own surroundings.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Stage<'a> {
    /// When it begins.
    pub from: Begin,
    /// What surrounds it.
    pub around: Around,
    /// What surrounds it once the lid is off; none where there is none on it.
    pub uncovered: Option<Around>,
    /// What the heat comes from.
    pub heater: Heater,
    /// Where the knob stands, when it changes.
    pub knob: Option<&'a str>,
    /// What has to be hot as it begins, where that is not the method's medium.
    pub hot: Option<&'a FirstHeat>,
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
    /// When it moves on to a second heat, s; never where there is none.
    pub move_s: f64,
    /// The rest, off the heat: lying as it went in, and turned.
    pub rest: [Stage<'a>; 2],
    /// What is above it once a hand puts a lid on.
    pub under_lid: Surround,
    /// And while a hand spoons hot fat over it.
    pub basted: Surround,
    /// Heats that it was moved to though its plan has none of them, in the order of the setup's.
    pub elsewhere: Vec<Arrived<'a>>,
}

/// A piece as it arrives in a heat that its plan had none of.
#[derive(Debug, Clone, PartialEq)]
pub struct Arrived<'a> {
    /// Stages, and how long after arriving each begins, s: what is opened to let it in is shut again.
    pub stages: [(f64, Stage<'a>); 2],
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
            let rows = now.rows();
            let set_c = set_c(setup, now.set);
            stages.push(Stage {
                from: row.from,
                around: around(setup, rows),
                uncovered: uncovered(setup, rows),
                heater: setup.heater(now.reservoir, set_c, now.is_open),
                knob: row.knob.as_deref(),
                hot: row.hot.as_ref(),
                words: row.step.as_ref(),
            });
        }
        let rest = [false, true].map(|is_turned| rest(setup, &now, stages.last(), is_turned));
        let move_s = setup.second.map_or(f64::INFINITY, |second| second.from_s);
        let (under_lid, basted) = (surround(setup, "under_lid"), surround(setup, "basted_top"));
        let elsewhere = setup.elsewhere.iter().map(|heat| arrived(setup, heat)).collect();
        Self {
            shape: setup.shape(),
            stages,
            turn: turn(setup),
            move_s,
            rest,
            under_lid,
            basted,
            elsewhere,
        }
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
            Turn::Every(often_s) => {
                let every_s = every_s(often_s, pull_s);
                let mut turns = Vec::new();
                // The first side has let go by then; of a short stay it is half.
                let mut at = FIRST_OF_MANY_S.max(every_s).min(0.5 * pull_s);
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
            Begin::AfterMoveS(after_s) => self.move_s + after_s,
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

/// Time between turns of the school that turns often, and the first of them, s (common practice: not
/// before it lets go by itself).
const MANY_TURNS_S: f64 = 30.0;
pub(super) const FIRST_OF_MANY_S: f64 = 150.0;

/// Nobody turns one piece more often than about this: a thick one, which takes an hour, every few minutes.
const MOST_TURNS: f64 = 20.0;

/// Time between turns of a piece that is turned often, s.
pub(super) fn every_s(often_s: f64, pull_s: f64) -> f64 {
    often_s.max(pull_s / MOST_TURNS)
}

/// Most that skin lets a surface dry, as a share of a free wet one (as an oiled one).
const SKIN_WET: f64 = 0.3;
/// A coat that leaves no more than this share of a free wet surface shuts what is under it.
const SHUT_WET: f64 = 0.1;

/// Where the heat stands, °C.
fn set_c(setup: &Setup<'_>, set: SetPoint) -> f64 {
    match set {
        SetPoint::Medium => setup.medium_c,
        SetPoint::Lowered { by_k, floor_c } => {
            (setup.medium_c - by_k).max(floor_c.min(setup.medium_c))
        }
        SetPoint::Celsius(c) => c,
        // Every method that names it has one: checked when the data is read.
        SetPoint::Second => setup.second.map_or(setup.medium_c, |second| second.medium_c),
    }
}

/// How its surface is wet and dries in the heat.
fn wetness(setup: &Setup<'_>) -> Wetness {
    let coat = setup.coating;
    let wet = if setup.skin { coat.wet.min(SKIN_WET) } else { coat.wet };
    Wetness { wet, dries_kg_m2: coat.dries_kg_m2, ..Wetness::default() }
}

/// A face row without a coat.
fn bare(setup: &Setup<'_>, row: &str, surface: Wetness) -> Surround {
    let context = FaceContext { boil_c: setup.boil_c, surface, film_factor: setup.film_factor };
    setup.bench.catalogue.faces.get(row).map_or_else(
        // Every name is checked when the data is read.
        || Surround::fixed(Face::convective(0.0, ROOM_C)),
        |row| row.surround(&context),
    )
}

/// A face row with the coat over it.
fn surround(setup: &Setup<'_>, row: &str) -> Surround {
    Surround { coat: setup.coating.coat(), ..bare(setup, row, wetness(setup)) }
}

/// A piece as it arrives in another heat: on what it lay in, where that was a pan.
fn arrived<'a>(setup: &Setup<'a>, heat: &'a OtherHeat) -> Arrived<'a> {
    let below = match &heat.in_pan {
        Some(in_pan) if setup.method.family == Family::Pan => in_pan,
        _ => &heat.below,
    };
    let rows = [below.as_str(), &heat.above, &heat.side];
    let stage = |is_open: bool| Stage {
        from: Begin::Start,
        around: around(setup, rows),
        uncovered: uncovered(setup, rows),
        heater: setup.other_heater(heat, is_open),
        knob: None,
        hot: None,
        words: is_open.then_some(&heat.step),
    };
    Arrived { stages: [(0.0, stage(true)), (heat.open_s, stage(false))] }
}

/// Face rows below, above and beside a piece.
pub(super) fn around(setup: &Setup<'_>, [below, above, beside]: [&str; 3]) -> Around {
    Around {
        below: surround(setup, below),
        above: surround(setup, above),
        side: side(setup, beside),
    }
}

/// The same rows without their lid; none where there is none.
fn uncovered(setup: &Setup<'_>, rows: [&str; 3]) -> Option<Around> {
    let open = |row: &'_ str| setup.bench.catalogue.faces.get(row)?.uncovered.as_deref();
    let is_covered = rows.iter().any(|row| open(row).is_some());
    is_covered.then(|| around(setup, rows.map(|row| open(row).unwrap_or(row))))
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
    let on_the_way_s = setup.second.map(|second| second.from_s);
    match (setup.method.turn_at_s.or(on_the_way_s), setup.school) {
        (Some(at_s), _) => Turn::At(at_s),
        (None, School::SkinSide) => Turn::AtShare(SKIN_SIDE_SHARE),
        (None, School::TwoSided) => {
            Turn::AtShare(setup.suited.and_then(|s| s.turn_share).unwrap_or(0.5))
        }
        (None, School::ManyTurns) => Turn::Every(MANY_TURNS_S),
        (None, School::OneSide) => Turn::Never,
    }
}

/// How a face dries once it is off the heat: the one that went down first, or the other.
fn rest_wetness(setup: &Setup<'_>, is_first: bool, was_down: bool) -> Wetness {
    let coat = setup.coating;
    let method = setup.method;
    let surface = if coat.wraps {
        return Wetness::default();
    } else if coat.wet <= SHUT_WET {
        RestSurface::Crisp
    } else if matches!(method.family, Family::Wet | Family::Steam) {
        if setup.cut.on_the_bone && setup.skin {
            RestSurface::MoistSkin
        } else {
            RestSurface::Poached
        }
    } else if method.family == Family::Oven || method.all_round && method.family != Family::Fry {
        if setup.cut.on_the_bone && setup.skin {
            RestSurface::MoistSkin
        } else {
            // It goes on as it was in the oven.
            return wetness(setup);
        }
    } else if was_down || method.all_round {
        let has_skin = setup.skin && (is_first || setup.cut.on_the_bone);
        if has_skin { RestSurface::Crisp } else { RestSurface::Seared }
    } else if setup.cut.on_the_bone && setup.skin {
        RestSurface::MoistSkin
    } else {
        RestSurface::Bare
    };
    setup.bench.catalogue.resting.wetness(surface)
}

/// The rest as a stage of its own: what it lies on, and the air. `last` is what the last stage in the
/// heat took over.
fn rest<'a>(
    setup: &Setup<'a>,
    last: &Carried<'a>,
    last_stage: Option<&Stage<'a>>,
    is_turned: bool,
) -> Stage<'a> {
    let support = setup.rest.on;
    let is_crust = setup.is_crusted();
    let air = match () {
        () if setup.cut.is_whole() => "rest_air_whole",
        () if setup.cut.section == Profile::Oval => "rest_air_small",
        () => "rest_air_portion",
    };
    let in_parcel = support.wrapped && !is_crust;
    let row = |named: &'a Option<String>, else_row: &'a str| {
        if in_parcel { "rest_in_foil" } else { named.as_deref().unwrap_or(else_row) }
    };
    let above_row = row(&support.above, air);
    let below_row = row(&support.below, last.below.unwrap_or(air));
    // What cooked from below lies on what was down last; turned, the first side looks up.
    let on_top = rest_wetness(setup, is_turned, is_turned || setup.method.heat_from_above);
    let beneath = rest_wetness(setup, !is_turned, true);
    // A parcel stays shut and batter stays on; a crust that gives heat is its own face.
    let coat =
        if setup.coating.wraps && !in_parcel { Coat::default() } else { setup.coating.coat() };
    let face = |row: &str, wetness: Wetness| Surround { coat, ..bare(setup, row, wetness) };
    let side_wetness =
        if setup.cut.section == Profile::Oval { on_top } else { rest_wetness(setup, false, false) };
    let above = face(above_row, on_top);
    let held = |face: Surround| Surround { backing: backing(setup, last_stage, is_crust), ..face };
    let below = held(face(below_row, beneath));
    let above = if is_crust { held(above) } else { above };
    let side = Side {
        surround: if is_crust { above } else { face(above_row, side_wetness) },
        near_w_m2k: 0.0,
        decay_m: 1.0,
    };
    Stage {
        from: Begin::Start,
        around: Around { below, above, side },
        uncovered: None,
        heater: rest_heater(setup, last_stage),
        knob: None,
        hot: None,
        words: None,
    }
}

/// The heat of what it rests on, where that is a pan.
fn rest_heater(setup: &Setup<'_>, last: Option<&Stage<'_>>) -> Heater {
    let Some(last) = last.filter(|_| setup.rest.on.in_pan) else {
        return Heater::held(setup.rest.oven_c.unwrap_or(ROOM_C));
    };
    let pan = setup.heater(Setup::pan_kind(setup.method), last.heater.set_c, false);
    Heater { power_w: 0.0, coat: Draw::NONE, ..pan }
}

/// The heat of a plate or crust that it lies against.
fn backing(setup: &Setup<'_>, last: Option<&Stage<'_>>, is_crust: bool) -> Option<Backing> {
    let support = setup.rest.on;
    let store = support.store.filter(|_| !support.wrapped || is_crust)?;
    let oven_c = last.map_or(store.start_c, |last| last.heater.set_c);
    Some(Backing {
        start_c: store.start_c + store.of_oven * (oven_c - store.start_c),
        capacity_j_m2k: 1000.0 * store.capacity_kj_m2k,
        loss_w_m2k: store.loss_w_m2k,
    })
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
    /// Rows below, above and beside it: what is not named is as below.
    fn rows(&self) -> [&'a str; 3] {
        let below = self.below.unwrap_or_default();
        [below, self.above.unwrap_or(below), self.side.unwrap_or(below)]
    }

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
