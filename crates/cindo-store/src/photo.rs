//! Photos of entries: one each, beside the entry.

use diesel::prelude::*;

use crate::log::next_revision;
use crate::schema::{log_entry, log_photo};
use crate::{EntryId, Store, StoreError};

impl Store {
    /// Keeps an entry's photo, a JPEG, in place of the one that it had, unless somebody else changed the entry since
    /// `revision`; with none, whatever they did.
    ///
    /// # Errors
    /// [`StoreError::Changed`] where somebody else did; when there is no such entry, or the file cannot be written.
    pub fn set_photo(
        &self,
        id: EntryId,
        revision: Option<i64>,
        jpeg: &[u8],
    ) -> Result<(), StoreError> {
        self.write(|connection| {
            let there: i64 = log_entry::table
                .filter(log_entry::id.eq(id.0).and(log_entry::deleted_ms.is_null()))
                .count()
                .get_result(connection)?;
            if there == 0 {
                return Err(StoreError::NoEntry { id: id.0 });
            }
            next_revision(connection, id, revision)?;
            diesel::replace_into(log_photo::table)
                .values((log_photo::entry_id.eq(id.0), log_photo::jpeg.eq(jpeg)))
                .execute(connection)?;
            Ok(())
        })
    }

    /// An entry's photo.
    ///
    /// # Errors
    /// When it has none.
    pub fn find_photo(&self, id: EntryId) -> Result<Vec<u8>, StoreError> {
        log_photo::table
            .find(id.0)
            .select(log_photo::jpeg)
            .first(&mut self.reader()?)
            .optional()?
            .ok_or(StoreError::NoPhoto { id: id.0 })
    }

    /// Whether an entry has a photo.
    ///
    /// # Errors
    /// When the file does not answer.
    pub fn has_photo(&self, id: EntryId) -> Result<bool, StoreError> {
        let found: i64 = log_photo::table
            .filter(log_photo::entry_id.eq(id.0))
            .count()
            .get_result(&mut self.reader()?)?;
        Ok(found > 0)
    }

    /// Takes an entry's photo away.
    ///
    /// # Errors
    /// When it has none.
    pub fn remove_photo(&self, id: EntryId) -> Result<(), StoreError> {
        self.write(|connection| {
            match diesel::delete(log_photo::table.find(id.0)).execute(connection)? {
                0 => Err(StoreError::NoPhoto { id: id.0 }),
                _ => Ok(()),
            }
        })
    }
}
