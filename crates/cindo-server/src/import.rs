//! Bringing a card box or a log in: a job that looks through the file, says how far it is, and keeps what is
//! new once it is told to.

use std::collections::HashSet;
use std::sync::atomic::{AtomicU32, Ordering};
use std::sync::{Arc, Mutex, MutexGuard, PoisonError};
use std::time::{Duration, Instant};

use cindo_core::error::FieldError;
use cindo_core::prep::PrepChoices;
use cindo_core::setup::PlanRequest;
use cindo_store::{CardBox, NewCard};
use serde::Serialize;
use tokio_util::sync::CancellationToken;
use utoipa::ToSchema;

use crate::card_file::{self, FileCard, NAME_LIMIT};
use crate::error::ApiError;
use crate::solver::{Desk, Solver};

/// Jobs at a time, at work or waiting to be told to keep.
const MOST_JOBS: usize = 2;
/// A job that nobody has asked after for this long is dropped with all that it found.
const FORGOTTEN: Duration = Duration::from_mins(1);
/// Longest reason that a line gives, characters, and lines that give one.
const REASON_LIMIT: usize = 400;
const MOST_REASONS: usize = 1000;

/// How far a job is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub(crate) enum Stage {
    /// The file is being looked through; nothing is kept yet.
    Looking,
    /// All is looked through; it waits to be told to keep.
    Ready,
    /// What is new is being written.
    Keeping,
    /// What was new is in the box.
    Kept,
    /// It could not go on; nothing was kept.
    Failed,
}

/// What would happen to one card or entry of a file.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub(crate) enum Fate {
    /// It would be kept.
    New,
    /// It is here already; it would be passed over.
    Duplicate,
    /// It cannot be solved; it would be passed over.
    Unusable,
}

/// What would happen to one of them, and why.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub(crate) struct ImportLine {
    /// What the cook calls it.
    #[schema(max_length = 80)]
    name: String,
    /// What would happen.
    fate: Fate,
    /// Why it is unusable; of the first thousand that are.
    reason: Option<String>,
}

/// A job as it is told.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub(crate) struct ImportReport {
    /// Its number.
    pub(crate) id: u32,
    /// How far it is.
    stage: Stage,
    /// Cards or entries in the file.
    total: usize,
    /// Looked through so far.
    done: usize,
    /// Of these, new ones.
    new: usize,
    /// Of these, what is here already.
    duplicates: usize,
    /// Of these, what cannot be used.
    unusable: usize,
    /// The first of the lines below, counted from 0.
    from: usize,
    /// Some of the lines, in the file's order.
    lines: Vec<ImportLine>,
}

/// What a job has found so far.
#[derive(Debug)]
struct Found<N> {
    stage: Stage,
    lines: Vec<ImportLine>,
    reasons: usize,
    keep: Vec<N>,
    /// When somebody last asked.
    asked: Instant,
}

/// One file on its way in.
#[derive(Debug)]
pub(crate) struct Job<N> {
    id: u32,
    total: usize,
    found: Mutex<Found<N>>,
    ended: CancellationToken,
}

/// The jobs that there are.
#[derive(Debug)]
pub(crate) struct Imports<N> {
    jobs: Mutex<Vec<Arc<Job<N>>>>,
    last_id: AtomicU32,
}

impl<N> Default for Imports<N> {
    fn default() -> Self {
        Self { jobs: Mutex::default(), last_id: AtomicU32::default() }
    }
}

/// What became of one of a file: what to keep of it, nothing where it is here already, or why it is unusable.
pub(crate) type Looked<N> = Result<Option<N>, Vec<FieldError>>;

/// A job's state is whole between any two of its changes.
fn lock<T>(mutex: &Mutex<T>) -> MutexGuard<'_, T> {
    mutex.lock().unwrap_or_else(PoisonError::into_inner)
}

impl<N: Send + 'static> Imports<N> {
    /// Begins to look through what a file holds, each with its name and in its order.
    ///
    /// # Errors
    /// Busy, when others are at it.
    pub(crate) fn begin<I: Send + 'static>(
        self: &Arc<Self>,
        solver: &Solver,
        items: Vec<(String, I)>,
        look: impl FnMut(&Desk<'_>, I) -> Looked<N> + Send + 'static,
    ) -> Result<Arc<Job<N>>, ApiError> {
        let found = Found {
            stage: Stage::Looking,
            lines: Vec::with_capacity(items.len()),
            reasons: 0,
            keep: Vec::new(),
            asked: Instant::now(),
        };
        let job = Arc::new(Job {
            id: self.last_id.fetch_add(1, Ordering::Relaxed) + 1,
            total: items.len(),
            found: Mutex::new(found),
            ended: CancellationToken::new(),
        });
        {
            let mut jobs = lock(&self.jobs);
            if jobs.len() >= MOST_JOBS {
                return Err(ApiError::Busy);
            }
            jobs.push(Arc::clone(&job));
        }
        let (imports, solver, running) = (Arc::clone(self), solver.clone(), Arc::clone(&job));
        actix_web::rt::spawn(async move {
            let looked = Arc::clone(&running);
            let work = solver.run(move |desk| looked.look_through(desk, items, look));
            tokio::select! {
                outcome = work => {
                    if let Err(error) = &outcome {
                        tracing::error!(%error, "an import failed");
                    }
                    running.looked_through(outcome.is_ok());
                    running.left().await;
                }
                // The work is dropped with whoever waited for it.
                () = running.left() => {}
            }
            lock(&imports.jobs).retain(|job| job.id != running.id);
        });
        Ok(job)
    }

    /// A job by its number.
    ///
    /// # Errors
    /// Not found, when it has ended or was never begun.
    pub(crate) fn find(&self, id: u32) -> Result<Arc<Job<N>>, ApiError> {
        let found = lock(&self.jobs).iter().find(|job| job.id == id).cloned();
        found.ok_or_else(|| ApiError::NotFound(format!("no import {id} is under way")))
    }
}

impl<N> Job<N> {
    /// Ends it; what it found is forgotten.
    pub(crate) fn end(&self) {
        self.ended.cancel();
    }

    /// Until it is ended, or forgotten.
    async fn left(&self) {
        loop {
            tokio::select! {
                () = self.ended.cancelled() => return,
                () = tokio::time::sleep(FORGOTTEN / 10) => {}
            }
            if lock(&self.found).asked.elapsed() > FORGOTTEN {
                return;
            }
        }
    }

    fn look_through<I>(
        &self,
        desk: &Desk<'_>,
        items: Vec<(String, I)>,
        mut look: impl FnMut(&Desk<'_>, I) -> Looked<N>,
    ) {
        for (name, item) in items {
            if desk.is_left() {
                return;
            }
            let outcome = look(desk, item);
            let mut found = lock(&self.found);
            let (fate, reason) = match outcome {
                Ok(Some(new)) => {
                    found.keep.push(new);
                    (Fate::New, None)
                }
                Ok(None) => (Fate::Duplicate, None),
                Err(_) if found.reasons >= MOST_REASONS => (Fate::Unusable, None),
                Err(errors) => {
                    found.reasons += 1;
                    let reasons: Vec<String> = errors.iter().map(ToString::to_string).collect();
                    (Fate::Unusable, Some(reasons.join("; ").chars().take(REASON_LIMIT).collect()))
                }
            };
            found.lines.push(ImportLine { name, fate, reason });
        }
    }

    /// Says that the look is over. A server that stops ends it half way through.
    fn looked_through(&self, is_well: bool) {
        let mut found = lock(&self.found);
        let is_whole = is_well && found.lines.len() == self.total;
        found.stage = if is_whole { Stage::Ready } else { Stage::Failed };
    }

    /// How far it is, with some of its lines.
    pub(crate) fn report(&self, from: usize, limit: usize) -> ImportReport {
        let mut found = lock(&self.found);
        found.asked = Instant::now();
        let count = |fate| found.lines.iter().filter(|line| line.fate == fate).count();
        ImportReport {
            id: self.id,
            stage: found.stage,
            total: self.total,
            done: found.lines.len(),
            new: count(Fate::New),
            duplicates: count(Fate::Duplicate),
            unusable: count(Fate::Unusable),
            from,
            lines: found.lines.iter().skip(from).take(limit).cloned().collect(),
        }
    }

    /// Hands over what is to be kept, once; `write` says whether it was.
    ///
    /// # Errors
    /// Not yet or not any more, or what `write` says: then it is still there to be kept.
    pub(crate) fn keep<E>(&self, write: impl FnOnce(&[N]) -> Result<(), E>) -> Result<(), ApiError>
    where
        ApiError: From<E>,
    {
        let new = {
            let mut found = lock(&self.found);
            match found.stage {
                Stage::Ready => {}
                Stage::Looking => return Err(ApiError::Conflict("the file is still being read")),
                Stage::Keeping | Stage::Kept => {
                    return Err(ApiError::Conflict("it is kept already"));
                }
                Stage::Failed => return Err(ApiError::Conflict("it could not be read")),
            }
            found.stage = Stage::Keeping;
            std::mem::take(&mut found.keep)
        };
        let outcome = write(&new);
        let mut found = lock(&self.found);
        if outcome.is_ok() {
            found.stage = Stage::Kept;
        } else {
            found.keep = new;
            found.stage = Stage::Ready;
        }
        Ok(outcome?)
    }
}

/// Cards of a file, each with its name.
type Named = Vec<(String, FileCard)>;

/// Cards of a file as they are looked through, of which some are `known`.
pub(crate) fn cards(
    file: Vec<FileCard>,
    mut known: HashSet<String>,
) -> (Named, impl FnMut(&Desk<'_>, FileCard) -> Looked<NewCard> + Send + 'static) {
    let named = |card: FileCard| (card.name.trim().chars().take(NAME_LIMIT).collect(), card);
    let look = move |desk: &Desk<'_>, card: FileCard| {
        if known.insert(key(card.name.trim(), &card.request, card.choices.as_ref())) {
            let asked = (card.request, card.choices);
            card_file::solve(&desk.anew(), &card.name, &card.note, asked).map(Some)
        } else {
            Ok(None)
        }
    };
    (file.into_iter().map(named).collect(), look)
}

/// What makes two cards the same.
fn key(name: &str, request: &PlanRequest, choices: Option<&PrepChoices>) -> String {
    // What has no text is like nothing else that was asked for.
    serde_json::to_string(&(name, request, choices)).unwrap_or_default()
}

/// The cards of a box, as they are told apart.
pub(crate) fn keys(found: &CardBox) -> HashSet<String> {
    found.cards.iter().map(|c| key(&c.name, &c.request, c.choices.as_ref())).collect()
}

/// Of cards to be kept, those that a box does not hold.
pub(crate) fn still_new(cards: &[NewCard], present: &CardBox) -> Vec<NewCard> {
    let known = keys(present);
    let is_new = |c: &&NewCard| !known.contains(&key(&c.name, &c.request, c.choices.as_ref()));
    cards.iter().filter(is_new).cloned().collect()
}
