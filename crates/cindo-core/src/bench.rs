//! What a question is answered with: what is known, and what the answer may cost.

pub use cindo_heat::solve::Budget;

use crate::catalogue::Catalogue;
use crate::error::FieldError;

/// What is known, and what the answer may cost.
#[derive(Debug, Clone, Copy)]
pub struct Bench<'a> {
    /// What is known.
    pub catalogue: &'a Catalogue,
    /// What the runs may cost together; whatever it takes when there is none.
    pub budget: Option<&'a Budget>,
}

impl<'a> Bench<'a> {
    /// What is known, and what the answer may cost.
    pub fn new(catalogue: &'a Catalogue, budget: &'a Budget) -> Self {
        Self { catalogue, budget: Some(budget) }
    }

    /// An answer, unless the budget was over before it was right.
    ///
    /// # Errors
    /// On `request`, when there was more to work out than an answer may cost.
    pub(crate) fn afford<T>(
        self,
        answer: Result<T, Vec<FieldError>>,
    ) -> Result<T, Vec<FieldError>> {
        afford(self.budget, answer)
    }
}

/// An answer, unless the budget was over before it was right.
///
/// # Errors
/// On `request`, when there was more to work out than an answer may cost.
pub(crate) fn afford<T>(
    budget: Option<&Budget>,
    answer: Result<T, Vec<FieldError>>,
) -> Result<T, Vec<FieldError>> {
    if budget.is_some_and(Budget::is_over) {
        return Err(vec![FieldError {
            field: "request".to_owned(),
            message:
                "this takes more working out than one answer may cost; ask for a thinner piece, \
                      a shorter time or fewer at once"
                    .to_owned(),
        }]);
    }
    answer
}

impl<'a> From<&'a Catalogue> for Bench<'a> {
    fn from(catalogue: &'a Catalogue) -> Self {
        Self { catalogue, budget: None }
    }
}
