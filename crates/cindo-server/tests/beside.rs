//! How long a cook waits while others ask for much: alone in its file, so that no other test is
//! measured with it.

#![expect(clippy::unwrap_used, reason = "a helper that cannot work should stop its test")]
#![expect(clippy::print_stdout, reason = "figures are printed where they were measured")]

mod support;

use std::io::Write;
use std::net::TcpStream;
use std::sync::atomic::{AtomicBool, Ordering};
use std::sync::{Mutex, PoisonError};
use std::time::{Duration, Instant};

use support::{HAKE, JSON, Server, over_the_line, slow};

/// Each has the machine to itself.
static ALONE: Mutex<()> = Mutex::new(());

/// Fifty that never stop are measured for so long.
const TIRELESS: Duration = Duration::from_secs(20);

/// While hundred of the slowest questions are being worked on, and when all who asked them have left, a
/// plan comes as if nothing were.
#[test]
fn short_work_is_not_behind_long_work_nor_behind_work_for_nobody() {
    let _alone = ALONE.lock().unwrap_or_else(PoisonError::into_inner);
    let server = Server::demo();
    let done = AtomicBool::new(false);
    let plan = |i: u32| {
        let body = HAKE.replace("\"thickness_mm\":28", &format!("\"thickness_mm\":28.{i:03}"));
        let from = Instant::now();
        assert_eq!(server.post("/api/plan", &body).status, 200);
        from.elapsed()
    };
    let mut within: Vec<Duration> = std::thread::scope(|scope| {
        for i in 0..100 {
            let (server, done) = (&server, &done);
            scope.spawn(move || {
                let mut connection = TcpStream::connect(server.address()).unwrap();
                let headers = [("Host", server.address()), JSON];
                let body = slow(i);
                connection
                    .write_all(&over_the_line("POST", "/api/ladder", &headers, &body))
                    .unwrap();
                // Leaves without its answer when the time is over.
                while !done.load(Ordering::Relaxed) {
                    std::thread::sleep(Duration::from_millis(20));
                }
            });
        }
        std::thread::sleep(Duration::from_secs(3));
        // On a machine that does other things too the middle one of three series counts.
        let within = (0..3)
            .map(|series| {
                let mut took: Vec<Duration> = (40 * series..40 * series + 40).map(&plan).collect();
                took.sort();
                println!("median {:?}, 95 % within {:?}", took[20], took[37]);
                took[37]
            })
            .collect();
        done.store(true, Ordering::Relaxed);
        within
    });
    within.sort();
    assert!(within[1] < Duration::from_millis(400), "{within:?}");
    // All have left: their work ends.
    std::thread::sleep(Duration::from_millis(500));
    let before = worked_s(server.pid());
    std::thread::sleep(Duration::from_secs(1));
    let worked = worked_s(server.pid()) - before;
    println!("{worked:.2} s of work in the second after all had left");
    assert!(worked < 0.1, "{worked:.2} s of work for nobody");
    assert_eq!(server.post("/api/ladder", &slow(99)).status, 200);
}

/// Seconds that a process has worked.
fn worked_s(pid: u32) -> f64 {
    let stat = std::fs::read_to_string(format!("/proc/{pid}/stat")).unwrap();
    let (_, fields) = stat.rsplit_once(')').unwrap();
    let ticks = |i: usize| fields.split_whitespace().nth(i).unwrap().parse::<f64>().unwrap();
    // User and system time, in hundredths of a second.
    (ticks(11) + ticks(12)) / 100.0
}

/// Fifty askers that never stop, each with the slowest question there is: somebody else's plan is not behind them.
#[test]
fn fifty_tireless_askers_hold_nobody_up() {
    let _alone = ALONE.lock().unwrap_or_else(PoisonError::into_inner);
    let server = Server::demo();
    let done = AtomicBool::new(false);
    let within = std::thread::scope(|scope| {
        for i in 0..50 {
            let (server, done) = (&server, &done);
            scope.spawn(move || {
                let agent = Server::agent();
                let mut asked = 0;
                while !done.load(Ordering::Relaxed) {
                    asked += 1;
                    server.ask(&agent, ("POST", "/api/ladder"), &[JSON], &slow(1000 * i + asked));
                }
            });
        }
        std::thread::sleep(Duration::from_secs(3));
        let agent = Server::agent();
        let mut took = Vec::new();
        let begun = Instant::now();
        while begun.elapsed() < TIRELESS {
            let mm = format!("\"thickness_mm\":29.{:03}", took.len());
            let body = HAKE.replace("\"thickness_mm\":28", &mm);
            let from = Instant::now();
            assert_eq!(server.ask(&agent, ("POST", "/api/plan"), &[JSON], &body), 200);
            took.push(from.elapsed());
        }
        done.store(true, Ordering::Relaxed);
        took.sort();
        println!(
            "{} plans, median {:?}, 95 % within {:?}",
            took.len(),
            took[took.len() / 2],
            took[took.len() * 95 / 100]
        );
        took[took.len() * 95 / 100]
    });
    assert!(within < Duration::from_millis(400), "{within:?}");
}
