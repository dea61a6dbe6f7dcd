//! Where things are done: hands, burners, and the gear of the kitchen.

use cindo_heat::constants::ROOM_C;
use cindo_heat::reservoir::Lump;
use serde::Serialize;

use super::request::LineUpRequest;
use super::schedule::{Resource, TICK_S, Tick};
use crate::catalogue::{Gear, GearKind, Place};
use crate::kitchen::Known;
use crate::say::CELSIUS;

/// Id of the cooks' hands among stations.
pub(super) const HANDS: &str = "hands";
/// Id of the burners.
pub(super) const BURNERS: &str = "burners";
/// Burners where nobody says.
const USUAL_BURNERS: u32 = 4;
/// Shelves of an oven, and zones of a grill, that dishes can have (common practice).
const SHELVES: u32 = 2;
const ZONES: u32 = 2;
/// Cooks that share a board for raw fish and one for the rest (common practice).
const COOKS_AT_BOARD: u32 = 2;
/// Ids of boards and of the sink.
const SINK: &str = "sink";
const RAW_BOARD: &str = "raw_board";
const BOARD: &str = "board";

/// A station.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Station {
    /// Id: of gear, `hands` or `burners`.
    pub id: String,
    /// What it is called.
    pub name: String,
    /// How many things at once.
    #[cfg_attr(feature = "schema", schema(minimum = 1))]
    pub capacity: u32,
    /// What it is busy with, in order.
    pub busy: Vec<Stretch>,
}

/// A stretch of a station's time.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Stretch {
    /// Id of the dish; none where it is not to be had for other reasons.
    pub dish: Option<String>,
    /// Key of the part of the dish, to be given back as fixed.
    pub key: Option<String>,
    /// What is done.
    pub title: String,
    /// From then, s.
    pub from_s: f64,
    /// Until then, s.
    pub until_s: f64,
    /// Which of its units, from 0.
    #[cfg_attr(feature = "schema", schema(minimum = 0))]
    pub unit: usize,
    /// What it is set to, °C, where dishes have to agree on that.
    pub setting_c: Option<f64>,
}

/// A need of a station, s after the step began.
#[derive(Debug, Clone, PartialEq)]
pub(super) struct Need {
    pub(super) station: usize,
    pub(super) from_s: f64,
    pub(super) to_s: f64,
    pub(super) setting_c: Option<f64>,
}

/// All stations that anything needs.
#[derive(Debug)]
pub(super) struct Stations {
    pub(super) list: Vec<Station>,
    /// Gear of each, where it is some.
    gear: Vec<Option<Gear>>,
    /// Settings that are asked of each, °C.
    settings_c: Vec<Vec<f64>>,
}

/// Places of those that always are.
pub(super) const HANDS_AT: usize = 0;
pub(super) const BURNERS_AT: usize = 1;

impl Stations {
    /// Hands and burners.
    pub(super) fn of(request: &LineUpRequest) -> Self {
        let own = request.kitchen.as_ref().map_or(&[][..], |kitchen| &kitchen.gear);
        let mut places: Vec<&str> = own.iter().filter_map(|gear| gear.on.as_deref()).collect();
        places.sort_unstable();
        places.dedup();
        let known = u32::try_from(places.len()).unwrap_or(USUAL_BURNERS);
        let burners = request.burners.unwrap_or(if known > 0 { known } else { USUAL_BURNERS });
        let hands = request.hands.unwrap_or(1);
        let station = |id: &str, name: &str, capacity: u32| Station {
            id: id.to_owned(),
            name: name.to_owned(),
            capacity,
            busy: Vec::new(),
        };
        Self {
            list: vec![
                station(HANDS, if hands == 1 { "your hands" } else { "hands" }, hands),
                station(BURNERS, "burners", burners),
            ],
            gear: vec![None, None],
            settings_c: vec![Vec::new(), Vec::new()],
        }
    }

    /// The place of a piece of gear.
    pub(super) fn place(&mut self, gear: &Gear) -> usize {
        let has = |kind: GearKind| gear.kinds.contains(&kind);
        let capacity = if has(GearKind::Oven) {
            SHELVES
        } else if has(GearKind::Grill) && !gear.on_burner {
            ZONES
        } else {
            1
        };
        self.known(&gear.id, &gear.name, capacity, Some(gear))
    }

    /// The place of a board or of the sink; none where it is neither, or one cook is alone, who is never at two of
    /// them.
    pub(super) fn bench(&mut self, place: Place) -> Option<usize> {
        let cooks = self.list[HANDS_AT].capacity;
        let boards = cooks.div_ceil(COOKS_AT_BOARD);
        let (id, name, capacity) = match place {
            Place::Sink => (SINK, "sink", 1),
            Place::RawBoard => (RAW_BOARD, "board for raw fish", boards),
            Place::Board => (BOARD, "other board", boards),
            Place::Burner | Place::Fryer | Place::None => return None,
        };
        (cooks > 1).then(|| self.known(id, name, capacity, None))
    }

    /// A station with this id, which there is or is one more now.
    fn known(&mut self, id: &str, name: &str, capacity: u32, gear: Option<&Gear>) -> usize {
        if let Some(place) = self.list.iter().position(|station| station.id == id) {
            return place;
        }
        let (id, name) = (id.to_owned(), name.to_owned());
        self.list.push(Station { id, name, capacity, busy: Vec::new() });
        self.gear.push(gear.cloned());
        self.settings_c.push(Vec::new());
        self.list.len() - 1
    }

    /// The first fryer at hand.
    pub(super) fn fryer(known: &[std::sync::Arc<Known>]) -> Option<&Gear> {
        known.iter().map(|k| &k.gear).find(|gear| gear.kinds.contains(&GearKind::Fryer))
    }

    /// Which of a station's settings a temperature is.
    pub(super) fn setting(&mut self, station: usize, setting_c: f64) -> usize {
        let known = &mut self.settings_c[station];
        let same = known.iter().position(|c| (c - setting_c).abs() < 0.5);
        same.unwrap_or_else(|| {
            known.push(setting_c);
            known.len() - 1
        })
    }

    /// As the schedule needs them.
    pub(super) fn resources(&self) -> Vec<Resource> {
        let resource = |(place, station): (usize, &Station)| {
            let settings = &self.settings_c[place];
            let change = |from_c: f64, to_c: f64| {
                let gear = self.gear[place].as_ref();
                gear.map_or(0, |gear| to_ticks_up(change_s(gear, from_c, to_c)))
            };
            let changes = settings
                .iter()
                .map(|from_c| settings.iter().map(|to_c| change(*from_c, *to_c)).collect())
                .collect();
            Resource { capacity: station.capacity, changes }
        };
        self.list.iter().enumerate().map(resource).collect()
    }

    /// Whether a station that nothing needs has this id: gear at hand, a board or the sink.
    pub(super) fn is_idle(id: &str, at_hand: &[std::sync::Arc<Known>]) -> bool {
        [SINK, RAW_BOARD, BOARD].contains(&id) || at_hand.iter().any(|known| known.gear.id == id)
    }

    /// Whether it is a board or the sink.
    pub(super) fn is_bench(&self, station: usize) -> bool {
        station > BURNERS_AT && self.gear[station].is_none()
    }

    /// Whether it is an oven.
    pub(super) fn is_oven(&self, station: usize) -> bool {
        self.gear[station].as_ref().is_some_and(|gear| gear.kinds.contains(&GearKind::Oven))
    }

    /// Time to heat a station from the room, s; 0 where it is not gear.
    pub(super) fn preheat_s(&self, station: usize, setting_c: f64) -> f64 {
        self.gear[station].as_ref().map_or(0.0, |gear| change_s(gear, ROOM_C, setting_c))
    }

    /// Its name with its setting.
    pub(super) fn set_to(&self, station: usize, setting_c: f64) -> String {
        format!("{} at {setting_c:.0}{CELSIUS}", the(&self.list[station].name))
    }
}

/// From one temperature to another, s: up at full power, down by itself. A lump with a
/// loss to the room.
pub(super) fn change_s(gear: &Gear, from_c: f64, to_c: f64) -> f64 {
    let Some(capacity_j_k) = gear.capacity_j_k() else { return 0.0 };
    if (from_c - to_c).abs() < 0.5 {
        return 0.0;
    }
    let power_w = if to_c > from_c { gear.power_w } else { 0.0 };
    let lump = Lump { capacity_j_k, loss_w_k: gear.loss_w_k };
    // What is out of its reach it nears for a very long time.
    let near_k = (to_c - from_c).signum();
    lump.time_s(power_w, from_c, to_c)
        .or_else(|| lump.time_s(power_w, from_c, ROOM_C + power_w / gear.loss_w_k - near_k))
        .unwrap_or(0.0)
}

/// A name with its article, which a cook's own may have already.
pub(super) fn the(name: &str) -> String {
    if name.starts_with("the ") { name.to_owned() } else { format!("the {name}") }
}

pub(super) fn to_ticks(seconds: f64) -> Tick {
    #[expect(clippy::cast_possible_truncation, reason = "days at most")]
    let ticks = (seconds / TICK_S).round() as Tick;
    ticks
}

pub(super) fn to_ticks_up(seconds: f64) -> Tick {
    #[expect(clippy::cast_possible_truncation, reason = "days at most")]
    let ticks = (seconds / TICK_S - 1e-6).ceil() as Tick;
    ticks
}

pub(super) fn to_s(ticks: Tick) -> f64 {
    f64::from(ticks) * TICK_S
}
