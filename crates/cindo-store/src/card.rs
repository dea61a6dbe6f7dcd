//! The card box: kept plans.

use std::collections::HashMap;

use cindo_core::plan::PlanAnswer;
use cindo_core::prep::PrepChoices;
use cindo_core::setup::PlanRequest;
use diesel::prelude::*;
use jiff::Timestamp;
use serde::{Deserialize, Serialize};

use crate::schema::card;
use crate::stored;
use crate::{Store, StoreError};

/// Number of a card.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, utoipa::ToSchema)]
pub struct CardId(pub i32);

/// The figures that a cook wants to see without solving again.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, utoipa::ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Headline {
    /// Temperature of the medium, °C.
    pub medium_c: f64,
    /// First turn, s.
    pub flip_s: Option<f64>,
    /// Off the heat, s.
    pub pull_s: f64,
    /// Rest, s.
    pub rest_s: f64,
    /// Core when eaten, °C; cards of earlier versions have its peak there.
    #[serde(alias = "core_peak_c")]
    pub core_served_c: f64,
}

impl From<&PlanAnswer> for Headline {
    fn from(plan: &PlanAnswer) -> Self {
        Self {
            medium_c: plan.medium_c,
            flip_s: plan.flip_s,
            pull_s: plan.pull_s,
            rest_s: plan.rest_s,
            core_served_c: plan.core_served_c,
        }
    }
}

/// A card to be kept.
#[derive(Debug, Clone, PartialEq)]
pub struct NewCard {
    /// What the cook calls it.
    pub name: String,
    /// Anything the cook wants to remember.
    pub note: String,
    /// What was planned.
    pub request: PlanRequest,
    /// What was chosen for its preparation; none where only the plan was kept.
    pub choices: Option<PrepChoices>,
    /// What came out.
    pub headline: Headline,
    /// Version of the core that solved it.
    pub core_version: String,
}

/// A kept card.
#[derive(Debug, Clone, PartialEq, Serialize, utoipa::ToSchema)]
pub struct Card {
    /// Its number.
    pub id: CardId,
    /// What the cook calls it.
    pub name: String,
    /// Anything the cook wants to remember.
    pub note: String,
    /// What was planned.
    pub request: PlanRequest,
    /// What was chosen for its preparation; none where only the plan was kept.
    pub choices: Option<PrepChoices>,
    /// What came out.
    pub headline: Headline,
    /// Version of the core that solved it.
    pub core_version: String,
    /// When it was kept, RFC 3339 in UTC.
    #[schema(value_type = String)]
    pub created_at: Timestamp,
    /// When it was last changed, RFC 3339 in UTC.
    #[schema(value_type = String)]
    pub updated_at: Timestamp,
    /// How often it was changed; a change names the one that it was made on as `If-Match`.
    #[schema(minimum = 1)]
    pub revision: i64,
}

/// A card that is in the file and does not read back; nothing of it is deleted.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, utoipa::ToSchema)]
pub struct UnreadableCard {
    /// Its number.
    pub id: CardId,
    /// What the cook calls it, if that can be read.
    pub name: Option<String>,
    /// What the reader says.
    pub why: String,
}

/// The whole box.
#[derive(Debug, Clone, PartialEq, Serialize, utoipa::ToSchema)]
pub struct CardBox {
    /// Cards, by name.
    pub cards: Vec<Card>,
    /// Cards that do not read back.
    pub unreadable: Vec<UnreadableCard>,
}

#[derive(Queryable, Selectable)]
#[diesel(table_name = card, check_for_backend(diesel::sqlite::Sqlite))]
struct CardRow {
    id: i32,
    name: String,
    note: String,
    request: String,
    headline: String,
    core_version: String,
    created_at: String,
    updated_at: String,
    version: i32,
    choices: Option<String>,
    revision: i64,
}

#[derive(Insertable)]
#[diesel(table_name = card)]
struct NewCardRow<'a> {
    name: &'a str,
    note: &'a str,
    request: String,
    headline: String,
    core_version: &'a str,
    created_at: String,
    updated_at: String,
    version: i32,
    choices: Option<String>,
}

impl TryFrom<CardRow> for Card {
    type Error = StoreError;

    fn try_from(row: CardRow) -> Result<Self, StoreError> {
        let unreadable = |cause: String| StoreError::Unreadable { id: row.id, cause };
        Ok(Self {
            id: CardId(row.id),
            request: stored::request(row.version, &row.request).map_err(unreadable)?,
            choices: row
                .choices
                .map(|text| serde_json::from_str(&text))
                .transpose()
                .map_err(|e| unreadable(e.to_string()))?,
            headline: serde_json::from_str(&row.headline).map_err(|e| unreadable(e.to_string()))?,
            created_at: row
                .created_at
                .parse()
                .map_err(|e: jiff::Error| unreadable(e.to_string()))?,
            updated_at: row
                .updated_at
                .parse()
                .map_err(|e: jiff::Error| unreadable(e.to_string()))?,
            name: row.name,
            note: row.note,
            core_version: row.core_version,
            revision: row.revision,
        })
    }
}

/// Some cards of the box.
#[derive(Debug, Clone, PartialEq, Serialize, utoipa::ToSchema)]
pub struct CardPage {
    /// Cards, by name.
    pub cards: Vec<Card>,
    /// Cards among them that do not read back.
    pub unreadable: Vec<UnreadableCard>,
    /// Cards that were asked for, on all pages.
    #[schema(minimum = 0)]
    pub total: i64,
    /// Where the next page begins: give it as `cursor`. None on the last page.
    pub next: Option<CardId>,
}

/// Most rows that are fetched at once: fewer than `SQLite` takes in one question.
const ROWS_AT_ONCE: usize = 500;

impl CardBox {
    /// Reads rows, in their order.
    fn of(connection: &mut SqliteConnection, ids: &[i32]) -> QueryResult<Self> {
        let mut found = Self { cards: Vec::new(), unreadable: Vec::new() };
        for some in ids.chunks(ROWS_AT_ONCE) {
            let rows = card::table.filter(card::id.eq_any(some)).select(CardRow::as_select());
            if let Ok(rows) = rows.load(connection) {
                let mut rows: HashMap<i32, CardRow> =
                    rows.into_iter().map(|row: CardRow| (row.id, row)).collect();
                some.iter().filter_map(|id| rows.remove(id)).for_each(|row| found.sort_in(row));
                continue;
            }
            // One that cannot even be fetched must not hide the others: each by itself.
            for &id in some {
                match card::table.find(id).select(CardRow::as_select()).first(connection) {
                    Ok(row) => found.sort_in(row),
                    // A file that is locked is no damaged card.
                    Err(error) if StoreError::of_message(&error.to_string()).is_some() => {
                        return Err(error);
                    }
                    Err(error) => {
                        let name = card::table.find(id).select(card::name).first(connection).ok();
                        let why = error.to_string();
                        found.unreadable.push(UnreadableCard { id: CardId(id), name, why });
                    }
                }
            }
        }
        Ok(found)
    }

    fn sort_in(&mut self, row: CardRow) {
        let (id, name) = (CardId(row.id), row.name.clone());
        match Card::try_from(row) {
            Ok(card) => self.cards.push(card),
            Err(error) => {
                let why = match error {
                    StoreError::Unreadable { cause, .. } => cause,
                    other => other.to_string(),
                };
                self.unreadable.push(UnreadableCard { id, name: Some(name), why });
            }
        }
    }
}

fn row(new: &NewCard, now: Timestamp) -> Result<NewCardRow<'_>, StoreError> {
    let json = |e: serde_json::Error| diesel::result::Error::SerializationError(Box::new(e));
    Ok(NewCardRow {
        name: &new.name,
        note: &new.note,
        request: serde_json::to_string(&new.request).map_err(json)?,
        headline: serde_json::to_string(&new.headline).map_err(json)?,
        core_version: &new.core_version,
        created_at: now.to_string(),
        updated_at: now.to_string(),
        version: stored::VERSION,
        choices: new.choices.as_ref().map(serde_json::to_string).transpose().map_err(json)?,
    })
}

/// Cards that are not taken out, by name; with words, those that hold them.
fn present(words: Option<&str>) -> card::BoxedQuery<'_, diesel::sqlite::Sqlite> {
    let all = card::table.filter(card::deleted_at.is_null()).into_boxed();
    let Some(words) = words else { return all };
    let plain = words.replace('\\', "\\\\").replace('%', "\\%").replace('_', "\\_");
    let pattern = format!("%{plain}%");
    all.filter(
        card::name.like(pattern.clone()).escape('\\').or(card::note.like(pattern).escape('\\')),
    )
}

/// By name; of the same name, the older one first.
fn by_name() -> (diesel::dsl::Asc<card::name>, diesel::dsl::Asc<card::id>) {
    (card::name.asc(), card::id.asc())
}

impl Store {
    /// All cards in the box, by name, and those that do not read back.
    ///
    /// # Errors
    /// The file does not answer.
    pub fn list_cards(&self) -> Result<CardBox, StoreError> {
        let connection = &mut self.reader()?;
        let ids: Vec<i32> = present(None).order(by_name()).select(card::id).load(connection)?;
        Ok(CardBox::of(connection, &ids)?)
    }

    /// Some of the cards, by name: at most `limit` after the card `after`, of those whose name or note
    /// holds `words`. Small and capital letters of the Latin alphabet are the same.
    ///
    /// # Errors
    /// The file does not answer.
    pub fn find_cards(
        &self,
        words: Option<&str>,
        after: Option<CardId>,
        limit: usize,
    ) -> Result<CardPage, StoreError> {
        let connection = &mut self.reader()?;
        let total = present(words).count().get_result::<i64>(connection)?;
        let mut asked = present(words);
        if let Some(CardId(after)) = after {
            // Where it stands, or stood before it was taken out.
            let there = diesel::alias!(card as there);
            let name = there
                .filter(there.field(card::id).eq(after))
                .select(there.field(card::name))
                .single_value();
            asked = asked.filter(
                card::name
                    .nullable()
                    .gt(name)
                    .or(card::name.nullable().eq(name).and(card::id.gt(after))),
            );
        }
        // One more tells whether there are more.
        let limit_and_one = i64::try_from(limit).unwrap_or(i64::MAX).saturating_add(1);
        let mut ids: Vec<i32> =
            asked.order(by_name()).limit(limit_and_one).select(card::id).load(connection)?;
        let is_last = ids.len() <= limit;
        ids.truncate(limit);
        let next = if is_last { None } else { ids.last().copied().map(CardId) };
        let CardBox { cards, unreadable } = CardBox::of(connection, &ids)?;
        Ok(CardPage { cards, unreadable, total, next })
    }

    /// One card.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when it is not in the box.
    pub fn find_card(&self, id: CardId) -> Result<Card, StoreError> {
        card::table
            .find(id.0)
            .filter(card::deleted_at.is_null())
            .select(CardRow::as_select())
            .first(&mut self.reader()?)
            .optional()?
            .ok_or(StoreError::NotFound { id: id.0 })?
            .try_into()
    }

    /// Keeps cards, all or none. They are on the disk when this returns.
    ///
    /// # Errors
    /// The file does not answer.
    pub fn keep_cards(&self, cards: &[NewCard], now: Timestamp) -> Result<Vec<CardId>, StoreError> {
        self.write(|connection| {
            cards
                .iter()
                .map(|new| {
                    let id = diesel::insert_into(card::table)
                        .values(row(new, now)?)
                        .returning(card::id)
                        .get_result(connection)?;
                    Ok(CardId(id))
                })
                .collect()
        })
    }

    /// Changes a card's name, note or both, unless somebody else changed it since `revision`; with none, whatever they
    /// did.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when it is not in the box; [`StoreError::Changed`] where somebody else changed it.
    pub fn rename_card(
        &self,
        id: CardId,
        revision: Option<i64>,
        name: Option<&str>,
        note: Option<&str>,
        now: Timestamp,
    ) -> Result<(), StoreError> {
        let stamp = now.to_string();
        self.write(|connection| {
            let there = card::table.find(id.0).filter(card::deleted_at.is_null());
            let known: Option<i64> = there.select(card::revision).first(connection).optional()?;
            let known = known.ok_or(StoreError::NotFound { id: id.0 })?;
            if revision.is_some_and(|revision| revision != known) {
                return Err(StoreError::Changed);
            }
            diesel::update(card::table.find(id.0))
                .set((
                    name.map(|name| card::name.eq(name)),
                    note.map(|note| card::note.eq(note)),
                    card::updated_at.eq(&stamp),
                    card::revision.eq(known + 1),
                ))
                .execute(connection)?;
            Ok(())
        })
    }

    /// Takes a card out of the box; [`Store::restore_card`] puts it back.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when it is not in the box.
    pub fn delete_card(&self, id: CardId, now: Timestamp) -> Result<(), StoreError> {
        let stamp = now.to_string();
        let changed = self.write(|connection| {
            Ok(diesel::update(card::table.find(id.0).filter(card::deleted_at.is_null()))
                .set(card::deleted_at.eq(Some(&stamp)))
                .execute(connection)?)
        })?;
        if changed == 0 { Err(StoreError::NotFound { id: id.0 }) } else { Ok(()) }
    }

    /// Puts a deleted card back.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when there is no such deleted card.
    pub fn restore_card(&self, id: CardId) -> Result<(), StoreError> {
        let changed = self.write(|connection| {
            Ok(diesel::update(card::table.find(id.0).filter(card::deleted_at.is_not_null()))
                .set(card::deleted_at.eq(None::<String>))
                .execute(connection)?)
        })?;
        if changed == 0 { Err(StoreError::NotFound { id: id.0 }) } else { Ok(()) }
    }
}
