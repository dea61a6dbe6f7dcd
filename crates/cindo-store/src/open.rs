//! Opening the file: look before touching, then migrate, then a pool.

use std::os::unix::fs::MetadataExt;
use std::path::{Path, PathBuf};
use std::sync::Arc;
use std::time::Duration;

use diesel::connection::SimpleConnection;
use diesel::migration::MigrationSource;
use diesel::prelude::*;
use diesel::r2d2::{ConnectionManager, CustomizeConnection, Pool, PooledConnection};
use diesel::sql_types::Text;
use diesel::sqlite::Sqlite;
use diesel_migrations::{EmbeddedMigrations, MigrationHarness, embed_migrations};

use crate::StoreError;

const MIGRATIONS: EmbeddedMigrations = embed_migrations!("migrations");
/// Readers at once. `SQLite` takes one writer at a time: those who wait for it hold up no reader.
const READERS: u32 = 3;
/// Longer than `SQLite` itself waits for a lock.
const PATIENCE: Duration = Duration::from_secs(6);

/// The open data file.
#[derive(Clone)]
pub struct Store {
    readers: Connections,
    writer: Connections,
    place: Arc<FilePlace>,
}

/// Where the open file lies, and which file it is.
struct FilePlace {
    path: PathBuf,
    identity: FileIdentity,
}

/// Device and inode: a file that was deleted, moved or put in its place has others.
type FileIdentity = (u64, u64);

fn identity(path: &Path) -> Option<FileIdentity> {
    std::fs::metadata(path).ok().map(|file| (file.dev(), file.ino()))
}

type Connections = Pool<ConnectionManager<SqliteConnection>>;
type Borrowed = PooledConnection<ConnectionManager<SqliteConnection>>;

impl std::fmt::Debug for Store {
    fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        f.debug_struct("Store").finish_non_exhaustive()
    }
}

#[derive(Debug)]
struct EachConnection;

impl CustomizeConnection<SqliteConnection, diesel::r2d2::Error> for EachConnection {
    fn on_acquire(&self, connection: &mut SqliteConnection) -> Result<(), diesel::r2d2::Error> {
        // FULL: what was acknowledged is on the disk, not only with the operating system.
        connection
            .batch_execute(
                "PRAGMA busy_timeout = 5000; PRAGMA foreign_keys = ON; PRAGMA synchronous = FULL;",
            )
            .map_err(diesel::r2d2::Error::QueryError)
    }
}

#[derive(QueryableByName)]
struct Name {
    #[diesel(sql_type = Text)]
    name: String,
}

#[derive(QueryableByName)]
struct Version {
    #[diesel(sql_type = Text)]
    version: String,
}

impl Store {
    /// Opens a file, creating or updating its tables.
    ///
    /// # Errors
    /// A file that is damaged, of another program or written by a newer version; all of these are
    /// left as they are.
    pub fn open(path: &Path) -> Result<Self, StoreError> {
        let file = path.display().to_string();
        check_name(path)?;
        let unopenable = |cause: String| {
            StoreError::of_message(&cause)
                .unwrap_or_else(|| StoreError::Unopenable { file: file.clone(), cause })
        };
        let mut connection = SqliteConnection::establish(&file)
            .map_err(|e| unopenable(why_not_there(path).unwrap_or_else(|| e.to_string())))?;
        inspect(&mut connection, &file)?;
        connection
            .batch_execute("PRAGMA busy_timeout = 5000; PRAGMA journal_mode = WAL;")
            .map_err(|e| unopenable(e.to_string()))?;
        connection.run_pending_migrations(MIGRATIONS).map_err(|e| unopenable(e.to_string()))?;
        drop(connection);
        let pool = |size: u32| {
            Pool::builder()
                .max_size(size)
                .connection_timeout(PATIENCE)
                .connection_customizer(Box::new(EachConnection))
                .build(ConnectionManager::new(&file))
                .map_err(|e| unopenable(e.to_string()))
        };
        let path = std::path::absolute(path).map_err(|e| unopenable(e.to_string()))?;
        let identity = identity(&path).ok_or_else(|| unopenable("it is not there".to_owned()))?;
        let place = Arc::new(FilePlace { path, identity });
        Ok(Self { readers: pool(READERS)?, writer: pool(1)?, place })
    }

    /// Checks that the file at its path is the one that is open.
    ///
    /// # Errors
    /// [`StoreError::Replaced`] where it was deleted, moved or replaced: nothing that is written now would be
    /// there at the next start.
    pub fn check_place(&self) -> Result<(), StoreError> {
        if identity(&self.place.path) == Some(self.place.identity) {
            return Ok(());
        }
        Err(StoreError::Replaced)
    }

    pub(crate) fn reader(&self) -> Result<Borrowed, StoreError> {
        Ok(self.readers.get()?)
    }

    /// Runs every write: one immediate transaction, committed and on the disk when this returns, in the file that
    /// the next start opens.
    pub(crate) fn write<T>(
        &self,
        work: impl FnOnce(&mut SqliteConnection) -> Result<T, StoreError>,
    ) -> Result<T, StoreError> {
        self.check_place()?;
        let written = self.writer.get()?.immediate_transaction(work)?;
        self.check_place()?;
        Ok(written)
    }
}

/// Refuses, before anything is created, what `SQLite` would not take as the name of a file.
fn check_name(path: &Path) -> Result<(), StoreError> {
    let file = path.display().to_string();
    let why = if file.trim().is_empty() {
        "it has no name"
    } else if file.starts_with(':') {
        "it would be kept in memory only"
    } else if file.starts_with("file:") {
        "it is an address, not a file"
    } else if path.is_dir() {
        "it is a folder"
    } else {
        return Ok(());
    };
    Err(StoreError::Unusable { file, why })
}

/// Why a file that is not there could not be created, in better words than `SQLite`'s.
fn why_not_there(path: &Path) -> Option<String> {
    let folder = path.parent().filter(|folder| !folder.as_os_str().is_empty());
    let folder = folder.unwrap_or_else(|| Path::new("."));
    if path.exists() {
        None
    } else if folder.is_dir() {
        Some("it is not there, and its folder is read-only or full".to_owned())
    } else {
        Some(format!("there is no folder {}", folder.display()))
    }
}

/// Reads enough to know that the file is healthy and ours; writes nothing.
fn inspect(connection: &mut SqliteConnection, file: &str) -> Result<(), StoreError> {
    let damaged = |cause: String| {
        StoreError::of_message(&cause)
            .unwrap_or_else(|| StoreError::Damaged { file: file.to_owned(), cause })
    };
    let tables: Vec<Name> =
        diesel::sql_query("SELECT name FROM sqlite_master WHERE type = 'table'")
            .load(connection)
            .map_err(|e| damaged(e.to_string()))?;
    if tables.is_empty() {
        return Ok(());
    }
    let health: Vec<Name> = diesel::sql_query("SELECT quick_check AS name FROM pragma_quick_check")
        .load(connection)
        .map_err(|e| damaged(e.to_string()))?;
    if let Some(finding) = health.iter().find(|row| row.name != "ok") {
        return Err(damaged(finding.name.clone()));
    }
    if !tables.iter().any(|t| t.name == "__diesel_schema_migrations") {
        return Err(StoreError::Foreign { file: file.to_owned() });
    }
    let known: Vec<String> = MigrationSource::<Sqlite>::migrations(&MIGRATIONS)
        .map_err(|e| damaged(e.to_string()))?
        .iter()
        .map(|migration| migration.name().version().to_string())
        .collect();
    let applied: Vec<Version> =
        diesel::sql_query("SELECT version FROM __diesel_schema_migrations ORDER BY version")
            .load(connection)
            .map_err(|e| damaged(e.to_string()))?;
    match applied.into_iter().find(|row| !known.contains(&row.version)) {
        Some(row) => Err(StoreError::Newer { file: file.to_owned(), migration: row.version }),
        None => Ok(()),
    }
}

#[cfg(test)]
mod tests;
