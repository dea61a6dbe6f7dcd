//! The right pull of a cook under way where its target has to be held by every place of the fish.

use super::follow::Cook;
use super::story::LONGEST_S;
use crate::plan::{Held, Looks, Root, rising_root};
use crate::timeline::Event as Done;

impl<'a> Cook<'_, 'a> {
    /// The earliest pull after what happened whose worst place is sure to hold the limit, from the one at which
    /// the core is as warm as the plan had it; `None` where the heat does not reach that far any more.
    pub(super) fn held_pull_s(
        &self,
        looks: &mut Looks<'_, '_, 'a>,
        deeds: &[Done],
        core_s: f64,
    ) -> Option<f64> {
        let last_s = deeds.last().map_or(0.0, |e| e.at_s);
        let limit = self.resolved.limit;
        let (aim_c, within_k) = Held::aim(limit);
        let held_c = |out_s: f64| looks.held(&self.lived(out_s, deeds)).surely_c();
        let guess = Root { at: core_s, slope: self.promise.slope_k_s };
        let span = (last_s.max(limit.hold_s), LONGEST_S);
        rising_root(held_c, aim_c, within_k, guess, span).map(|root| root.at)
    }
}
