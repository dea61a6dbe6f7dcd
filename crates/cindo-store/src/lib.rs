//! What a cook keeps, in one `SQLite` file: the only place that knows tables.

mod card;
mod open;
mod schema;
mod stored;

pub use card::{Card, CardId, Headline, NewCard};
pub use open::Store;

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
    /// A query failed.
    #[error("the data file does not answer: {0}")]
    Query(#[from] diesel::result::Error),
    /// No connection in time.
    #[error("the data file is busy: {0}")]
    Pool(#[from] diesel::r2d2::PoolError),
    /// A stored value does not read back.
    #[error("card {id} does not read back: {cause}")]
    Unreadable {
        /// The card.
        id: i32,
        /// What the reader says.
        cause: String,
    },
}
