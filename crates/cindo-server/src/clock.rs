//! The server's clock. It runs on whatever happens to the clock on the wall: a cook's minutes are real minutes, also
//! where the machine's clock is set back, or the machine sleeps. The only place that reads clocks.

use std::sync::{Mutex, OnceLock, PoisonError};
use std::time::Duration;

use jiff::{SignedDuration, Timestamp};
use rustix::time::{ClockId, clock_gettime};

/// The wall's clock was moved when it is further off than this.
const JUMP: SignedDuration = SignedDuration::from_secs(2);

/// A moment on the wall's clock, and how long the machine had been up then.
#[derive(Debug, Clone, Copy)]
struct Anchor {
    at: Timestamp,
    up: Duration,
    /// The jump that was said last.
    said: SignedDuration,
}

static ANCHOR: OnceLock<Mutex<Anchor>> = OnceLock::new();

/// How long the machine has been up, asleep or not.
fn up() -> Duration {
    let now = clock_gettime(ClockId::Boottime);
    Duration::new(now.tv_sec.unsigned_abs(), now.tv_nsec.unsigned_abs().try_into().unwrap_or(0))
}

fn anchor() -> std::sync::MutexGuard<'static, Anchor> {
    let begun =
        || Mutex::new(Anchor { at: Timestamp::now(), up: up(), said: SignedDuration::ZERO });
    ANCHOR.get_or_init(begun).lock().unwrap_or_else(PoisonError::into_inner)
}

impl Anchor {
    fn now(&self, up: Duration) -> Timestamp {
        self.at.saturating_add(up.saturating_sub(self.up)).unwrap_or(self.at)
    }

    /// How far the wall's clock is ahead, where it was moved.
    fn jump(&self, wall: Timestamp, up: Duration) -> Option<SignedDuration> {
        let ahead = wall.duration_since(self.now(up));
        (ahead.abs() > JUMP).then_some(ahead)
    }

    /// A jump that was not said yet.
    fn new_jump(&mut self, wall: Timestamp, up: Duration) -> Option<SignedDuration> {
        let Some(ahead) = self.jump(wall, up) else {
            self.said = SignedDuration::ZERO;
            return None;
        };
        let is_new = (ahead - self.said).abs() > JUMP;
        self.said = ahead;
        is_new.then_some(ahead)
    }

    fn set(&mut self, at: Timestamp, up: Duration) {
        *self = Self { at, up, said: SignedDuration::ZERO };
    }
}

/// Now.
pub(crate) fn now() -> Timestamp {
    anchor().now(up())
}

/// Begins no earlier than `at`: what the file has is not after now.
pub(crate) fn begin_after(at: Timestamp) {
    let (up, mut anchor) = (up(), anchor());
    if anchor.now(up) < at {
        anchor.set(at, up);
    }
}

/// How far the wall's clock is ahead of this one since it was moved, s; none where it was not.
pub(crate) fn jump_s() -> Option<f64> {
    anchor().jump(Timestamp::now(), up()).map(|jump| jump.as_secs_f64())
}

/// The same, said once for each jump.
pub(crate) fn new_jump_s() -> Option<f64> {
    anchor().new_jump(Timestamp::now(), up()).map(|jump| jump.as_secs_f64())
}

/// Takes the time of the wall's clock.
pub(crate) fn follow_wall() {
    anchor().set(Timestamp::now(), up());
}

#[cfg(test)]
mod tests {
    use super::*;

    fn at(second: i64) -> Timestamp {
        Timestamp::from_second(1_800_000_000 + second).unwrap()
    }

    #[test]
    fn a_clock_set_back_stops_no_minutes_and_is_said_once() {
        let up = Duration::from_secs;
        let mut anchor = Anchor { at: at(0), up: up(100), said: SignedDuration::ZERO };
        assert_eq!(anchor.new_jump(at(60), up(160)), None, "a clock that goes on was not moved");
        let back = Some(SignedDuration::from_hours(-2));
        let wall = at(120 - 7200);
        assert_eq!(anchor.now(up(220)), at(120));
        assert_eq!(anchor.new_jump(wall, up(220)), back);
        assert_eq!(anchor.new_jump(at(180 - 7200), up(280)), None, "once");
        assert_eq!(anchor.jump(at(180 - 7200), up(280)), back, "but it is still so");
        assert_eq!(anchor.new_jump(at(240), up(340)), None, "set right again");
        assert_eq!(anchor.new_jump(at(300 - 7200), up(400)), back, "and back once more");
        anchor.set(at(300 - 7200), up(400));
        assert_eq!(anchor.now(up(460)), at(360 - 7200));
    }
}
