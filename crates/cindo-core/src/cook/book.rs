//! The right pull of a cook under way where its target has to be held by every place of the fish.

use super::follow::{Cook, LONGEST_S};
use crate::plan::{Held, Probe, Root, Seen, rising_root};
use crate::timeline::{Event as Done, Lived};

impl Cook<'_, '_> {
    /// The whole section of a cook that comes off the heat at a moment.
    pub(super) fn seen(&self, deeds: &[Done], out_s: f64) -> Seen {
        let Lived { programme, schedule, .. } = self.lived(out_s, deeds);
        let probe = Probe::new(&self.resolved.setup, self.resolved.limit, true);
        probe.living(programme).look(&schedule, out_s)
    }

    /// The earliest pull after what happened whose worst place is sure to hold the limit, from the one at which
    /// the core is as warm as the plan had it; `None` where the heat does not reach that far any more.
    pub(super) fn held_pull_s(&self, deeds: &[Done], core_s: f64) -> Option<f64> {
        let last_s = deeds.last().map_or(0.0, |e| e.at_s);
        let (aim_c, within_k) = Held::aim(self.resolved.limit);
        let held_c = |out_s: f64| self.seen(deeds, out_s).held.surely_c();
        let guess = Root { at: core_s, slope: self.promise.slope_k_s };
        let span = (last_s.max(self.resolved.limit.hold_s), LONGEST_S);
        rising_root(held_c, aim_c, within_k, guess, span).map(|root| root.at)
    }
}
