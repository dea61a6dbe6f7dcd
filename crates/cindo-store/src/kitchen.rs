//! The kitchen, and checks of its gear.

use cindo_core::kitchen::{GearCheck, Kitchen};
use diesel::prelude::*;
use serde::{Deserialize, Serialize};

use crate::schema::{kitchen, kitchen_check};
use crate::stored;
use crate::{Store, StoreError};

/// The kitchen, and how often it was changed.
#[derive(Debug, Clone, PartialEq)]
pub struct KeptKitchen {
    /// As its cooks keep it.
    pub kitchen: Kitchen,
    /// 0 before anybody changed it.
    pub revision: i64,
}

/// Number of a check.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, utoipa::ToSchema)]
pub struct CheckId(pub i32);

/// A check that was made.
#[derive(Debug, Clone, PartialEq)]
pub struct KeptCheck {
    /// Its number.
    pub id: CheckId,
    /// When, ms since 1970 in UTC.
    pub at_ms: i64,
    /// What it found.
    pub check: GearCheck,
}

/// The one row.
const ROW: i32 = 1;

fn read(connection: &mut SqliteConnection) -> Result<KeptKitchen, StoreError> {
    let row: Option<(String, i32, i64)> = kitchen::table
        .find(ROW)
        .select((kitchen::body, kitchen::version, kitchen::revision))
        .first(connection)
        .optional()?;
    let Some((body, version, revision)) = row else {
        return Ok(KeptKitchen { kitchen: Kitchen::default(), revision: 0 });
    };
    let kitchen =
        stored::request(version, &body).map_err(|cause| StoreError::UnreadableKitchen { cause })?;
    Ok(KeptKitchen { kitchen, revision })
}

impl Store {
    /// The kitchen.
    ///
    /// # Errors
    /// When it does not read back.
    pub fn find_kitchen(&self) -> Result<KeptKitchen, StoreError> {
        read(&mut *self.reader()?)
    }

    /// Changes the kitchen, unless somebody else did since `revision`; with none, whatever they did. It is on
    /// the disk when this returns.
    ///
    /// # Errors
    /// [`StoreError::Changed`] where somebody else did.
    pub fn set_kitchen(
        &self,
        kitchen: &Kitchen,
        revision: Option<i64>,
    ) -> Result<KeptKitchen, StoreError> {
        let body = stored::json(kitchen)?;
        self.write(|connection| {
            let now: Option<i64> =
                kitchen::table.find(ROW).select(kitchen::revision).first(connection).optional()?;
            let now = now.unwrap_or(0);
            if revision.is_some_and(|revision| revision != now) {
                return Err(StoreError::Changed);
            }
            let next = now + 1;
            diesel::replace_into(kitchen::table)
                .values((
                    kitchen::id.eq(ROW),
                    kitchen::body.eq(&body),
                    kitchen::version.eq(stored::VERSION),
                    kitchen::revision.eq(next),
                ))
                .execute(connection)?;
            Ok(KeptKitchen { kitchen: kitchen.clone(), revision: next })
        })
    }

    /// Keeps a check.
    ///
    /// # Errors
    /// When the file cannot be written.
    pub fn add_check(&self, check: &GearCheck, at_ms: i64) -> Result<CheckId, StoreError> {
        let row = (
            kitchen_check::gear.eq(&check.gear),
            kitchen_check::at_ms.eq(at_ms),
            kitchen_check::body.eq(stored::json(check)?),
            kitchen_check::version.eq(stored::VERSION),
        );
        self.write(|connection| {
            let insert = diesel::insert_into(kitchen_check::table).values(row);
            Ok(CheckId(insert.returning(kitchen_check::id).get_result(connection)?))
        })
    }

    /// Checks, the latest first, at most so many; what does not read back is left out.
    ///
    /// # Errors
    /// When the file does not answer.
    pub fn list_checks(&self, most: i64) -> Result<Vec<KeptCheck>, StoreError> {
        let rows: Vec<(i32, i64, String, i32)> = kitchen_check::table
            .filter(kitchen_check::deleted_ms.is_null())
            .order((kitchen_check::at_ms.desc(), kitchen_check::id.desc()))
            .limit(most)
            .select((
                kitchen_check::id,
                kitchen_check::at_ms,
                kitchen_check::body,
                kitchen_check::version,
            ))
            .load(&mut self.reader()?)?;
        let check = |(id, at_ms, body, version): (i32, i64, String, i32)| {
            let check = stored::request(version, &body).ok()?;
            Some(KeptCheck { id: CheckId(id), at_ms, check })
        };
        Ok(rows.into_iter().filter_map(check).collect())
    }

    /// Takes a check away, or puts it back.
    ///
    /// # Errors
    /// When there is none with this number in the other state.
    pub fn set_check_deleted(
        &self,
        id: CheckId,
        deleted_ms: Option<i64>,
    ) -> Result<(), StoreError> {
        let found = kitchen_check::table.find(id.0);
        let set = kitchen_check::deleted_ms.eq(deleted_ms);
        self.write(|connection| {
            let changed = if deleted_ms.is_some() {
                let there = found.filter(kitchen_check::deleted_ms.is_null());
                diesel::update(there).set(set).execute(connection)?
            } else {
                let gone = found.filter(kitchen_check::deleted_ms.is_not_null());
                diesel::update(gone).set(set).execute(connection)?
            };
            if changed == 0 { Err(StoreError::NoCheck { id: id.0 }) } else { Ok(()) }
        })
    }
}
