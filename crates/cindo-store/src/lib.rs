//! What a cook keeps, in one `SQLite` file: the only place that knows tables.

mod card;
mod cook;
mod kitchen;
mod line_up;
mod log;
mod open;
mod photo;
mod raw;
mod schema;
mod stored;

pub use card::{Card, CardBox, CardId, CardPage, Headline, NewCard, UnreadableCard};
pub use cook::{
    Cook, CookAddition, CookId, CookLine, CookLines, EntryChange, KeptEvent, KeptReading, NewCook,
    Probe,
};
pub use kitchen::{CheckId, KeptCheck, KeptKitchen};
pub use line_up::{KeptLineUp, LineUpId, LineUpLine, NewLineUp};
pub use log::{CountBy, Counted, EntryId, EntryLine, KeptEntry, LogFilter, LogPage, NewEntry};
pub use open::Store;
pub use raw::{RawField, RowKind};

/// What can go wrong with the file or a request to it.
#[derive(Debug, thiserror::Error)]
#[non_exhaustive]
pub enum StoreError {
    /// The file was written by a newer Cindo.
    #[error(
        "{file} was written by a newer version of Cindo (it knows {migration}); it is left untouched: update Cindo or choose another file with --data"
    )]
    Newer {
        /// Path of the file.
        file: String,
        /// The first migration that this version does not know.
        migration: String,
    },
    /// The file is not a healthy `SQLite` database.
    #[error(
        "{file} is damaged or not a database ({cause}); it is left untouched: restore a copy or choose another file with --data"
    )]
    Damaged {
        /// Path of the file.
        file: String,
        /// What `SQLite` says.
        cause: String,
    },
    /// A database of something else.
    #[error(
        "{file} is a database of another program; it is left untouched: choose another file with --data"
    )]
    Foreign {
        /// Path of the file.
        file: String,
    },
    /// The file cannot be opened at all.
    #[error("{file} cannot be opened: {cause}")]
    Unopenable {
        /// Path of the file.
        file: String,
        /// What `SQLite` says.
        cause: String,
    },
    /// No such card, or it is not in the state that the request needs.
    #[error("card {id} is not in the box")]
    NotFound {
        /// The id asked for.
        id: i32,
    },
    /// No such cook, or it is not in the state that the request needs.
    #[error("there is no cook {id}")]
    NoCook {
        /// The id asked for.
        id: i32,
    },
    /// A stored cook does not read back.
    #[error("cook {id} does not read back: {cause}")]
    UnreadableCook {
        /// The cook.
        id: i32,
        /// What the reader says.
        cause: String,
    },
    /// No such entry of the log, or it is not in the state that the request needs.
    #[error("there is no entry {id} in the log")]
    NoEntry {
        /// The id asked for.
        id: i32,
    },
    /// No such check.
    #[error("there is no check {id}")]
    NoCheck {
        /// The id asked for.
        id: i32,
    },
    /// No such line-up, or it is not in the state that the request needs.
    #[error("there is no line-up {id}")]
    NoLineUp {
        /// The id asked for.
        id: i32,
    },
    /// A stored line-up does not read back.
    #[error("line-up {id} does not read back: {cause}")]
    UnreadableLineUp {
        /// The line-up.
        id: i32,
        /// What the reader says.
        cause: String,
    },
    /// No such row.
    #[error("there is no such row in the file")]
    NoRow,
    /// An entry has no photo.
    #[error("entry {id} of the log has no photo")]
    NoPhoto {
        /// The entry.
        id: i32,
    },
    /// A stored entry does not read back.
    #[error("entry {id} of the log does not read back: {cause}")]
    UnreadableEntry {
        /// The entry.
        id: i32,
        /// What the reader says.
        cause: String,
    },
    /// The stored kitchen does not read back.
    #[error("the kitchen does not read back: {cause}")]
    UnreadableKitchen {
        /// What the reader says.
        cause: String,
    },
    /// Somebody else changed it meanwhile.
    #[error("somebody else changed it meanwhile: look at it again")]
    Changed,
    /// The file or its folder may not be written.
    #[error(
        "the data file or its folder is read-only: nothing was kept; allow writing, or choose another file with --data"
    )]
    ReadOnly,
    /// There is no room for it.
    #[error("there is no room left for the data file: nothing was kept; make room and try again")]
    Full,
    /// The file was deleted, moved or replaced while it was open.
    #[error(
        "the data file was deleted or replaced while Cindo runs: nothing more is kept; put it back in its place, or start Cindo again"
    )]
    Replaced,
    /// Somebody else keeps the file locked.
    #[error("another program keeps the data file busy: nothing was kept; try again in a moment")]
    Busy,
    /// A name that is no name of a file to keep.
    #[error("{file} cannot hold a card box: {why}; choose another file with --data")]
    Unusable {
        /// The name.
        file: String,
        /// Why.
        why: &'static str,
    },
    /// A row holds what is no text.
    #[error("it does not read back: {0}")]
    NotText(String),
    /// A query failed.
    #[error("the data file does not answer: {0}")]
    Query(diesel::result::Error),
    /// A stored value does not read back.
    #[error("card {id} does not read back: {cause}")]
    Unreadable {
        /// The card.
        id: i32,
        /// What the reader says.
        cause: String,
    },
}

impl StoreError {
    /// The error that a message of `SQLite` means, where it means one of its own.
    fn of_message(message: &str) -> Option<Self> {
        let says = |words: &str| message.contains(words);
        if says("readonly database") {
            Some(Self::ReadOnly)
        } else if says("disk is full") || says("disk I/O error") {
            // Past a limit on the size of files a write fails as a failure of the disk.
            Some(Self::Full)
        } else if says("is locked") || says("is busy") {
            Some(Self::Busy)
        } else {
            None
        }
    }
}

impl From<diesel::result::Error> for StoreError {
    fn from(error: diesel::result::Error) -> Self {
        match error {
            diesel::result::Error::DeserializationError(cause) => Self::NotText(cause.to_string()),
            error => Self::of_message(&error.to_string()).unwrap_or(Self::Query(error)),
        }
    }
}

impl From<diesel::r2d2::PoolError> for StoreError {
    fn from(_: diesel::r2d2::PoolError) -> Self {
        Self::Busy
    }
}
