//! Kept line-ups.

use cindo_core::lineup::LineUpRequest;
use diesel::prelude::*;
use jiff::Timestamp;
use serde::{Deserialize, Serialize};

use crate::schema::line_up;
use crate::stored;
use crate::{Store, StoreError};

/// Number of a line-up.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, utoipa::ToSchema)]
pub struct LineUpId(pub i32);

/// A line-up to keep.
#[derive(Debug, Clone, PartialEq)]
pub struct NewLineUp {
    /// What it is called.
    pub name: String,
    /// What its times count from, ms since 1970 in UTC.
    pub zero_ms: i64,
    /// Whether its service is under way.
    pub running: bool,
    /// What is lined up.
    pub request: LineUpRequest,
}

/// A kept line-up.
#[derive(Debug, Clone, PartialEq)]
pub struct KeptLineUp {
    /// Its number.
    pub id: LineUpId,
    /// How often it was changed.
    pub revision: i64,
    /// What is kept.
    pub line_up: NewLineUp,
}

/// A line of the list.
#[derive(Debug, Clone, PartialEq, Serialize, utoipa::ToSchema)]
pub struct LineUpLine {
    /// Its number.
    pub id: LineUpId,
    /// What it is called.
    pub name: String,
    /// When its first dish is served, or was as it was kept, RFC 3339 in UTC.
    #[schema(value_type = String)]
    pub zero: Timestamp,
    /// Whether its service is under way.
    pub running: bool,
}

type Row = (i32, String, i64, bool, String, i32, i64);

fn kept(
    (id, name, zero_ms, running, body, version, revision): Row,
) -> Result<KeptLineUp, StoreError> {
    let request = stored::request(version, &body)
        .map_err(|cause| StoreError::UnreadableLineUp { id, cause })?;
    let line_up = NewLineUp { name, zero_ms, running, request };
    Ok(KeptLineUp { id: LineUpId(id), revision, line_up })
}

impl Store {
    /// Line-ups, the latest service first, at most so many.
    ///
    /// # Errors
    /// When the file does not answer.
    pub fn list_line_ups(&self, most: i64) -> Result<Vec<LineUpLine>, StoreError> {
        let name = stored::bytes("line_up.name");
        let rows: Vec<(i32, Vec<u8>, i64, bool)> = line_up::table
            .filter(line_up::deleted_ms.is_null())
            .order((line_up::zero_ms.desc(), line_up::id.desc()))
            .limit(most)
            .select((line_up::id, name, line_up::zero_ms, line_up::running))
            .load(&mut self.reader()?)?;
        let line = |(id, name, zero_ms, running): (i32, Vec<u8>, i64, bool)| LineUpLine {
            id: LineUpId(id),
            name: stored::text(&name),
            zero: Timestamp::from_millisecond(zero_ms).unwrap_or_default(),
            running,
        };
        Ok(rows.into_iter().map(line).collect())
    }

    /// One line-up.
    ///
    /// # Errors
    /// [`StoreError::NoLineUp`] when there is none, or when it does not read back.
    pub fn find_line_up(&self, id: LineUpId) -> Result<KeptLineUp, StoreError> {
        let row: Option<Row> = line_up::table
            .find(id.0)
            .filter(line_up::deleted_ms.is_null())
            .select((
                line_up::id,
                line_up::name,
                line_up::zero_ms,
                line_up::running,
                line_up::body,
                line_up::version,
                line_up::revision,
            ))
            .first(&mut self.reader()?)
            .optional()?;
        kept(row.ok_or(StoreError::NoLineUp { id: id.0 })?)
    }

    /// Keeps a new line-up. It is on the disk when this returns.
    ///
    /// # Errors
    /// When the file cannot be written.
    pub fn keep_line_up(&self, new: &NewLineUp, now_ms: i64) -> Result<KeptLineUp, StoreError> {
        let body = stored::json(&new.request)?;
        let row = (
            line_up::name.eq(&new.name),
            line_up::zero_ms.eq(new.zero_ms),
            line_up::running.eq(new.running),
            line_up::body.eq(body),
            line_up::version.eq(stored::VERSION),
            line_up::revision.eq(1_i64),
            line_up::updated_ms.eq(now_ms),
        );
        let id: i32 = self.write(|connection| {
            let insert = diesel::insert_into(line_up::table).values(row);
            Ok(insert.returning(line_up::id).get_result(connection)?)
        })?;
        Ok(KeptLineUp { id: LineUpId(id), revision: 1, line_up: new.clone() })
    }

    /// Changes a line-up that nobody else has changed since `revision`. It is on the disk when this returns.
    ///
    /// # Errors
    /// [`StoreError::Changed`] where somebody else did; [`StoreError::NoLineUp`] when there is none.
    pub fn set_line_up(
        &self,
        id: LineUpId,
        revision: i64,
        new: &NewLineUp,
        now_ms: i64,
    ) -> Result<KeptLineUp, StoreError> {
        let body = stored::json(&new.request)?;
        self.write(|connection| {
            let there = line_up::table.find(id.0).filter(line_up::deleted_ms.is_null());
            let now: Option<i64> = there.select(line_up::revision).first(connection).optional()?;
            if now.ok_or(StoreError::NoLineUp { id: id.0 })? != revision {
                return Err(StoreError::Changed);
            }
            diesel::update(line_up::table.find(id.0))
                .set((
                    line_up::name.eq(&new.name),
                    line_up::zero_ms.eq(new.zero_ms),
                    line_up::running.eq(new.running),
                    line_up::body.eq(&body),
                    line_up::version.eq(stored::VERSION),
                    line_up::revision.eq(revision + 1),
                    line_up::updated_ms.eq(now_ms),
                ))
                .execute(connection)?;
            Ok(KeptLineUp { id, revision: revision + 1, line_up: new.clone() })
        })
    }

    /// Takes a line-up away, or puts it back.
    ///
    /// # Errors
    /// [`StoreError::NoLineUp`] when there is none with this number in the other state.
    pub fn set_line_up_deleted(
        &self,
        id: LineUpId,
        deleted_ms: Option<i64>,
    ) -> Result<(), StoreError> {
        let found = line_up::table.find(id.0);
        let set = line_up::deleted_ms.eq(deleted_ms);
        self.write(|connection| {
            let changed = if deleted_ms.is_some() {
                diesel::update(found.filter(line_up::deleted_ms.is_null()))
                    .set(set)
                    .execute(connection)?
            } else {
                diesel::update(found.filter(line_up::deleted_ms.is_not_null()))
                    .set(set)
                    .execute(connection)?
            };
            if changed == 0 { Err(StoreError::NoLineUp { id: id.0 }) } else { Ok(()) }
        })
    }
}
