//! What a cook would find wrong with a plan, said before it is offered, and the nearest setting that
//! mends it, which is looked for once it is asked for.

use cindo_heat::bounded::Bounded;
use serde::Serialize;

use super::quality::{Quality, is_drier_than_usual, judge, scorches};
use super::record::{Record, Sampling, record};
use super::search::{Effort, Solved, column_pull, solve};
use crate::catalogue::{Family, School};
use crate::say::{CELSIUS, clock, percent, tenth};
use crate::setup::{Limit, PlanRequest, Resolved, resolve};

/// What is wrong with a plan.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Trouble {
    /// Which: `scorched`, `torn`, `raw`, `dry`, `pale` or `over`.
    pub id: String,
    /// As a sentence.
    pub sentence: String,
}

/// A setting without the trouble. What is null stays as it was asked, but of another method it is as
/// usual.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Remedy {
    /// Id of the method.
    pub method: String,
    /// Temperature of the medium, °C.
    pub medium_c: Option<f64>,
    /// School of turning.
    pub school: Option<School>,
    /// Variation.
    pub variant: Option<String>,
    /// Its pull, s.
    pub pull_s: f64,
    /// What to change, short enough for a button.
    pub name: String,
    /// As a sentence.
    pub sentence: String,
}

/// The kinds of trouble, the worst first.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(crate) enum Kind {
    Scorched,
    Torn,
    Raw,
    Dry,
    Pale,
    Over,
}

impl Kind {
    /// All of them, the worst first.
    const ALL: [Self; 6] =
        [Self::Scorched, Self::Torn, Self::Raw, Self::Dry, Self::Pale, Self::Over];

    fn id(self) -> &'static str {
        match self {
            Self::Scorched => "scorched",
            Self::Torn => "torn",
            Self::Raw => "raw",
            Self::Dry => "dry",
            Self::Pale => "pale",
            Self::Over => "over",
        }
    }

    fn is_in(self, resolved: &Resolved<'_>, quality: &Quality, record: &Record) -> bool {
        let Resolved { setup, target, limit, .. } = resolved;
        match self {
            Self::Scorched => scorches(record),
            Self::Torn => quality.tear_risk.is_some_and(|risk| risk > TORN),
            Self::Raw => {
                record.ending.level_c >= COOKED_C && record.ending.core_at_pull_c < RAW_AT_PULL_C
            }
            Self::Dry => {
                // Of what stays in until its coat is gold nobody expects anything else.
                let waits = setup.least_browning().is_some()
                    && record.ending.level_c > target.aim_c + OVER_K;
                // What was minced or stuffed has no choice.
                let is_free = *limit == Limit::INTACT;
                is_free
                    && !waits
                    && quality.dry_share > DRY
                    && is_drier_than_usual(setup, target.aim_c, quality)
            }
            Self::Pale => {
                let is_coated = setup.coating.thickness_mm > 0.0 && !setup.coating.wraps;
                let colours = matches!(setup.method.family, Family::Pan | Family::Fry);
                is_coated && colours && setup.method.browns && quality.browning < PALE
            }
            // Thin fish in a coat is well done, and nobody minds; who asks for less is told.
            Self::Over => target.aim_c < WELL_DONE_C && record.ending.level_c > WELL_DONE_C,
        }
    }

    /// The worst in a run.
    pub(crate) fn of(resolved: &Resolved<'_>, quality: &Quality, record: &Record) -> Option<Self> {
        Self::ALL.into_iter().find(|kind| kind.is_in(resolved, quality, record))
    }

    fn sentence(self, quality: &Quality, record: &Record) -> String {
        match self {
            Self::Scorched => "The face scorches before the middle is done.".to_owned(),
            Self::Torn => "It does not let go by then: likely to tear when it is moved.".to_owned(),
            Self::Raw => format!(
                "It looks raw inside when it comes off, at {:.0}{CELSIUS}, and only sets on the plate.",
                record.ending.core_at_pull_c
            ),
            Self::Dry => format!(
                "{} of the flesh gets dry by the time the middle is done.",
                percent(quality.dry_share)
            ),
            Self::Pale => "The coat is still pale when the middle is done.".to_owned(),
            Self::Over => format!(
                "By the time its coat is gold the middle is at {:.0}{CELSIUS}: this way it is always done through.",
                record.ending.level_c
            ),
        }
    }

    /// How much hotter, or cooler, the heat is tried, K.
    fn steps_k(self) -> [f64; 3] {
        match self {
            Self::Scorched | Self::Raw | Self::Dry => [-15.0, -30.0, -50.0],
            Self::Torn | Self::Pale | Self::Over => [15.0, 30.0, 45.0],
        }
    }
}

/// A plan that ends this far above its target waited for its coat, K.
const OVER_K: f64 = 2.0;
/// A smaller share of dry flesh than this is a rim that a guest eats without a word, 0 to 1 (common
/// practice: a large whole fish always has one).
const DRY: f64 = 0.4;
/// Above this risk a cook would wait: what has let go in an oiled pan is at 0.1, what has not at 0.4.
const TORN: f64 = 0.35;
/// Whoever asks for less than this does not want it done through, °C.
const WELL_DONE_C: f64 = 55.0;
/// A coat with less browning than this (1 is golden) is pale.
const PALE: f64 = 0.4;
/// Flesh that is to be served at least this warm, but comes off cooler than that, looks raw, °C: at the
/// pull a skewer already slides with little grip (common practice).
const COOKED_C: f64 = 50.0;
const RAW_AT_PULL_C: f64 = 33.0;

/// What is wrong with a plan, if anything is.
pub(crate) fn trouble(
    resolved: &Resolved<'_>,
    quality: &Quality,
    record: &Record,
) -> Option<Trouble> {
    let kind = Kind::of(resolved, quality, record)?;
    Some(Trouble { id: kind.id().to_owned(), sentence: kind.sentence(quality, record) })
}

/// A change to a request, and how a button names it.
struct Change {
    request: PlanRequest,
    name: String,
}

/// What could mend it, the nearest first: the heat, the turn, the surroundings, another method.
fn changes(request: &PlanRequest, resolved: &Resolved<'_>, kind: Kind) -> Vec<Change> {
    let setup = &resolved.setup;
    let method = setup.method;
    // A turn or a pull of the cook's own goes with the setting that it was made for.
    let base = PlanRequest { turn_s: None, out_s: None, ..request.clone() };
    let mut list = Vec::new();
    if request.turn_s.is_some() {
        list.push(Change { request: base.clone(), name: "the plan's own turn".to_owned() });
    }
    if let Some([low_c, high_c]) = method.range_c {
        let mut last_c = setup.medium_c;
        for step_k in kind.steps_k() {
            let medium_c = (setup.medium_c + step_k).bounded(low_c, high_c).round();
            if (medium_c - last_c).abs() >= 1.0 {
                list.push(Change {
                    request: PlanRequest { medium_c: Some(medium_c), ..base.clone() },
                    name: format!("{} at {medium_c:.0}{CELSIUS}", method.medium.to_lowercase()),
                });
            }
            last_c = medium_c;
        }
    }
    for school in method.schools.iter().filter(|s| **s != setup.school) {
        list.push(Change {
            request: PlanRequest { school: Some(*school), ..base.clone() },
            name: school.phrase().to_owned(),
        });
    }
    for variant in method.variants.iter().filter(|v| Some(v.id.as_str()) != setup.variant) {
        list.push(Change {
            request: PlanRequest { variant: Some(variant.id.clone()), ..base.clone() },
            name: variant.name.clone(),
        });
    }
    for id in &method.gentler {
        let name = setup.bench.catalogue.method(id).map_or_else(String::new, |m| m.name.clone());
        list.push(Change { request: request.in_method(id), name });
    }
    list
}

/// The nearest setting that mends what is wrong with a plan taken out at `pull_s`; none when none of those tried does.
pub(crate) fn remedy(
    (request, pull_s): (&PlanRequest, f64),
    resolved: &Resolved<'_>,
    trouble: &Trouble,
) -> Option<Remedy> {
    let kind = Kind::ALL.into_iter().find(|kind| kind.id() == trouble.id)?;
    let bench = resolved.setup.bench;
    // What the section makes of a column's pull it makes of it at another heat, too.
    let is_own = request.turn_s.is_none() && request.out_s.is_none();
    let share = (is_own && resolved.setup.needs_section())
        .then(|| column_pull(resolved, Some(1.0)))
        .flatten()
        .map(|(_, column_s, _)| pull_s / column_s);
    changes(request, resolved, kind).into_iter().find_map(|change| {
        let tried = resolve(bench, &change.request).ok()?;
        is_sound(&tried, share.filter(|_| change.request.method == request.method))?;
        // One column judged it; the whole section tells its minutes, and has the last word.
        let Solved { pull_s, schedule, record, .. } = solve(&tried, Effort::COMPARED).ok()?;
        let quality = judge(&tried.setup, &schedule, pull_s, &record);
        if Kind::of(&tried, &quality, &record).is_some() {
            return None;
        }
        let Change { request: asked, name } = change;
        let sentence = format!("Better: {name}, out after {}.", clock(pull_s));
        Some(Remedy {
            medium_c: asked.medium_c.filter(|_| asked.medium_c != request.medium_c),
            school: asked.school.filter(|_| asked.school != request.school),
            variant: asked.variant.filter(|_| tried.setup.variant != resolved.setup.variant),
            method: asked.method,
            pull_s: tenth(pull_s),
            name,
            sentence,
        })
    })
}

/// Whether one column finds nothing wrong with it, pulled at that share of its own time.
fn is_sound(resolved: &Resolved<'_>, share: Option<f64>) -> Option<()> {
    let (trial, pull_s, ending) = column_pull(resolved, share)?;
    let schedule = trial.programme.schedule(pull_s);
    let run = record(resolved, &trial, &schedule, pull_s, (ending, None), Sampling::SMALL);
    let quality = judge(&resolved.setup, &schedule, pull_s, &run);
    Kind::of(resolved, &quality, &run).is_none().then_some(())
}
