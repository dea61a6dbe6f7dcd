//! What can happen at the stove, and how it is told.

use serde::{Deserialize, Serialize};

use crate::bench::Bench;
use crate::catalogue::OtherHeat;
use crate::error::{FieldError, Problems};
use crate::say::{harmless, listed, quoted};
use crate::setup::{PlanRequest, resolve};
use cindo_heat::grid::Shape;

/// What kind of thing happened.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Kind {
    /// The fish met the heat.
    In,
    /// Pressed flat.
    Press,
    /// The heat was set.
    Heat,
    /// The lid went on or off.
    Lid,
    /// Hot fat was spooned over it.
    Baste,
    /// Something joined it.
    Join,
    /// The heat has fallen, and the clock waits until it is back.
    Wait,
    /// The heat is back at what it is set to.
    Back,
    /// Turned.
    Turn,
    /// Moved: to its next heat, or to what it rests on.
    Move,
    /// Off the heat.
    Out,
    /// On the plate.
    Serve,
    /// A cue was noticed.
    Cue,
    /// A note.
    Note,
    /// An earlier event did not happen.
    Undo,
    /// An earlier event happened at another time.
    Retime,
}

/// Something that happened, as it is told: what a kind does not use is left out.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct EventInput {
    /// Id of the sender's choosing (a UUID): the same one counts once.
    #[cfg_attr(feature = "schema", schema(min_length = 36, max_length = 36))]
    pub id: String,
    /// What kind.
    pub kind: Kind,
    /// When, RFC 3339 with offset; now when it and `ago_s` are left out. Of `retime`: the time that is right.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(max_length = 40))]
    pub at: Option<String>,
    /// So long ago on the wall's clock, s, 0 to 14 400; instead of `at`.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 14_400))]
    pub ago_s: Option<f64>,
    /// `heat`: set to this temperature, °C, 30 to 600; `in`, `wait`: as hot as it is by then, where it was
    /// read; `move` to another heat: as hot as that is set, as usual when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 30, maximum = 600))]
    pub medium_c: Option<f64>,
    /// `heat`: set to this word of the method's knob; instead of `medium_c`.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(max_length = 60))]
    pub knob: Option<String>,
    /// `lid`: whether it is on.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub on: Option<bool>,
    /// `join`: what.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(max_length = 60))]
    pub what: Option<String>,
    /// `join`: how much, g, 1 to 5000.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 5000))]
    pub mass_g: Option<f64>,
    /// `join`: how warm, °C, −20 to 100; 20 when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = -20, maximum = 100))]
    pub start_c: Option<f64>,
    /// `move`: `next` (the method's next heat), the id of another heat (`heats` of the catalogue), or of
    /// what it rests on.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(max_length = 60))]
    pub to: Option<String>,
    /// `cue`: its id in the catalogue.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(max_length = 60))]
    pub cue: Option<String>,
    /// `cue`: how it turned out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(max_length = 60))]
    pub value: Option<String>,
    /// `note`: its text, up to 500 characters.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(max_length = 500))]
    pub text: Option<String>,
    /// `undo`, `retime`: the id of the event that is meant.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(max_length = 36))]
    pub of: Option<String>,
}

/// What happened, with all that it needs.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(tag = "kind", rename_all = "snake_case")]
pub enum Happened {
    /// The fish met the heat.
    In {
        /// That was so hot, °C; what it is set to when left out.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        medium_c: Option<f64>,
    },
    /// Pressed flat.
    Press,
    /// The heat was set.
    Heat {
        /// To this, °C.
        medium_c: f64,
        /// As the knob says it.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        knob: Option<String>,
    },
    /// The lid went on or off.
    Lid {
        /// Whether it is on.
        on: bool,
    },
    /// Hot fat was spooned over it.
    Baste,
    /// Something joined it.
    Join {
        /// What.
        what: String,
        /// How much, g.
        mass_g: f64,
        /// How warm, °C.
        start_c: f64,
        /// Number of the cook whose fish it is; none of anything else.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        cook: Option<i32>,
    },
    /// The heat has fallen, and the clock waits until it is back.
    Wait {
        /// To this, °C; as hot as it is by then when left out.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        medium_c: Option<f64>,
    },
    /// The heat is back at what it is set to.
    Back,
    /// Turned.
    Turn,
    /// Moved.
    Move {
        /// `next`, or the id of another heat, or of what it rests on.
        to: String,
        /// Of another heat: as hot as it is set, °C.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        medium_c: Option<f64>,
    },
    /// Off the heat.
    Out,
    /// On the plate.
    Serve,
    /// A cue was noticed.
    Cue {
        /// Its id.
        cue: String,
        /// How it turned out.
        value: String,
    },
    /// A note.
    Note {
        /// Its text.
        text: String,
    },
    /// An earlier event did not happen.
    Undo {
        /// Its id.
        of: String,
    },
    /// An earlier event happened when this one says.
    Retime {
        /// Its id.
        of: String,
    },
}

/// Something that happened, and when.
#[derive(Debug, Clone, PartialEq)]
pub struct Event {
    /// Id.
    pub id: String,
    /// When, s on the cook's clock.
    pub at_s: f64,
    /// What.
    pub what: Happened,
}

/// Hottest and coolest setting of any heat, °C.
const HEAT_C: (f64, f64) = (30.0, 600.0);
/// Least and most that joins the fish at once, g, and how warm it may be, °C.
pub(super) const JOINED_G: (f64, f64) = (1.0, 5000.0);
pub(super) const JOINED_C: (f64, f64) = (-20.0, 100.0);
/// What joins the fish is as warm as the room where nothing else is said, °C.
const USUAL_JOINED_C: f64 = 20.0;
/// Longest note, characters, and longest name of anything.
const NOTE: usize = 500;
const NAME: usize = 60;
/// Where `move` goes on cooking.
pub(super) const NEXT: &str = "next";

impl EventInput {
    /// What happened, checked against the plan that is cooked.
    ///
    /// # Errors
    /// Each field that is missing, out of range or unknown, with what is allowed.
    pub fn happened<'a>(
        &self,
        bench: impl Into<Bench<'a>>,
        request: &PlanRequest,
    ) -> Result<Happened, Vec<FieldError>> {
        let bench = bench.into();
        let mut problems = Problems::new();
        self.check_spare(&mut problems);
        let happened = match self.kind {
            Kind::In => Some(Happened::In { medium_c: self.read_medium_c(&mut problems) }),
            Kind::Wait => Some(Happened::Wait { medium_c: self.read_medium_c(&mut problems) }),
            Kind::Back => Some(Happened::Back),
            Kind::Press => Some(Happened::Press),
            Kind::Baste => Some(Happened::Baste),
            Kind::Turn => Some(Happened::Turn),
            Kind::Out => Some(Happened::Out),
            Kind::Serve => Some(Happened::Serve),
            Kind::Heat => self.heat(bench, request, &mut problems),
            Kind::Lid => {
                needed("on", self.on.as_ref(), &mut problems).map(|on| Happened::Lid { on: *on })
            }
            Kind::Join => self.join(&mut problems),
            Kind::Move => self.moved(bench, request, &mut problems),
            Kind::Cue => self.noticed(bench, &mut problems),
            Kind::Note => needed("text", self.text.as_ref(), &mut problems)
                .map(|text| Happened::Note { text: harmless(text, NOTE) }),
            Kind::Undo => needed("of", self.of.as_ref(), &mut problems)
                .map(|of| Happened::Undo { of: of.clone() }),
            Kind::Retime => needed("of", self.of.as_ref(), &mut problems)
                .map(|of| Happened::Retime { of: of.clone() }),
        };
        problems.finish()?;
        happened.ok_or_else(Vec::new)
    }

    /// Fields that the kind does not use must be left out: whoever sends them means something else.
    fn check_spare(&self, problems: &mut Problems) {
        let kind = self.kind;
        for (field, is_given, belongs_to) in [
            (
                "medium_c",
                self.medium_c.is_some(),
                &[Kind::Heat, Kind::In, Kind::Wait, Kind::Move][..],
            ),
            ("knob", self.knob.is_some(), &[Kind::Heat]),
            ("on", self.on.is_some(), &[Kind::Lid]),
            ("what", self.what.is_some(), &[Kind::Join]),
            ("mass_g", self.mass_g.is_some(), &[Kind::Join]),
            ("start_c", self.start_c.is_some(), &[Kind::Join]),
            ("to", self.to.is_some(), &[Kind::Move]),
            ("cue", self.cue.is_some(), &[Kind::Cue]),
            ("value", self.value.is_some(), &[Kind::Cue]),
            ("text", self.text.is_some(), &[Kind::Note]),
            ("of", self.of.is_some(), &[Kind::Undo, Kind::Retime]),
        ] {
            if is_given && !belongs_to.contains(&kind) {
                problems.add(field, "does not go with this kind of event; leave it out");
            }
        }
    }

    /// How hot the heat was read to be.
    fn read_medium_c(&self, problems: &mut Problems) -> Option<f64> {
        let medium_c = self.medium_c?;
        problems.range("medium_c", medium_c, HEAT_C.0, HEAT_C.1, "°C");
        Some(medium_c)
    }

    fn heat(
        &self,
        bench: Bench<'_>,
        request: &PlanRequest,
        problems: &mut Problems,
    ) -> Option<Happened> {
        if let Some(medium_c) = self.medium_c {
            if self.knob.is_some() {
                problems.add("knob", "give the temperature or the knob, not both");
            }
            problems.range("medium_c", medium_c, HEAT_C.0, HEAT_C.1, "°C");
            return Some(Happened::Heat { medium_c, knob: None });
        }
        let Some(knob) = &self.knob else {
            problems.add("medium_c", "is needed: the temperature, or `knob` instead");
            return None;
        };
        let method = bench.catalogue.methods.iter().find(|m| m.id == request.method)?;
        let [low_c, high_c] = method.range_c.unwrap_or([100.0, 100.0]);
        let mut from_c = low_c;
        for look in &method.looks {
            let to_c = look.below_c.unwrap_or(high_c).min(high_c);
            if look.knob == *knob {
                let medium_c = 0.5 * (from_c + to_c);
                return Some(Happened::Heat { medium_c, knob: Some(knob.clone()) });
            }
            from_c = to_c;
        }
        let known = listed(method.looks.iter().map(|look| look.knob.as_str()));
        problems.add(
            "knob",
            format!("{} is not on this knob; allowed are {known}, or `medium_c`", quoted(knob)),
        );
        None
    }

    fn join(&self, problems: &mut Problems) -> Option<Happened> {
        let what = needed("what", self.what.as_ref(), problems);
        let mass_g = needed("mass_g", self.mass_g.as_ref(), problems).copied();
        if let Some(mass_g) = mass_g {
            problems.range("mass_g", mass_g, JOINED_G.0, JOINED_G.1, "g");
        }
        let start_c = self.start_c.unwrap_or(USUAL_JOINED_C);
        problems.range("start_c", start_c, JOINED_C.0, JOINED_C.1, "°C");
        Some(Happened::Join { what: harmless(what?, NAME), mass_g: mass_g?, start_c, cook: None })
    }

    fn moved(
        &self,
        bench: Bench<'_>,
        request: &PlanRequest,
        problems: &mut Problems,
    ) -> Option<Happened> {
        let to = needed("to", self.to.as_ref(), problems)?;
        let catalogue = bench.catalogue;
        if let Some(heat) = catalogue.heats.iter().find(|heat| heat.id == *to) {
            let is_round = resolve(bench, request).is_ok_and(|r| r.setup.shape() != Shape::Slab);
            return Some(self.moved_to(heat, is_round, problems));
        }
        if self.medium_c.is_some() {
            problems.add("medium_c", "goes only with a move to another heat; leave it out");
        }
        let resting = |to: &str| PlanRequest { rest_on: Some(to.to_owned()), ..request.clone() };
        if to != NEXT && resolve(bench, &resting(to)).is_err() {
            let supports = &catalogue.resting.supports;
            let offered = supports.iter().map(|s| s.id.as_str());
            let rests = offered.filter(|id| resolve(bench, &resting(id)).is_ok());
            let heats = catalogue.heats.iter().map(|heat| heat.id.as_str());
            problems.add(
                "to",
                format!(
                    "it cannot move to {}; allowed are {NEXT} (its next heat), {}",
                    quoted(to),
                    listed(heats.chain(rests))
                ),
            );
            return None;
        }
        Some(Happened::Move { to: to.clone(), medium_c: None })
    }

    /// Moved to a heat that its plan has none of.
    fn moved_to(&self, heat: &OtherHeat, is_round: bool, problems: &mut Problems) -> Happened {
        let [low_c, high_c] = heat.range_c;
        let medium_c = self.medium_c.unwrap_or(heat.usual_c);
        problems.range("medium_c", medium_c, low_c, high_c, "°C");
        if is_round && !heat.is_all_round() {
            problems.add(
                "to",
                format!(
                    "a round piece that was heated from all sides is not followed in {}; allowed are heats that are all round it",
                    quoted(&heat.id)
                ),
            );
        }
        Happened::Move { to: heat.id.clone(), medium_c: Some(medium_c) }
    }

    fn noticed(&self, bench: Bench<'_>, problems: &mut Problems) -> Option<Happened> {
        let cue = needed("cue", self.cue.as_ref(), problems);
        let value = needed("value", self.value.as_ref(), problems);
        let (cue, value) = (cue?, value?);
        let row = problems.named("cue", "a cue", cue, &bench.catalogue.cues, |c| &c.id)?;
        problems.named("value", "a way that this cue turns out", value, &row.values, |v| &v.id)?;
        Some(Happened::Cue { cue: cue.clone(), value: value.clone() })
    }
}

/// A field that this kind of event needs.
fn needed<'v, T>(field: &str, value: Option<&'v T>, problems: &mut Problems) -> Option<&'v T> {
    if value.is_none() {
        problems.add(field, "is needed for this kind of event");
    }
    value
}
