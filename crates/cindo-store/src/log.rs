//! The log: what was cooked, found again by words, kind and time, and counted.

use std::collections::HashSet;

use cindo_core::log::{Entry, Evidence, Remark, Verdict};
use diesel::prelude::*;
use diesel::sql_types::{BigInt, Bool, Double, Nullable, Text};
use jiff::Timestamp;
use serde::{Deserialize, Serialize};

use crate::schema::{cook, log_body, log_entry};
use crate::stored;
use crate::{CookId, Store, StoreError};

/// Number of an entry.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, utoipa::ToSchema)]
pub struct EntryId(pub i32);

/// An entry to keep.
#[derive(Debug, Clone, PartialEq)]
pub struct NewEntry {
    /// Tells the same entry again when it comes in twice.
    pub uid: String,
    /// The cook that it comes from.
    pub cook: Option<CookId>,
    /// When the fish met the heat, ms since 1970 in UTC.
    pub at_ms: i64,
    /// What was cooked.
    pub entry: Entry,
}

/// An entry of the log.
#[derive(Debug, Clone, PartialEq)]
pub struct KeptEntry {
    /// Its number.
    pub id: EntryId,
    /// How often it was changed.
    pub revision: i64,
    /// As it was kept.
    pub kept: NewEntry,
}

/// An entry in a list.
#[derive(Debug, Clone, PartialEq, Serialize, utoipa::ToSchema)]
pub struct EntryLine {
    /// Its number.
    pub id: EntryId,
    /// When the fish met the heat, RFC 3339 in UTC.
    #[schema(value_type = String)]
    pub at: Timestamp,
    /// What it is called.
    pub name: String,
    /// Id of the kind of fish.
    pub species: String,
    /// Id of the cut.
    pub cut: String,
    /// Id of the method.
    pub method: String,
    /// Id of the gear; empty where nobody noted it.
    pub gear: String,
    /// Thickness as it was thought to be, mm.
    pub thickness_mm: f64,
    /// Off the heat as planned, s.
    pub planned_s: Option<f64>,
    /// Off the heat, s.
    pub out_s: Option<f64>,
    /// So much later than planned would have been right, s; negative is earlier.
    pub off_s: Option<f64>,
    /// How it came out.
    pub verdict: Option<Verdict>,
}

/// Which entries are asked for.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct LogFilter {
    /// Words, each the beginning of one in the entry.
    pub words: Option<String>,
    /// Id of the kind of fish.
    pub species: Option<String>,
    /// Id of the cut.
    pub cut: Option<String>,
    /// Id of the method.
    pub method: Option<String>,
    /// Id of the gear.
    pub gear: Option<String>,
    /// How it came out.
    pub verdict: Option<Verdict>,
}

/// Some of the log.
#[derive(Debug, Clone, PartialEq, Serialize, utoipa::ToSchema)]
pub struct LogPage {
    /// Entries, the latest first.
    pub entries: Vec<EntryLine>,
    /// Entries that were asked for, on all pages.
    #[schema(minimum = 0)]
    pub total: i64,
    /// Where the next page begins: give it as `cursor`. None on the last page.
    pub next: Option<EntryId>,
}

/// What entries are counted by.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, utoipa::ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum CountBy {
    /// Kind of fish.
    Species,
    /// Cut.
    Cut,
    /// Way of cooking.
    Method,
    /// Gear.
    Gear,
    /// Week, by the number of weeks since 1970.
    Week,
}

/// Some entries, counted.
#[derive(Debug, Clone, PartialEq, QueryableByName)]
#[non_exhaustive]
pub struct Counted {
    /// What they have in common: an id, or the number of the week.
    #[diesel(sql_type = Text)]
    pub key: String,
    /// Cooks.
    #[diesel(sql_type = BigInt)]
    pub cooks: i64,
    /// Cooks that say how far the plan was off.
    #[diesel(sql_type = BigInt)]
    pub told: i64,
    /// More done than was wanted.
    #[diesel(sql_type = BigInt)]
    pub over: i64,
    /// Less done than was wanted.
    #[diesel(sql_type = BigInt)]
    pub under: i64,
    /// As it was wanted.
    #[diesel(sql_type = BigInt)]
    pub right: i64,
    /// How far plans were off on average, share of their time; positive where later would have been right.
    #[diesel(sql_type = Nullable<Double>)]
    pub off_share: Option<f64>,
    /// The same without its sign.
    #[diesel(sql_type = Nullable<Double>)]
    pub miss_share: Option<f64>,
    /// The mean of the squares of that.
    #[diesel(sql_type = Nullable<Double>)]
    square_share: Option<f64>,
}

impl Counted {
    /// How far single cooks are from the average, share of their time.
    pub fn spread_share(&self) -> Option<f64> {
        let variance = self.square_share? - self.off_share?.powi(2);
        Some(variance.max(0.0).sqrt())
    }
}

/// Texts of a line as bytes, so that one that is no text hides no other.
const TEXTS: [&str; 6] = [
    "log_entry.name",
    "log_entry.species",
    "log_entry.cut",
    "log_entry.method",
    "log_entry.gear",
    "coalesce(log_entry.verdict, '')",
];

type Texts = (Vec<u8>, Vec<u8>, Vec<u8>, Vec<u8>, Vec<u8>, Vec<u8>);
type LineRow = ((i32, i64, f64, Option<f64>, Option<f64>, Option<f64>), Texts);

fn line(((id, at_ms, thickness_mm, planned_s, out_s, off_s), texts): LineRow) -> EntryLine {
    let (name, species, cut, method, gear, said) = texts;
    let [name, species, cut, method, gear, said] =
        [name, species, cut, method, gear, said].map(|bytes| stored::text(&bytes));
    EntryLine {
        id: EntryId(id),
        at: Timestamp::from_millisecond(at_ms).unwrap_or_default(),
        name,
        species,
        cut,
        method,
        gear,
        thickness_mm,
        planned_s,
        out_s,
        off_s,
        verdict: of_word(&said),
    }
}

fn word(verdict: Verdict) -> &'static str {
    match verdict {
        Verdict::Under => "under",
        Verdict::Right => "right",
        Verdict::Over => "over",
    }
}

fn of_word(word: &str) -> Option<Verdict> {
    [Verdict::Under, Verdict::Right, Verdict::Over].into_iter().find(|v| self::word(*v) == word)
}

#[derive(Insertable, AsChangeset)]
#[diesel(table_name = log_entry, treat_none_as_null = true)]
struct EntryRow<'a> {
    cook_id: Option<i32>,
    uid: &'a str,
    at_ms: i64,
    name: &'a str,
    species: &'a str,
    cut: &'a str,
    method: &'a str,
    gear: &'a str,
    thickness_mm: f64,
    planned_s: Option<f64>,
    out_s: Option<f64>,
    off_s: Option<f64>,
    verdict: Option<String>,
    deleted_ms: Option<i64>,
}

fn row(new: &NewEntry) -> EntryRow<'_> {
    let Entry { name, request, planned_s, gear, out_s, remark, .. } = &new.entry;
    EntryRow {
        cook_id: new.cook.map(|id| id.0),
        uid: &new.uid,
        at_ms: new.at_ms,
        name,
        species: &request.piece.species,
        cut: &request.piece.cut,
        method: &request.method,
        gear,
        thickness_mm: request.piece.thickness_mm,
        planned_s: *planned_s,
        out_s: *out_s,
        off_s: Evidence::of(&new.entry).map(|e| e.later_s),
        verdict: remark.verdict.map(|verdict| word(verdict).to_owned()),
        deleted_ms: None,
    }
}

/// What is found by words: names, notes, kind, cut, way and gear, ids as words.
fn words(entry: &Entry) -> String {
    let Entry { name, request, gear_name, remark, .. } = entry;
    let ids = [&request.piece.species, &request.piece.cut, &request.method];
    let ids: Vec<String> = ids.iter().map(|id| id.replace('_', " ")).collect();
    [name, gear_name, &remark.note, &remark.source, &ids.join(" ")].map(String::as_str).join(" ")
}

/// Words as the full text is asked for them: each the beginning of one.
fn asked(words: &str) -> Option<String> {
    let plain = |c: char| if c.is_alphanumeric() { c } else { ' ' };
    let words: String = words.chars().map(plain).collect();
    let each: Vec<String> = words.split_whitespace().map(|w| format!("\"{w}\"*")).collect();
    (!each.is_empty()).then(|| each.join(" "))
}

/// Writes an entry's body and words, in place of those that it had.
fn write_body(
    connection: &mut SqliteConnection,
    id: i32,
    entry: &Entry,
) -> Result<(), diesel::result::Error> {
    diesel::replace_into(log_body::table)
        .values((
            log_body::entry_id.eq(id),
            log_body::body.eq(stored::json(entry)?),
            log_body::version.eq(stored::VERSION),
        ))
        .execute(connection)?;
    diesel::sql_query("DELETE FROM log_text WHERE rowid = ?")
        .bind::<diesel::sql_types::Integer, _>(id)
        .execute(connection)?;
    diesel::sql_query("INSERT INTO log_text (rowid, words) VALUES (?, ?)")
        .bind::<diesel::sql_types::Integer, _>(id)
        .bind::<Text, _>(words(entry))
        .execute(connection)?;
    Ok(())
}

type Boxed<'a> = log_entry::BoxedQuery<'a, diesel::sqlite::Sqlite>;

impl LogFilter {
    /// Entries that are not deleted and that it asks for.
    fn rows(&self) -> Boxed<'_> {
        let mut rows = log_entry::table.filter(log_entry::deleted_ms.is_null()).into_boxed();
        if let Some(species) = &self.species {
            rows = rows.filter(log_entry::species.eq(species));
        }
        if let Some(cut) = &self.cut {
            rows = rows.filter(log_entry::cut.eq(cut));
        }
        if let Some(method) = &self.method {
            rows = rows.filter(log_entry::method.eq(method));
        }
        if let Some(gear) = &self.gear {
            rows = rows.filter(log_entry::gear.eq(gear));
        }
        if let Some(verdict) = self.verdict {
            rows = rows.filter(log_entry::verdict.eq(word(verdict)));
        }
        if let Some(words) = self.words.as_deref().and_then(asked) {
            let found = diesel::dsl::sql::<Bool>(
                "log_entry.id IN (SELECT rowid FROM log_text WHERE log_text MATCH ",
            );
            rows = rows.filter(found.bind::<Text, _>(words).sql(")"));
        }
        rows
    }
}

impl Store {
    /// Keeps entries, all or none; those whose uid is known are left as they are. How many were new. They are
    /// on the disk when this returns.
    ///
    /// # Errors
    /// When the file cannot be written.
    pub fn add_entries(
        &self,
        new: impl Iterator<Item = NewEntry>,
    ) -> Result<Vec<Option<EntryId>>, StoreError> {
        self.write(|connection| {
            let add = |new: NewEntry| {
                let id: Option<i32> = diesel::insert_or_ignore_into(log_entry::table)
                    .values(row(&new))
                    .returning(log_entry::id)
                    .get_result(connection)
                    .optional()?;
                if let Some(id) = id {
                    write_body(connection, id, &new.entry)?;
                }
                Ok(id.map(EntryId))
            };
            new.map(add).collect()
        })
    }

    /// Keeps what a cook came to, in place of what it had come to before; what its cook said of it stays.
    ///
    /// # Errors
    /// When the file cannot be written.
    pub fn put_cook_entry(&self, new: &NewEntry) -> Result<EntryId, StoreError> {
        self.write(|connection| put_entry(connection, new))
    }

    /// Changes what is said of an entry, unless somebody else changed it since `revision`; with none, whatever they did.
    ///
    /// # Errors
    /// [`StoreError::Changed`] where somebody else did; when there is none with this number, or it does not read back.
    pub fn set_remark(
        &self,
        id: EntryId,
        revision: Option<i64>,
        remark: &Remark,
    ) -> Result<KeptEntry, StoreError> {
        self.write(|connection| {
            let mut found = load(connection, id)?;
            found.revision = next_revision(connection, id, revision)?;
            found.kept.entry.remark = remark.clone();
            diesel::update(log_entry::table.find(id.0))
                .set(row(&found.kept))
                .execute(connection)?;
            write_body(connection, id.0, &found.kept.entry)?;
            Ok(found)
        })
    }

    /// One entry.
    ///
    /// # Errors
    /// When there is none with this number, or it does not read back.
    pub fn find_entry(&self, id: EntryId) -> Result<KeptEntry, StoreError> {
        load(&mut *self.reader()?, id)
    }

    /// Some of the log, the latest first: at most `limit` after the entry `after`.
    ///
    /// # Errors
    /// When the file does not answer.
    pub fn list_log(
        &self,
        filter: &LogFilter,
        after: Option<EntryId>,
        limit: usize,
    ) -> Result<LogPage, StoreError> {
        let connection = &mut self.reader()?;
        let total: i64 = filter.rows().count().get_result(connection)?;
        let mut rows = filter.rows();
        rows = later(rows, after, connection)?;
        let limit_and_one = i64::try_from(limit).unwrap_or(i64::MAX).saturating_add(1);
        let [name, species, cut, method, gear, verdict] = TEXTS.map(stored::bytes);
        let numbers = (
            log_entry::id,
            log_entry::at_ms,
            log_entry::thickness_mm,
            log_entry::planned_s,
            log_entry::out_s,
            log_entry::off_s,
        );
        let rows: Vec<LineRow> = rows
            .order((log_entry::at_ms.desc(), log_entry::id.desc()))
            .limit(limit_and_one)
            .select((numbers, (name, species, cut, method, gear, verdict)))
            .load(connection)?;
        let is_last = rows.len() <= limit;
        let entries: Vec<EntryLine> = rows.into_iter().take(limit).map(line).collect();
        let next = if is_last { None } else { entries.last().map(|e| e.id) };
        Ok(LogPage { entries, total, next })
    }

    /// Whole entries, the latest first, at most so many; what does not read back is left out, and how many
    /// those are.
    ///
    /// # Errors
    /// When the file does not answer.
    pub fn read_log(
        &self,
        filter: &LogFilter,
        after: Option<EntryId>,
        most: i64,
    ) -> Result<(Vec<KeptEntry>, usize), StoreError> {
        let connection = &mut self.reader()?;
        let ids: Vec<i32> = later(filter.rows(), after, connection)?
            .order((log_entry::at_ms.desc(), log_entry::id.desc()))
            .limit(most)
            .select(log_entry::id)
            .load(connection)?;
        let mut found = Vec::with_capacity(ids.len());
        let mut unread = 0;
        for some in ids.chunks(ROWS_AT_ONCE) {
            let rows: Vec<WholeRow> = log_entry::table
                .inner_join(log_body::table)
                .filter(log_entry::id.eq_any(some))
                .order((log_entry::at_ms.desc(), log_entry::id.desc()))
                .select(WHOLE)
                .load(connection)?;
            for row in rows {
                match whole(row) {
                    Ok(entry) => found.push(entry),
                    Err(_unreadable) => unread += 1,
                }
            }
        }
        Ok((found, unread))
    }

    /// What tells entries from each other, those that are deleted too.
    ///
    /// # Errors
    /// When the file does not answer.
    pub fn entry_uids(&self) -> Result<HashSet<String>, StoreError> {
        let uids = log_entry::table.select(log_entry::uid).load(&mut self.reader()?)?;
        Ok(uids.into_iter().collect())
    }

    /// Entries counted by what they have in common, the most first; weeks in their order.
    ///
    /// # Errors
    /// When the file does not answer.
    pub fn count_log(&self, by: CountBy, most: i64) -> Result<Vec<Counted>, StoreError> {
        let (group, order) = match by {
            CountBy::Species => ("species", "cooks DESC, key"),
            CountBy::Cut => ("cut", "cooks DESC, key"),
            CountBy::Method => ("method", "cooks DESC, key"),
            CountBy::Gear => ("gear", "cooks DESC, key"),
            // Both as the index by week has it.
            CountBy::Week => ("at_ms / 604800000", "at_ms / 604800000 DESC"),
        };
        // No text of anybody's goes into this.
        let query = format!(
            "SELECT CAST({group} AS TEXT) AS key, count(*) AS cooks, count(off_s) AS told, \
             count(*) FILTER (WHERE verdict = 'over') AS over, \
             count(*) FILTER (WHERE verdict = 'under') AS under, \
             count(*) FILTER (WHERE verdict = 'right') AS right, \
             avg(off_s / planned_s) AS off_share, \
             avg(abs(off_s) / planned_s) AS miss_share, \
             avg(off_s * off_s / (planned_s * planned_s)) AS square_share \
             FROM log_entry WHERE deleted_ms IS NULL GROUP BY {group} ORDER BY {order} LIMIT ?"
        );
        Ok(diesel::sql_query(query).bind::<BigInt, _>(most).load(&mut self.reader()?)?)
    }

    /// Takes an entry out of the log, or puts it back.
    ///
    /// # Errors
    /// When there is none with this number in the other state.
    pub fn set_entry_deleted(
        &self,
        id: EntryId,
        deleted_ms: Option<i64>,
    ) -> Result<(), StoreError> {
        let found = log_entry::table.find(id.0);
        let set = log_entry::deleted_ms.eq(deleted_ms);
        self.write(|connection| {
            let changed = if deleted_ms.is_some() {
                let there = found.filter(log_entry::deleted_ms.is_null());
                diesel::update(there).set(set).execute(connection)?
            } else {
                let gone = found.filter(log_entry::deleted_ms.is_not_null());
                diesel::update(gone).set(set).execute(connection)?
            };
            if changed == 0 { Err(StoreError::NoEntry { id: id.0 }) } else { Ok(()) }
        })
    }

    /// Cooks that were served and have come to no entry: a process that was killed in between leaves such.
    ///
    /// # Errors
    /// When the file does not answer.
    pub fn unlogged_cooks(&self, most: i64) -> Result<Vec<CookId>, StoreError> {
        let logged = log_entry::table
            .filter(log_entry::cook_id.is_not_null())
            .select(log_entry::cook_id.assume_not_null());
        let ids: Vec<i32> = cook::table
            .filter(cook::deleted_ms.is_null())
            .filter(cook::status.eq("served"))
            .filter(cook::id.ne_all(logged))
            .order(cook::id.desc())
            .limit(most)
            .select(cook::id)
            .load(&mut self.reader()?)?;
        Ok(ids.into_iter().map(CookId).collect())
    }
}

/// Keeps what a cook came to, in place of what it had come to before; what its cook said of it stays.
pub(crate) fn put_entry(
    connection: &mut SqliteConnection,
    new: &NewEntry,
) -> Result<EntryId, StoreError> {
    let known: Option<i32> = log_entry::table
        .filter(log_entry::uid.eq(&new.uid))
        .select(log_entry::id)
        .first(connection)
        .optional()?;
    let Some(id) = known else {
        let id = diesel::insert_into(log_entry::table)
            .values(row(new))
            .returning(log_entry::id)
            .get_result(connection)?;
        write_body(connection, id, &new.entry)?;
        return Ok(EntryId(id));
    };
    let mut new = new.clone();
    // One that was taken out as its cook went on again comes back with what was said of it.
    if let Ok(before) = load_any(connection, EntryId(id)) {
        new.entry.remark = before.kept.entry.remark;
    }
    next_revision(connection, EntryId(id), None)?;
    diesel::update(log_entry::table.find(id)).set(row(&new)).execute(connection)?;
    write_body(connection, id, &new.entry)?;
    Ok(EntryId(id))
}

/// Counts a change of an entry, unless somebody else changed it since `revision`.
pub(crate) fn next_revision(
    connection: &mut SqliteConnection,
    id: EntryId,
    revision: Option<i64>,
) -> Result<i64, StoreError> {
    let entry = log_entry::table.find(id.0);
    let known: Option<i64> = entry.select(log_entry::revision).first(connection).optional()?;
    let known = known.ok_or(StoreError::NoEntry { id: id.0 })?;
    if revision.is_some_and(|revision| revision != known) {
        return Err(StoreError::Changed);
    }
    diesel::update(entry).set(log_entry::revision.eq(known + 1)).execute(connection)?;
    Ok(known + 1)
}

/// Takes what a cook came to out of the log: it goes on.
pub(crate) fn drop_entry(
    connection: &mut SqliteConnection,
    cook: CookId,
    now_ms: i64,
) -> Result<(), StoreError> {
    let entries =
        log_entry::table.filter(log_entry::cook_id.eq(cook.0).and(log_entry::deleted_ms.is_null()));
    diesel::update(entries).set(log_entry::deleted_ms.eq(now_ms)).execute(connection)?;
    Ok(())
}

/// Those of some entries that stand after one of them.
fn later<'a>(
    rows: Boxed<'a>,
    after: Option<EntryId>,
    connection: &mut SqliteConnection,
) -> Result<Boxed<'a>, StoreError> {
    let Some(EntryId(after)) = after else { return Ok(rows) };
    let there: Option<i64> =
        log_entry::table.find(after).select(log_entry::at_ms).first(connection).optional()?;
    let at_ms = there.unwrap_or(i64::MIN);
    let before = log_entry::at_ms.lt(at_ms);
    Ok(rows.filter(before.or(log_entry::at_ms.eq(at_ms).and(log_entry::id.lt(after)))))
}

/// Rows that are fetched at once.
const ROWS_AT_ONCE: usize = 500;

type WholeRow = (i32, Option<i32>, String, i64, String, i32, i64);

const WHOLE: (
    log_entry::id,
    log_entry::cook_id,
    log_entry::uid,
    log_entry::at_ms,
    log_body::body,
    log_body::version,
    log_entry::revision,
) = (
    log_entry::id,
    log_entry::cook_id,
    log_entry::uid,
    log_entry::at_ms,
    log_body::body,
    log_body::version,
    log_entry::revision,
);

fn whole(
    (id, cook, uid, at_ms, body, version, revision): WholeRow,
) -> Result<KeptEntry, StoreError> {
    let entry: Entry = stored::request(version, &body)
        .map_err(|cause| StoreError::UnreadableEntry { id, cause })?;
    let kept = NewEntry { uid, cook: cook.map(CookId), at_ms, entry };
    Ok(KeptEntry { id: EntryId(id), revision, kept })
}

fn load(connection: &mut SqliteConnection, id: EntryId) -> Result<KeptEntry, StoreError> {
    let deleted: Option<Option<i64>> =
        log_entry::table.find(id.0).select(log_entry::deleted_ms).first(connection).optional()?;
    match deleted {
        Some(None) => load_any(connection, id),
        _ => Err(StoreError::NoEntry { id: id.0 }),
    }
}

/// An entry, whether or not it was taken out.
fn load_any(
    connection: &mut SqliteConnection,
    EntryId(id): EntryId,
) -> Result<KeptEntry, StoreError> {
    let found: Option<WholeRow> = log_entry::table
        .inner_join(log_body::table)
        .filter(log_entry::id.eq(id))
        .select(WHOLE)
        .first(connection)
        .optional()?;
    whole(found.ok_or(StoreError::NoEntry { id })?)
}
