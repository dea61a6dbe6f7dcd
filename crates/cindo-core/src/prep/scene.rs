//! What the conditions of steps and questions look at.

use std::collections::BTreeMap;

use super::marinade::{Marinade, marinade};
use super::salt::SaltAnswer;
use super::thaw::ThawAnswer;
use super::{PrepRequest, USUAL_MARINADE_MIN};
use crate::catalogue::{Catalogue, Family, Made, Mixture, Salted, Task, Wait, When};
use crate::plan::PlanAnswer;
use crate::setup::Resolved;

/// Salt that is on for longer than this goes on before the last drying, min.
const LATE_SALT_MIN: f64 = 6.0;

/// What the conditions of steps and questions look at.
pub(super) struct Scene<'a> {
    pub(super) catalogue: &'a Catalogue,
    pub(super) request: &'a PrepRequest,
    pub(super) resolved: &'a Resolved<'a>,
    pub(super) plan: &'a PlanAnswer,
    pub(super) salt: Option<&'a SaltAnswer>,
    pub(super) thaw: Option<&'a ThawAnswer>,
    pub(super) mixture: Option<&'a Mixture>,
    pub(super) stock: Option<&'a Mixture>,
    pub(super) taken: BTreeMap<&'a str, &'a str>,
}

impl Scene<'_> {
    /// Whether a side is taken, such as `scales:off`.
    pub(super) fn takes(&self, option: &str) -> bool {
        option
            .split_once(':')
            .is_some_and(|(question, side)| self.taken.get(question) == Some(&side))
    }

    /// Limits of the marinade, if the coat is one.
    pub(super) fn marinade(&self) -> Option<Marinade> {
        self.mixture.filter(|m| m.lies_in).map(|m| marinade(self.catalogue, m))
    }

    /// When the coat's mixture is made.
    pub(super) fn made(&self) -> Option<Made> {
        let mixture = self.mixture?;
        let at_once = mixture.made == Made::Early && self.takes("batter_rest:at_once");
        Some(if at_once { Made::Late } else { mixture.made })
    }

    pub(super) fn wait_s(&self, task: &Task) -> f64 {
        let salt = |minutes: fn(&SaltAnswer) -> f64| self.salt.map_or(0.0, |s| 60.0 * minutes(s));
        match task.wait {
            None => task.wait_s,
            Some(Wait::Thaw) => self.thaw.map_or(0.0, |t| t.lead_s),
            Some(Wait::Salt) => salt(|s| s.minutes),
            Some(Wait::SaltRest) => salt(|s| s.rest_min),
            Some(Wait::Preheat) => self.plan.batch.preheat_s,
            Some(Wait::Mixture) => self.mixture.map_or(0.0, |m| m.rest_s),
            Some(Wait::Marinade) => {
                self.marinade().map_or(0.0, |m| 60.0 * m.longest_min.min(USUAL_MARINADE_MIN))
            }
            Some(Wait::Stock) => self.stock.map_or(0.0, |m| m.rest_s),
        }
    }

    /// Whether every condition that is named holds.
    pub(super) fn meets(&self, when: &When) -> bool {
        let setup = &self.resolved.setup;
        let piece = &self.request.plan.piece;
        let is = |asked: Option<bool>, now: bool| asked.is_none_or(|a| a == now);
        let lists = |asked: &Option<Vec<String>>, id: &str| {
            asked.as_ref().is_none_or(|list| list.iter().any(|x| x == id))
        };
        let salted = self.salt.map(|s| {
            let early = s.rinse || s.minutes > LATE_SALT_MIN;
            if early { Salted::Early } else { Salted::Late }
        });
        when.families.as_ref().is_none_or(|f| f.contains(&setup.method.family))
            && lists(&when.coats, &setup.coating.id)
            && lists(&when.cuts, &setup.cut.id)
            && is(when.on_the_bone, setup.cut.on_the_bone)
            && is(when.pin_bones, setup.species.pin_bones)
            && is(when.skin, piece.skin)
            && is(when.stuffed, piece.stuffed.unwrap_or(false))
            && is(when.frozen, self.thaw.is_some())
            && is(when.dries, !matches!(setup.method.family, Family::Wet | Family::Steam))
            && when.salted.is_none_or(|s| salted == Some(s))
            && is(when.rinse, self.salt.is_some_and(|s| s.rinse))
            && is(when.salt_rest, self.salt.is_some_and(|s| s.rest_min > 0.0))
            && is(when.stock, self.stock.is_some())
            && is(when.marinade, self.mixture.is_some_and(|m| m.lies_in))
            && when.mixture.is_none_or(|m| self.made() == Some(m))
            && is(
                when.butter,
                self.takes("skin_fat:butter") || self.request.choices.sauce == Some(true),
            )
            && is(when.sauce, self.request.choices.sauce.unwrap_or(false))
            && is(when.charcoal, setup.gear().any(|g| g.charcoal))
            && is(when.chips, self.request.choices.chips.unwrap_or(0) > 0)
            && when.option.as_ref().is_none_or(|option| self.takes(option))
    }
}
