//! The card box as a file: out and in again, with a look before anything is kept.

use cindo_core::error::{FieldError, Problems};
use cindo_core::prep::{PrepChoices, PrepRequest};
use cindo_core::setup::PlanRequest;
use cindo_store::{CardBox, Headline, NewCard};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::solver::Desk;

/// Name of the format in the file.
pub(crate) const FORMAT: &str = "cindo-cards";
/// Version of the format that this program writes and reads.
const VERSION: u32 = 2;
/// Most cards in one file.
const MOST_CARDS: usize = 20_000;
/// Longest name and note, characters.
pub(crate) const NAME_LIMIT: usize = 80;
pub(crate) const NOTE_LIMIT: usize = 2000;

/// A card box as a file.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub(crate) struct CardFile {
    /// `cindo-cards`.
    pub(crate) format: String,
    /// 2; 1 had no `choices` and is read too.
    #[schema(minimum = 1, maximum = 2)]
    pub(crate) version: u32,
    /// Cards that did not read back when the file was written, for its readers only.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub(crate) left_out: Vec<String>,
    /// The cards.
    #[schema(max_items = 20_000)]
    pub(crate) cards: Vec<FileCard>,
}

/// One card in a file.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub(crate) struct FileCard {
    /// What the cook calls it.
    pub(crate) name: String,
    /// Anything the cook wants to remember.
    #[serde(default)]
    pub(crate) note: String,
    /// What was planned; solved again when it comes in.
    pub(crate) request: PlanRequest,
    /// What was chosen for its preparation.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub(crate) choices: Option<PrepChoices>,
    /// What came out when it was kept; for readers of the file only.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub(crate) headline: Option<Headline>,
    /// Version of the core that solved it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub(crate) core_version: Option<String>,
}

/// The box as a file.
pub(crate) fn export(found: CardBox) -> CardFile {
    CardFile {
        format: FORMAT.to_owned(),
        version: VERSION,
        left_out: found
            .unreadable
            .into_iter()
            .map(|card| card.name.unwrap_or_else(|| format!("card {}", card.id.0)))
            .collect(),
        cards: found
            .cards
            .into_iter()
            .map(|card| FileCard {
                name: card.name,
                note: card.note,
                request: card.request,
                choices: card.choices,
                headline: Some(card.headline),
                core_version: Some(card.core_version),
            })
            .collect(),
    }
}

/// Checks a name and a note.
pub(crate) fn check_words(name: Option<&str>, note: Option<&str>) -> Result<(), Vec<FieldError>> {
    let mut problems = Problems::new();
    if let Some(name) = name
        && (name.trim().is_empty() || name.chars().count() > NAME_LIMIT)
    {
        problems.add("name", format!("give the card a name of 1 to {NAME_LIMIT} characters"));
    }
    if note.is_some_and(|note| note.chars().count() > NOTE_LIMIT) {
        problems.add("note", format!("a note has at most {NOTE_LIMIT} characters"));
    }
    problems.finish()
}

/// Solves a plan and its preparation for keeping.
pub(crate) fn solve(
    desk: &Desk<'_>,
    name: &str,
    note: &str,
    (request, choices): (PlanRequest, Option<PrepChoices>),
) -> Result<NewCard, Vec<FieldError>> {
    check_words(Some(name), Some(note))?;
    // What is kept is solved whole.
    let request = PlanRequest { brief: None, ..request };
    let plan = desk.plan(&request)?;
    if let Some(choices) = &choices {
        let prep = PrepRequest { plan: request.clone(), choices: choices.clone() };
        desk.prepare(&prep)?;
    }
    Ok(NewCard {
        name: name.trim().to_owned(),
        note: note.to_owned(),
        headline: Headline::from(&plan.answer),
        request,
        choices,
        core_version: env!("CARGO_PKG_VERSION").to_owned(),
    })
}

/// The cards of a file that can be read at all.
pub(crate) fn open(file: CardFile) -> Result<Vec<FileCard>, Vec<FieldError>> {
    let mut problems = Problems::new();
    if file.format != FORMAT {
        problems.add("format", format!("this is not a card box; its format must be `{FORMAT}`"));
    }
    if file.version == 0 {
        problems.add("version", format!("there is no version 0; allowed are 1 to {VERSION}"));
    }
    if file.version > VERSION {
        problems.add(
            "version",
            format!("written by a newer version ({}); this one reads {VERSION}", file.version),
        );
    }
    if file.cards.len() > MOST_CARDS {
        problems.add("cards", format!("at most {MOST_CARDS} cards in one file"));
    }
    problems.finish()?;
    Ok(file.cards)
}
