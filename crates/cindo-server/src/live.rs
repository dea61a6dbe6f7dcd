//! What goes on, told to every page that listens: server-sent events with numbers, so that one that was
//! away for a moment misses nothing and hears nothing twice.

use std::collections::VecDeque;
use std::sync::{Arc, Mutex, PoisonError};
use std::time::Duration;

use actix_web_lab::sse;
use futures_util::{Stream, StreamExt};
use serde::Serialize;
use tokio::sync::broadcast::error::RecvError;
use tokio::sync::broadcast::{self, Receiver, Sender};
use tokio_util::sync::CancellationToken;

use crate::routes::cook::CookDto;

/// So much is kept for those who come back, bytes.
const KEPT_BYTES: usize = 16 << 20;
/// Whoever is this many messages behind is dropped: it comes back and asks for what it missed.
const BEHIND: usize = 64;
/// A sign of life for those who hear nothing.
pub(crate) const ALIVE: Duration = Duration::from_secs(10);

/// One message.
#[derive(Debug, Clone)]
struct Message {
    number: u64,
    kind: &'static str,
    text: Arc<str>,
}

#[derive(Debug)]
struct State {
    next: u64,
    kept: VecDeque<Message>,
    kept_bytes: usize,
    sender: Sender<Message>,
}

/// Where messages are told, and listened to.
#[derive(Debug, Clone)]
pub(crate) struct Live {
    /// Tells this run of the server from others: its numbers begin anew.
    run: Arc<str>,
    state: Arc<Mutex<State>>,
    closed: CancellationToken,
}

impl Live {
    /// For a run of the server with a name of its own.
    pub(crate) fn new(run: &str) -> Self {
        let sender = broadcast::channel(BEHIND).0;
        let state = State { next: 1, kept: VecDeque::new(), kept_bytes: 0, sender };
        Self {
            run: run.into(),
            state: Arc::new(Mutex::new(state)),
            closed: CancellationToken::new(),
        }
    }

    /// Tells everybody who listens.
    pub(crate) fn tell(&self, kind: &'static str, message: &impl Serialize) {
        let Ok(text) = serde_json::to_string(message) else { return };
        let mut state = self.state.lock().unwrap_or_else(PoisonError::into_inner);
        let message = Message { number: state.next, kind, text: text.into() };
        state.next += 1;
        state.kept_bytes += message.text.len();
        state.kept.push_back(message.clone());
        while state.kept_bytes > KEPT_BYTES
            && let Some(oldest) = state.kept.pop_front()
        {
            state.kept_bytes -= oldest.text.len();
        }
        // Nobody may be listening.
        let _ = state.sender.send(message);
    }

    /// Tells how a cook stands, with those of its events that are new.
    pub(crate) fn tell_cook(&self, cook: &CookDto, new_events: usize) {
        self.tell("cook", &cook.with_events(new_events));
    }

    /// Whether the server is stopping.
    pub(crate) fn is_closed(&self) -> bool {
        self.closed.is_cancelled()
    }

    /// Ends every stream.
    pub(crate) fn close(&self) {
        self.closed.cancel();
    }

    /// What comes from now on, after what was missed since the message `last`. The first event says
    /// whether that could be told: `missed` when it could not, and whoever listens asks for everything.
    pub(crate) fn listen(
        &self,
        last: Option<&str>,
    ) -> impl Stream<Item = sse::Event> + 'static + use<> {
        let state = self.state.lock().unwrap_or_else(PoisonError::into_inner);
        let receiver = state.sender.subscribe();
        let first_kept = state.kept.front().map_or(state.next, |message| message.number);
        let known = last
            .and_then(|id| id.strip_prefix(&*self.run)?.strip_prefix('-')?.parse().ok())
            .filter(|known: &u64| known + 1 >= first_kept && *known < state.next);
        let missed: VecDeque<Message> = match known {
            Some(known) => state.kept.iter().filter(|m| m.number > known).cloned().collect(),
            None => VecDeque::new(),
        };
        let hello = known.is_none().then(|| {
            let id = format!("{}-{}", self.run, state.next - 1);
            sse::Event::Data(sse::Data::new("{}").event("missed").id(id))
        });
        drop(state);
        let listener = Listener { run: Arc::clone(&self.run), hello, missed, receiver };
        let closed = self.closed.clone();
        let events =
            futures_util::stream::unfold((listener, closed), |(mut listener, closed)| async move {
                let event = tokio::select! {
                    event = listener.next() => event?,
                    () = closed.cancelled() => return None,
                };
                Some((event, (listener, closed)))
            });
        events.fuse()
    }
}

/// One page that listens.
struct Listener {
    run: Arc<str>,
    hello: Option<sse::Event>,
    missed: VecDeque<Message>,
    receiver: Receiver<Message>,
}

impl Listener {
    async fn next(&mut self) -> Option<sse::Event> {
        if let Some(hello) = self.hello.take() {
            return Some(hello);
        }
        let message = match self.missed.pop_front() {
            Some(message) => message,
            None => match self.receiver.recv().await {
                Ok(message) => message,
                Err(RecvError::Lagged(_) | RecvError::Closed) => return None,
            },
        };
        let id = format!("{}-{}", self.run, message.number);
        Some(sse::Event::Data(sse::Data::new(&*message.text).event(message.kind).id(id)))
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use futures_util::FutureExt;

    /// Events that are there without waiting, as text.
    fn heard(stream: &mut (impl Stream<Item = sse::Event> + Unpin)) -> Vec<String> {
        std::iter::from_fn(|| stream.next().now_or_never().flatten())
            .map(|event| format!("{event:?}"))
            .collect()
    }

    #[tokio::test]
    async fn whoever_comes_back_misses_nothing_and_hears_nothing_twice() {
        let live = Live::new("a");
        let mut page = Box::pin(live.listen(None));
        assert!(heard(&mut page)[0].contains("missed"), "it asks for everything first");
        for i in 1..=3 {
            live.tell("cook", &i);
        }
        assert_eq!(heard(&mut page).len(), 3);
        let back = |last: &str| heard(&mut Box::pin(live.listen(Some(last)))).len();
        assert_eq!((back("a-1"), back("a-3"), back("a-2")), (2, 0, 1));
        // Of another run, from the future, no number: everything is to be asked for.
        for last in ["b-1", "a-4", "a-", "x", ""] {
            let heard = heard(&mut Box::pin(live.listen(Some(last))));
            assert!(heard.len() == 1 && heard[0].contains("missed"), "{last}: {heard:?}");
        }
        let long = "x".repeat(KEPT_BYTES / (2 * BEHIND));
        for _ in 0..3 * BEHIND {
            live.tell("cook", &long);
        }
        {
            let state = live.state.lock().unwrap();
            let bytes: usize = state.kept.iter().map(|message| message.text.len()).sum();
            assert!(bytes == state.kept_bytes && bytes <= KEPT_BYTES && bytes > KEPT_BYTES / 2);
        }
        assert!(
            heard(&mut Box::pin(live.listen(Some("a-2"))))[0].contains("missed"),
            "too long ago"
        );
        // Whoever is too far behind is dropped.
        assert!(heard(&mut page).is_empty() && page.next().await.is_none());
    }

    #[tokio::test]
    async fn closing_ends_every_stream() {
        let live = Live::new("a");
        let mut page = Box::pin(live.listen(None));
        live.close();
        while page.next().await.is_some() {}
    }
}
