//! Cooks under way and past: a plan's promise, and a list of events that is only ever added to.

use std::collections::HashSet;

use cindo_core::cook::{Happened, Promise, Status};
use cindo_core::error::FieldError;
use cindo_core::setup::PlanRequest;
use diesel::prelude::*;
use serde::{Deserialize, Serialize};

use crate::log::{drop_entry, put_entry};
use crate::schema::{cook, cook_event, cook_reading, log_entry};
use crate::stored;
use crate::{EntryId, NewEntry, Store, StoreError};

/// Number of a cook.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, utoipa::ToSchema)]
pub struct CookId(pub i32);

/// A cook to begin.
#[derive(Debug, Clone, PartialEq)]
pub struct NewCook {
    /// What it is called.
    pub name: String,
    /// What was planned.
    pub request: PlanRequest,
    /// What the plan promised.
    pub promise: Promise,
    /// How fast its own clock runs, 1 to 60.
    pub speed: f64,
    /// When its clock began, ms since 1970 in UTC.
    pub created_ms: i64,
}

/// Something that happened.
#[derive(Debug, Clone, PartialEq)]
pub struct KeptEvent {
    /// The sender's own id.
    pub id: String,
    /// When it happened, ms since 1970 in UTC.
    pub at_ms: i64,
    /// What.
    pub what: Happened,
}

/// A reading of the core.
#[derive(Debug, Clone, PartialEq)]
pub struct KeptReading {
    /// The sender's own id.
    pub id: String,
    /// When it was taken, ms since 1970 in UTC.
    pub at_ms: i64,
    /// What it said, °C.
    pub core_c: f64,
    /// Id of the kitchen's thermometer that said it, where that is known.
    pub thermometer: Option<String>,
}

/// The simulated probe in a cook.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize, utoipa::ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Probe {
    /// What is hidden about the piece follows from it.
    pub seed: u64,
    /// It says something so often, s of the cook's clock.
    pub every_s: f64,
    /// When it went in, ms since 1970 in UTC.
    pub from_ms: i64,
}

/// A cook with all that is known of it.
#[derive(Debug, Clone, PartialEq)]
pub struct Cook {
    /// Its number.
    pub id: CookId,
    /// What it is called, and what was planned and promised.
    pub begun: NewCook,
    /// What happened, in the order in which it was told.
    pub events: Vec<KeptEvent>,
    /// Readings, in the order in which they were told.
    pub readings: Vec<KeptReading>,
    /// The simulated probe in it.
    pub probe: Option<Probe>,
    /// What it came to in the log.
    pub entry: Option<EntryId>,
}

/// A cook in a list.
#[derive(Debug, Clone, PartialEq)]
pub struct CookLine {
    /// Its number.
    pub id: CookId,
    /// What it is called.
    pub name: String,
    /// When its clock began, ms since 1970 in UTC.
    pub created_ms: i64,
    /// Where its events leave it; none where the file says something that this program does not know.
    pub status: Option<Status>,
}

/// Cooks under way, page by page.
#[derive(Debug, Clone, PartialEq)]
pub struct CookLines {
    /// The oldest first.
    pub cooks: Vec<CookLine>,
    /// How many there are on all pages.
    pub total: i64,
    /// Where the next page begins; none on the last page.
    pub next: Option<CookId>,
}

/// Cooks that are not deleted.
fn present<'q>() -> cook::BoxedQuery<'q, diesel::sqlite::Sqlite> {
    cook::table.filter(cook::deleted_ms.is_null()).into_boxed()
}

/// Rows as lines. Names are fetched as bytes: one that is no text is shown as far as it is, and hides no other.
fn lines(
    rows: cook::BoxedQuery<'_, diesel::sqlite::Sqlite>,
    connection: &mut SqliteConnection,
) -> Result<Vec<CookLine>, StoreError> {
    let name = stored::bytes("cook.name");
    let status = stored::bytes("cook.status");
    let rows: Vec<(i32, Vec<u8>, i64, Vec<u8>)> =
        rows.select((cook::id, name, cook::created_ms, status)).load(connection)?;
    let line = |(id, name, created_ms, status): (i32, Vec<u8>, i64, Vec<u8>)| CookLine {
        id: CookId(id),
        name: stored::text(&name),
        created_ms,
        status: of_word(&stored::text(&status)),
    };
    Ok(rows.into_iter().map(line).collect())
}

#[derive(Queryable, Selectable)]
#[diesel(table_name = cook, check_for_backend(diesel::sqlite::Sqlite))]
struct CookRow {
    id: i32,
    name: String,
    request: String,
    promise: String,
    version: i32,
    speed: f64,
    created_ms: i64,
    probe: Option<String>,
}

#[derive(Insertable)]
#[diesel(table_name = cook)]
struct NewCookRow<'a> {
    name: &'a str,
    request: String,
    promise: String,
    version: i32,
    speed: f64,
    created_ms: i64,
    status: &'static str,
}

#[derive(Insertable)]
#[diesel(table_name = cook_event)]
struct NewEventRow<'a> {
    cook_id: i32,
    event_id: &'a str,
    at_ms: i64,
    told_ms: i64,
    body: String,
    version: i32,
}

#[derive(Insertable)]
#[diesel(table_name = cook_reading)]
struct NewReadingRow<'a> {
    cook_id: i32,
    reading_id: &'a str,
    at_ms: i64,
    told_ms: i64,
    core_c: f64,
    thermometer: Option<&'a str>,
}

/// Rows that go into one statement: fewer values than `SQLite` takes.
const ROWS_AT_ONCE: usize = 500;

/// A status as the file has it.
fn word(status: Status) -> &'static str {
    match status {
        Status::Waiting => "waiting",
        Status::Cooking => "cooking",
        Status::Resting => "resting",
        Status::Served => "served",
    }
}

fn of_word(word: &str) -> Option<Status> {
    let all = [Status::Waiting, Status::Cooking, Status::Resting, Status::Served];
    all.into_iter().find(|status| self::word(*status) == word)
}

/// What is added to a cook, worked out on the cook as it was loaded.
#[derive(Debug, Clone, PartialEq)]
pub struct CookAddition {
    /// The cook.
    pub cook: CookId,
    /// Events that it had as it was loaded.
    pub known: usize,
    /// What happened, each under an id that is new to the cook.
    pub new: Vec<KeptEvent>,
    /// Where that leaves it.
    pub status: Status,
    /// What becomes of its entry in the log.
    pub entry: EntryChange,
}

/// What becomes of a cook's entry in the log.
#[derive(Debug, Clone, PartialEq)]
pub enum EntryChange {
    /// It stays as it is, or away.
    Leave,
    /// The cook was served: this is in the log.
    Put(Box<NewEntry>),
    /// The cook goes on: nothing of it is in the log.
    Drop,
}

fn add(
    connection: &mut SqliteConnection,
    addition: &CookAddition,
    told_ms: i64,
) -> Result<Option<EntryId>, StoreError> {
    let CookAddition { cook: id, known, new, status, entry } = addition;
    let there: i64 = cook::table
        .filter(cook::id.eq(id.0).and(cook::deleted_ms.is_null()))
        .count()
        .get_result(connection)?;
    if there == 0 {
        return Err(StoreError::NoCook { id: id.0 });
    }
    let events: i64 =
        cook_event::table.filter(cook_event::cook_id.eq(id.0)).count().get_result(connection)?;
    if usize::try_from(events) != Ok(*known) {
        return Err(StoreError::Changed);
    }
    for some in new.chunks(ROWS_AT_ONCE) {
        let rows = some.iter().map(|event| {
            Ok(NewEventRow {
                cook_id: id.0,
                event_id: &event.id,
                at_ms: event.at_ms,
                told_ms,
                body: stored::json(&event.what)?,
                version: stored::VERSION,
            })
        });
        let rows: Vec<_> = rows.collect::<Result<_, StoreError>>()?;
        diesel::insert_into(cook_event::table).values(rows).execute(connection)?;
    }
    diesel::update(cook::table.find(id.0))
        .set(cook::status.eq(word(*status)))
        .execute(connection)?;
    match entry {
        EntryChange::Put(entry) => return put_entry(connection, entry).map(Some),
        EntryChange::Drop => drop_entry(connection, *id, told_ms)?,
        EntryChange::Leave => {}
    }
    entry_of(connection, *id)
}

/// What a cook has come to in the log.
fn entry_of(connection: &mut SqliteConnection, id: CookId) -> Result<Option<EntryId>, StoreError> {
    let entry: Option<i32> = log_entry::table
        .filter(log_entry::cook_id.eq(id.0).and(log_entry::deleted_ms.is_null()))
        .select(log_entry::id)
        .first(connection)
        .optional()?;
    Ok(entry.map(EntryId))
}

impl Store {
    /// Begins a cook.
    ///
    /// # Errors
    /// When the file cannot be written.
    pub fn begin_cook(&self, new: &NewCook) -> Result<CookId, StoreError> {
        let row = NewCookRow {
            name: &new.name,
            request: stored::json(&new.request)?,
            promise: stored::json(&new.promise)?,
            version: stored::VERSION,
            speed: new.speed,
            created_ms: new.created_ms,
            status: word(Status::Waiting),
        };
        self.write(|connection| {
            let insert = diesel::insert_into(cook::table).values(row);
            Ok(CookId(insert.returning(cook::id).get_result(connection)?))
        })
    }

    /// One cook.
    ///
    /// # Errors
    /// When there is none with this number, or it does not read back.
    pub fn find_cook(&self, id: CookId) -> Result<Cook, StoreError> {
        let mut connection = self.reader()?;
        load(&mut connection, id)
    }

    /// Adds what happened to cooks, with what that makes of their entries in the log: all of it or none; on the disk
    /// when this returns. The entry of each cook after that.
    ///
    /// # Errors
    /// [`StoreError::Changed`] where a cook has other events than those that its addition was worked out on; when
    /// there is no such cook, or the file cannot be written.
    pub fn add_to_cooks(
        &self,
        additions: &[CookAddition],
        told_ms: i64,
    ) -> Result<Vec<Option<EntryId>>, StoreError> {
        self.write(|connection| {
            additions.iter().map(|addition| add(connection, addition, told_ms)).collect()
        })
    }

    /// Adds readings; what was added before under the same id is left as it was. All of them or none; on the
    /// disk when this returns. How many were new.
    ///
    /// # Errors
    /// When there is no such cook, or the file cannot be written.
    pub fn add_readings(
        &self,
        id: CookId,
        told: &[KeptReading],
        told_ms: i64,
        allow: impl FnOnce(&Cook, &[KeptReading]) -> Result<(), Vec<FieldError>>,
    ) -> Result<Result<usize, Vec<FieldError>>, StoreError> {
        self.write(|connection| {
            let found = load(connection, id)?;
            let mut known: HashSet<&str> = found.readings.iter().map(|r| r.id.as_str()).collect();
            let new: Vec<KeptReading> =
                told.iter().filter(|r| known.insert(r.id.as_str())).cloned().collect();
            if let Err(errors) = allow(&found, &new) {
                return Ok(Err(errors));
            }
            for some in new.chunks(ROWS_AT_ONCE) {
                let rows = some.iter().map(|reading| NewReadingRow {
                    cook_id: id.0,
                    reading_id: &reading.id,
                    at_ms: reading.at_ms,
                    told_ms,
                    core_c: reading.core_c,
                    thermometer: reading.thermometer.as_deref(),
                });
                let rows: Vec<_> = rows.collect();
                diesel::insert_into(cook_reading::table).values(rows).execute(connection)?;
            }
            Ok(Ok(new.len()))
        })
    }

    /// Puts a simulated probe into a cook, in the place of another.
    ///
    /// # Errors
    /// When there is no such cook, or the file cannot be written.
    pub fn set_probe(&self, id: CookId, probe: &Probe) -> Result<(), StoreError> {
        let cooks = cook::table.filter(cook::id.eq(id.0).and(cook::deleted_ms.is_null()));
        let set = cook::probe.eq(stored::json(probe)?);
        self.write(|connection| match diesel::update(cooks).set(set).execute(connection)? {
            0 => Err(StoreError::NoCook { id: id.0 }),
            _ => Ok(()),
        })
    }

    /// Cooks that are not deleted, the newest first, at most so many.
    ///
    /// # Errors
    /// When the file does not answer.
    pub fn list_cooks(&self, most: i64) -> Result<Vec<CookLine>, StoreError> {
        let rows = present().order((cook::created_ms.desc(), cook::id.desc())).limit(most);
        lines(rows, &mut *self.reader()?)
    }

    /// Cooks that were served, the newest first, at most so many.
    ///
    /// # Errors
    /// When the file does not answer.
    pub fn list_past(&self, most: i64) -> Result<Vec<CookLine>, StoreError> {
        let rows = present().filter(cook::status.eq(word(Status::Served)));
        let rows = rows.order((cook::created_ms.desc(), cook::id.desc())).limit(most);
        lines(rows, &mut *self.reader()?)
    }

    /// Cooks that were not served, the oldest first: at most `limit` after the cook `after`.
    ///
    /// # Errors
    /// When the file does not answer.
    pub fn list_under_way(
        &self,
        after: Option<CookId>,
        limit: usize,
    ) -> Result<CookLines, StoreError> {
        let connection = &mut self.reader()?;
        let under_way = || present().filter(cook::status.ne(word(Status::Served)));
        let total = under_way().count().get_result(connection)?;
        let limit_and_one = i64::try_from(limit).unwrap_or(i64::MAX).saturating_add(1);
        let rows = under_way().filter(cook::id.gt(after.map_or(0, |id| id.0)));
        let mut cooks = lines(rows.order(cook::id.asc()).limit(limit_and_one), connection)?;
        let is_last = cooks.len() <= limit;
        cooks.truncate(limit);
        let next = if is_last { None } else { cooks.last().map(|line| line.id) };
        Ok(CookLines { cooks, total, next })
    }

    /// The latest moment at which something was told of a cook that is in the heat or rests, ms since 1970 in UTC;
    /// none where there is no such cook.
    ///
    /// # Errors
    /// When the file does not answer.
    pub fn latest_told_ms(&self) -> Result<Option<i64>, StoreError> {
        let open = cook::table
            .filter(cook::deleted_ms.is_null())
            .filter(cook::status.eq_any([word(Status::Cooking), word(Status::Resting)]))
            .select(cook::id);
        let latest = cook_event::table
            .filter(cook_event::cook_id.eq_any(open))
            .select(diesel::dsl::max(cook_event::told_ms));
        Ok(latest.first(&mut self.reader()?)?)
    }

    /// Takes a cook away, or puts it back.
    ///
    /// # Errors
    /// When there is none with this number in the other state.
    pub fn set_cook_deleted(&self, id: CookId, deleted_ms: Option<i64>) -> Result<(), StoreError> {
        let cooks = cook::table.filter(cook::id.eq(id.0));
        let set = cook::deleted_ms.eq(deleted_ms);
        self.write(|connection| {
            let changed = if deleted_ms.is_some() {
                diesel::update(cooks.filter(cook::deleted_ms.is_null()))
                    .set(set)
                    .execute(connection)?
            } else {
                diesel::update(cooks.filter(cook::deleted_ms.is_not_null()))
                    .set(set)
                    .execute(connection)?
            };
            if changed == 0 { Err(StoreError::NoCook { id: id.0 }) } else { Ok(()) }
        })
    }
}

fn load(connection: &mut SqliteConnection, id: CookId) -> Result<Cook, StoreError> {
    let row: CookRow = cook::table
        .filter(cook::id.eq(id.0).and(cook::deleted_ms.is_null()))
        .select(CookRow::as_select())
        .first(connection)
        .optional()?
        .ok_or(StoreError::NoCook { id: id.0 })?;
    let unreadable = |cause: String| StoreError::UnreadableCook { id: id.0, cause };
    let events: Vec<(String, i64, String)> = cook_event::table
        .filter(cook_event::cook_id.eq(id.0))
        .order(cook_event::seq)
        .select((cook_event::event_id, cook_event::at_ms, cook_event::body))
        .load(connection)?;
    let events = events.into_iter().map(|(id, at_ms, body)| {
        let what = serde_json::from_str(&body).map_err(|e| unreadable(e.to_string()))?;
        Ok(KeptEvent { id, at_ms, what })
    });
    let readings: Vec<(String, i64, f64, Option<String>)> = cook_reading::table
        .filter(cook_reading::cook_id.eq(id.0))
        .order(cook_reading::seq)
        .select((
            cook_reading::reading_id,
            cook_reading::at_ms,
            cook_reading::core_c,
            cook_reading::thermometer,
        ))
        .load(connection)?;
    let reading = |(id, at_ms, core_c, thermometer)| KeptReading { id, at_ms, core_c, thermometer };
    let readings = readings.into_iter().map(reading);
    Ok(Cook {
        id: CookId(row.id),
        entry: entry_of(connection, id)?,
        events: events.collect::<Result<_, StoreError>>()?,
        readings: readings.collect(),
        probe: row
            .probe
            .map(|text| serde_json::from_str(&text))
            .transpose()
            .map_err(|e| unreadable(e.to_string()))?,
        begun: NewCook {
            request: stored::request(row.version, &row.request).map_err(unreadable)?,
            promise: serde_json::from_str(&row.promise).map_err(|e| unreadable(e.to_string()))?,
            name: row.name,
            speed: row.speed,
            created_ms: row.created_ms,
        },
    })
}
