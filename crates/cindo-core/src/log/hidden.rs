//! A kitchen whose truth is hidden: what makes demos, and tests what is learnt.

use crate::bench::Bench;
use crate::cook::{Promise, varied_pull_s};
use crate::error::FieldError;
use crate::setup::{PlanRequest, Resolved, resolve};

/// How one cook differs from what its plan thinks.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Hidden {
    /// The piece is so much thicker, mm.
    pub thicker_mm: f64,
    /// And so much warmer at the start, K.
    pub warmer_k: f64,
    /// Films are so many times the usual.
    pub film: f64,
    /// The heat is so much hotter, K.
    pub runs_k: f64,
    /// It stands so much longer before it is eaten, s.
    pub longer_s: f64,
}

impl Hidden {
    /// The pull that is right for it, s; none where the heat does not get there.
    ///
    /// # Errors
    /// A request that the catalogue does not know.
    pub fn pull_s<'a>(
        &self,
        bench: impl Into<Bench<'a>>,
        request: &PlanRequest,
        promise: &Promise,
    ) -> Result<Option<f64>, Vec<FieldError>> {
        let resolved = self.varied(bench.into(), request)?;
        Ok(varied_pull_s(&resolved, promise, self.runs_k))
    }

    /// What is really cooked where a request is planned.
    pub(crate) fn varied<'a>(
        &self,
        bench: Bench<'a>,
        request: &PlanRequest,
    ) -> Result<Resolved<'a>, Vec<FieldError>> {
        let mut resolved = resolve(bench, request)?;
        let setup = &mut resolved.setup;
        setup.thickness_m += self.thicker_mm / 1000.0;
        setup.start_c += self.warmer_k;
        setup.film_factor *= self.film;
        setup.medium_c += self.runs_k;
        setup.rest.duration_s = (setup.rest.duration_s + self.longer_s).max(0.0);
        Ok(resolved)
    }
}
