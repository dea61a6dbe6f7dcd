//! A dish as a chain of links in seconds, with its words: what the schedule moves about.

use serde::Serialize;

use super::request::Stood;
use super::schedule::{Activity, Demand, Lag, Mode, Tick};
use super::station::{BURNERS_AT, HANDS_AT, Need, Stations, to_ticks, to_ticks_up};
use crate::setup::PlanRequest;

/// What a step is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum StepKind {
    /// Before the heat.
    Prepare,
    /// Something is heated up.
    Preheat,
    /// At the heat.
    Heat,
    /// It stands.
    Stand,
    /// On the plate.
    Plate,
}

/// Something within a link that a cook does or sees.
#[derive(Debug, Clone, PartialEq)]
pub(super) struct Move {
    pub(super) kind: StepKind,
    /// After the link began, s; before it where negative.
    pub(super) at_s: f64,
    pub(super) duration_s: f64,
    /// Hands, s; none where it goes by itself.
    pub(super) hands_s: f64,
    /// So much of that, from its beginning, they only look, s.
    pub(super) look_s: f64,
    /// Place of the station.
    pub(super) station: usize,
    /// Dish that it belongs to, where that is one that shares the vessel: place in the request.
    pub(super) dish: Option<usize>,
    pub(super) title: String,
    pub(super) detail: String,
    pub(super) cue: String,
}

/// A link of the chain.
#[derive(Debug, Clone, PartialEq)]
pub(super) struct Link {
    pub(super) key: String,
    pub(super) length_s: f64,
    pub(super) needs: Vec<Need>,
    pub(super) moves: Vec<Move>,
    pub(super) least_s: f64,
    pub(super) most_s: f64,
    /// Cost of waiting after it, for each tick.
    pub(super) wait_cost: i64,
}

/// One way to make a dish.
#[derive(Debug, Clone, PartialEq)]
pub(super) struct Way {
    pub(super) links: Vec<Link>,
    pub(super) cost: i64,
    /// The plan that it was made from.
    pub(super) request: Option<PlanRequest>,
    /// The heat's gear, and where it is set, °C.
    pub(super) vessel: Option<usize>,
    pub(super) setting_c: Option<f64>,
    /// Those that share its vessel.
    pub(super) outs: Vec<Out>,
    /// What waiting does to it.
    pub(super) hold: Hold,
    /// How much it harms the fish, as cost.
    pub(super) harm: f64,
}

/// One of those that share a vessel.
#[derive(Debug, Clone, PartialEq)]
pub(super) struct Out {
    /// Place in the request.
    pub(super) place: usize,
    /// Into the heat and out of it, s after the first of them went in.
    pub(super) in_s: f64,
    pub(super) at_s: f64,
    /// It is eaten no sooner after that, s.
    pub(super) rest_s: f64,
    /// Whether it is eaten when the last one is.
    pub(super) is_last: bool,
    /// Why it stands longer than the others.
    pub(super) note: Option<String>,
    /// Its plan in the heat of all.
    pub(super) request: PlanRequest,
    /// What to mind with it, in a few words each.
    pub(super) cautions: Vec<String>,
}

/// What waiting does to a dish.
#[derive(Debug, Clone, PartialEq)]
pub(super) struct Hold {
    /// Past what is usual, until it is clearly worse, s.
    pub(super) holds_s: f64,
    /// It is not kept waiting longer, s.
    pub(super) most_s: f64,
    /// How it is held.
    pub(super) held: String,
    /// What happens.
    pub(super) waiting: String,
    /// Until then it is crisp.
    pub(super) is_crisp: bool,
}

/// Cost of a dish that waits until it is clearly worse.
const WORSE: f64 = 1000.0;
/// Cost of a tick that a dish is late: as bad as half a minute too long for one that holds three minutes.
pub(super) const LATE_COST: i64 = 150;

impl Hold {
    /// Cost of a tick of waiting.
    pub(super) fn cost(&self) -> i64 {
        #[expect(clippy::cast_possible_truncation, reason = "at most a few hundred")]
        let cost = (WORSE * super::schedule::TICK_S / self.holds_s.max(15.0)).round() as i64;
        cost.max(1)
    }
}

/// Everything there is to know of a dish before it is scheduled.
#[derive(Debug, Clone, PartialEq)]
pub(super) struct Made {
    pub(super) name: String,
    pub(super) ways: Vec<Way>,
    /// What has to be done long before, s before the first link, and what.
    pub(super) ahead: Vec<Move>,
    pub(super) servings: u32,
    /// What was changed to make it fit, in sentences.
    pub(super) notes: Vec<String>,
    /// What to mind with a side.
    pub(super) cautions: Vec<String>,
}

/// Where nothing else is said, and after what has begun, something waits for what follows it up to this, s.
pub(super) const LONGEST_WAIT_S: f64 = 4.0 * 3600.0;
/// Hands that follow each other within this are one stretch, s.
const AT_ONCE_S: f64 = 5.0;

impl StepKind {
    /// Whether its hands keep a cook from everything else: a knob is turned between two other movements.
    pub(super) fn takes_a_hand(self) -> bool {
        self != Self::Preheat
    }
}

impl Move {
    /// Whether a hand is at it and nothing else.
    pub(super) fn takes_a_hand(&self) -> bool {
        self.hands_s > 0.0 && self.kind.takes_a_hand()
    }
}

/// Of what meets in one vessel hands do one thing after the other: who is second waits for them. Two that come out
/// together are looked at together.
pub(super) fn one_after_another(moves: &mut [Move]) {
    let works_s = |one: &Move| one.at_s + one.look_s;
    let mut order: Vec<usize> = (0..moves.len()).filter(|i| moves[*i].takes_a_hand()).collect();
    order.sort_by(|a, b| works_s(&moves[*a]).total_cmp(&works_s(&moves[*b])));
    let mut free_s = f64::NEG_INFINITY;
    for one in order {
        let one = &mut moves[one];
        one.hands_s += (free_s - works_s(one)).max(0.0);
        free_s = one.at_s + one.hands_s;
    }
}

/// Stretches of hands that do not overlap, from moves.
fn hands(moves: &[Move]) -> Vec<(Tick, Tick)> {
    let takes_a_hand = moves.iter().filter(|m| m.takes_a_hand());
    let mut spans: Vec<(f64, f64)> = takes_a_hand.map(|m| (m.at_s, m.at_s + m.hands_s)).collect();
    spans.sort_by(|a, b| a.0.total_cmp(&b.0));
    let mut merged: Vec<(f64, f64)> = Vec::with_capacity(spans.len());
    for span in spans {
        match merged.last_mut() {
            Some(last) if span.0 <= last.1 + AT_ONCE_S => last.1 = last.1.max(span.1),
            _ => merged.push(span),
        }
    }
    let mut ticks: Vec<(Tick, Tick)> = Vec::with_capacity(merged.len());
    for (from_s, to_s) in merged {
        let from = to_ticks(from_s).max(ticks.last().map_or(Tick::MIN, |t| t.1));
        ticks.push((from, to_ticks_up(to_s).max(from + 1)));
    }
    ticks
}

impl Link {
    /// After its end a hand is still at it so long, s.
    pub(super) fn hand_after_s(&self) -> f64 {
        let ends = self.moves.iter().filter(|m| m.takes_a_hand()).map(|m| m.at_s + m.hands_s);
        (ends.fold(0.0, f64::max) - self.length_s).max(0.0)
    }

    /// `stood` is when it began in the same vessel before something changed.
    fn activity(
        &self,
        stations: &mut Stations,
        begun: &Begun<'_>,
        (fixed, stood): (Option<Tick>, Option<Tick>),
    ) -> Activity {
        let length = to_ticks_up(self.length_s).max(1);
        let mut demands: Vec<Demand> = hands(&self.moves)
            .into_iter()
            .map(|(from, to)| Demand { resource: HANDS_AT, from, to, amount: 1, setting: None })
            .collect();
        demands.extend(self.needs.iter().map(|need| {
            let from = to_ticks(need.from_s);
            let to = to_ticks_up(need.to_s).max(from + 1);
            let setting = need.setting_c.map(|c| stations.setting(need.station, c));
            Demand { resource: need.station, from, to, amount: 1, setting }
        }));
        let least = to_ticks_up(self.least_s);
        // What has begun cannot be made to wait less any more: what follows it keeps its place.
        let has_begun = fixed.zip(begun.now).is_some_and(|(fixed, now)| fixed <= now);
        let most_s = if has_begun { LONGEST_WAIT_S } else { self.most_s };
        let lag = Lag { least, most: to_ticks(most_s).max(least), cost: self.wait_cost };
        let earliest = self.earliest(stations, begun, stood);
        Activity { length, demands, lag, fixed, earliest }
    }

    /// What has to be hot when it begins is heated up from now on, unless that was to have begun before.
    fn earliest(
        &self,
        stations: &Stations,
        begun: &Begun<'_>,
        stood: Option<Tick>,
    ) -> Option<Tick> {
        let now = begun.now?;
        let hot = self.needs.iter().map(|need| {
            let from = to_ticks(need.from_s);
            // A pan is taken while it is heated, an oven is not.
            let Some(setting_c) = need.setting_c else {
                return stood.unwrap_or(Tick::MAX).min(now - from);
            };
            let preheat = to_ticks_up(stations.preheat_s(need.station, setting_c));
            let hot_from = begun.hot_from[need.station].unwrap_or(Tick::MAX);
            hot_from.min(now + preheat) - from
        });
        hot.max()
    }
}

/// What is no longer open, as ticks.
#[derive(Debug)]
pub(super) struct Begun<'a> {
    /// In the middle of a service.
    pub(super) now: Option<Tick>,
    /// When what cannot be moved begins, by its key.
    pub(super) fixed: &'a [(String, Tick)],
    /// Where the dish stood before something changed.
    pub(super) stood: Option<&'a Stood>,
    /// From when on stations that have a setting are hot as it all stood, by their place.
    pub(super) hot_from: &'a [Option<Tick>],
}

impl Way {
    /// As the schedule needs it.
    pub(super) fn mode(&self, stations: &mut Stations, begun: &Begun<'_>) -> Mode {
        let fixed = |key: &str| begun.fixed.iter().find(|(k, _)| k == key).map(|(_, tick)| *tick);
        let stood = begun.stood.filter(|stood| self.is_in(stations, stood.vessel.as_ref()));
        let activity = |link: &Link| {
            let times = (fixed(&link.key), stood.and_then(|stood| stood.start(&link.key)));
            link.activity(stations, begun, times)
        };
        Mode { cost: self.cost, activities: self.links.iter().map(activity).collect() }
    }

    /// Whether that is the gear that it is cooked in.
    pub(super) fn is_in(&self, stations: &Stations, vessel: Option<&String>) -> bool {
        self.vessel.map(|v| &stations.list[v].id) == vessel
    }

    /// The first link at the heat, and the last.
    pub(super) fn heat(&self) -> Option<(usize, usize)> {
        let is_heat = |link: &Link| link.key.starts_with(HEAT);
        let first = self.links.iter().position(is_heat)?;
        Some((first, self.links.iter().rposition(is_heat)?))
    }

    /// From the heat until it is plated, where nothing has to wait, s.
    pub(super) fn rest_s(&self) -> f64 {
        let last = self.heat().map_or(0, |(_, last)| last);
        let after: f64 = self.links[last + 1..].iter().map(|l| l.length_s + l.least_s).sum();
        self.links[last].least_s + after
    }

    /// The longest from the heat until it is plated, s.
    pub(super) fn longest_rest_s(&self) -> f64 {
        let before_plate = self.links.iter().nth_back(1);
        self.rest_s() + before_plate.map_or(0.0, |link| link.most_s - link.least_s)
    }

    /// Keeps it from waiting longer than that from the heat until it is plated, s.
    pub(super) fn stands_at_most(&mut self, longest_s: f64) {
        let spare_s = (longest_s - self.rest_s()).max(0.0);
        if let Some(link) = self.links.iter_mut().nth_back(1) {
            link.most_s = link.most_s.min(link.least_s + spare_s);
        }
        self.hold.holds_s = self.hold.holds_s.min(spare_s);
    }

    /// Its wait in a warm oven.
    pub(super) fn warm(&self) -> Option<&Link> {
        self.links.iter().find(|link| link.key == WARM)
    }
}

/// What the keys of links before the heat begin with, those at the heat, and the keys of a wait in a warm oven
/// and of plating.
pub(super) const PREP: &str = "prep:";
pub(super) const HEAT: &str = "heat:";
pub(super) const WARM: &str = "warm";
pub(super) const PLATE: &str = "plate";

/// Plating: hands for the dish and for each serving, s (common practice).
const PLATE_S: f64 = 10.0;
const PLATE_SERVING_S: f64 = 8.0;
const LONGEST_PLATE_S: f64 = 90.0;
/// A plate may stand on the pass for so long, s (common practice).
const PASS_S: f64 = 120.0;

/// How long plating takes, s.
pub(super) fn plating_s(servings: u32) -> f64 {
    (PLATE_S + PLATE_SERVING_S * f64::from(servings)).min(LONGEST_PLATE_S)
}

/// The last link of every dish.
pub(super) fn plate(servings: u32, name: &str, hold: &Hold) -> Link {
    let length_s = plating_s(servings);
    Link {
        key: PLATE.to_owned(),
        length_s,
        needs: Vec::new(),
        moves: vec![Move {
            kind: StepKind::Plate,
            at_s: 0.0,
            duration_s: length_s,
            hands_s: length_s,
            look_s: 0.0,
            station: HANDS_AT,
            dish: None,
            title: format!("Plate the {name}"),
            detail: String::new(),
            cue: String::new(),
        }],
        least_s: 0.0,
        most_s: PASS_S.min(hold.most_s),
        wait_cost: hold.cost() + 1,
    }
}

/// What a link needs of a board or the sink, from its beginning on.
pub(super) fn at_bench(station: Option<usize>, to_s: f64) -> Vec<Need> {
    let need = |station| Need { station, from_s: 0.0, to_s, setting_c: None };
    station.map(need).into_iter().collect()
}

/// A burner for a while.
pub(super) fn burner(from_s: f64, to_s: f64) -> Need {
    Need { station: BURNERS_AT, from_s, to_s, setting_c: None }
}
