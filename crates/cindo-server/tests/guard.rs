//! Attacks from outside: foreign pages, packed and endless bodies, askers who leave, and the ways to end.

#![expect(clippy::unwrap_used, reason = "a helper that cannot work should stop its test")]

mod support;

use std::fs::File;
use std::io::{BufRead, BufReader, Read, Write};
use std::net::TcpStream;
use std::os::unix::fs::{MetadataExt, PermissionsExt};
use std::os::unix::process::CommandExt;
use std::path::Path;
use std::process::{Command, Stdio};
use std::time::Duration;

use serde_json::{Value, json};
use support::{HAKE, JSON, PAN, Server, over_the_line, slow};

fn status(answer: &str) -> u16 {
    answer.split(' ').nth(1).and_then(|code| code.parse().ok()).unwrap_or_default()
}

#[test]
fn only_this_machine_and_its_own_pages_may_ask() {
    let server = Server::demo();
    let here = server.address().to_owned();
    let origin = format!("http://{here}");
    let card = format!(r#"{{"name":"theirs","note":"","request":{HAKE}}}"#);
    let before = server.get("/api/cards").json()["cards"].as_array().unwrap().len();
    for (method, path, headers, body, wanted) in [
        ("GET", "/api/cards", vec![("Host", "evil.example")], "", 403),
        ("GET", "/api/cards", vec![("Host", "localhost.evil.example:80")], "", 403),
        ("GET", "/api/cards", vec![("Host", &*here), ("Origin", "http://evil.example")], "", 403),
        ("GET", "/api/cards", vec![("Host", &*here), ("Origin", "null")], "", 403),
        ("GET", "/api/cards", vec![("Host", &*here), ("Sec-Fetch-Site", "cross-site")], "", 403),
        ("GET", "/api/cards", vec![("Host", &*here), ("Sec-Fetch-Site", "same-site")], "", 403),
        ("POST", "/api/cards", vec![("Host", "evil.example"), JSON], &card, 403),
        ("POST", "/%61pi/cards", vec![("Host", "evil.example"), JSON], &card, 403),
        ("GET", "/ap%69/cards", vec![("Host", "evil.example")], "", 403),
        ("POST", "/api/cards", vec![("Host", &*here), ("Content-Type", "text/plain")], &card, 415),
        ("POST", "/api/cards", vec![("Host", &*here)], &card, 415),
        (
            "POST",
            "/api/cards/import",
            vec![("Host", &*here), ("Content-Type", "text/plain")],
            "{}",
            415,
        ),
        (
            "DELETE",
            "/api/cards/1",
            vec![("Host", &*here), ("Origin", "http://evil.example")],
            "",
            403,
        ),
        ("GET", "/api/cards", vec![("Host", &*here)], "", 200),
        ("GET", "/api/cards", vec![("Host", &*here), ("Origin", &*origin)], "", 200),
        ("GET", "/api/cards", vec![("Host", &*here), ("Sec-Fetch-Site", "same-origin")], "", 200),
        (
            "POST",
            "/api/plan",
            vec![("Host", &*here), ("Content-Type", "application/json; charset=utf-8")],
            HAKE,
            200,
        ),
    ] {
        let answer = server.raw(&over_the_line(method, path, &headers, body));
        assert_eq!(status(&answer), wanted, "{method} {path} {headers:?}: {answer:.300}");
        if wanted != 200 {
            assert!(answer.contains("application/problem+json"), "{answer}");
        }
    }
    assert_eq!(server.get("/api/cards").json()["cards"].as_array().unwrap().len(), before);
}

#[test]
fn every_address_says_what_it_takes() {
    let server = Server::demo();
    for (method, path, wanted) in [
        ("GET", "/api/plan", 405),
        ("PUT", "/api/cards", 405),
        ("DELETE", "/api/health", 405),
        ("POST", "/api/openapi.json", 405),
        ("GET", "/api/cards/1/restore", 405),
        ("GET", "/api/nowhere", 404),
        ("HEAD", "/api/cards", 200),
        ("HEAD", "/api/health", 200),
    ] {
        let answer = server.send(method, path, &[JSON], "");
        assert_eq!(answer.status, wanted, "{method} {path}");
        if wanted == 405 {
            assert!(answer.header("allow").is_some_and(|allowed| !allowed.contains(method)));
        }
        if method == "HEAD" {
            assert!(answer.body.is_empty());
        }
    }
    for (body, wanted) in [("{", 400), ("", 400), ("nonsense", 400), ("[]", 422), ("7", 422)] {
        assert_eq!(server.post("/api/plan", body).status, wanted, "{body:?}");
    }
    let list = r#"{"piece":["hake"],"method":"sear","doneness":50}"#;
    assert_eq!(server.post("/api/plan", list).status, 422);
}

#[test]
fn packed_and_held_bodies_cost_nothing() {
    let server = Server::demo();
    assert_eq!(server.post("/api/plan", HAKE).status, 200);
    let before = support::memory_mb(server.pid());
    for coding in ["br", "gzip", "deflate", "zstd", "gzip, br", "x"] {
        let headers = [JSON, ("content-encoding", coding)];
        assert_eq!(server.send("POST", "/api/plan", &headers, "packed").status, 415, "{coding}");
    }
    // Two hundred bodies of 2 MB that stop one byte before their end.
    let headers = [("Host", server.address()), JSON];
    let head = over_the_line("POST", "/api/cards/import", &headers, "");
    let head =
        String::from_utf8(head).unwrap().replace("\r\n\r\n", "\r\nContent-Length: 2000000\r\n\r\n");
    let mut held = Vec::new();
    for _ in 0..200 {
        let mut connection = TcpStream::connect(server.address()).unwrap();
        connection.set_write_timeout(Some(Duration::from_millis(300))).unwrap();
        connection.write_all(head.as_bytes()).unwrap();
        let _ = connection.write_all(&vec![b' '; 1_999_999]);
        held.push(connection);
        if held.len() % 50 == 0 {
            assert_eq!(server.post("/api/plan", HAKE).status, 200, "others are answered meanwhile");
        }
    }
    let grown = support::memory_mb(server.pid()) - before;
    // 32 MB of room, and what each of two hundred connections holds before it takes any.
    assert!(grown < 120.0, "{grown:.0} MB for bodies that never ended");
    // Those that were being read are told that it took too long.
    let mut first = held.swap_remove(0);
    first.set_read_timeout(Some(Duration::from_secs(15))).unwrap();
    let mut answer = [0; 64];
    let n = first.read(&mut answer).unwrap();
    assert_eq!(status(&String::from_utf8_lossy(&answer[..n])), 408);
}

#[test]
fn answers_and_complaints_stay_small() {
    let server = Server::demo();
    let mut request: Value = serde_json::from_str(HAKE).unwrap();
    let mut ask = |change: &dyn Fn(&mut Value)| {
        request = serde_json::from_str(HAKE).unwrap();
        change(&mut request);
        server.post("/api/plan", &request.to_string())
    };
    let short = ask(&|r| r["out_s"] = json!(1));
    assert_eq!(short.status, 200);
    assert!(short.body.len() < 400_000, "{}", short.body.len());
    assert!(short.json()["series"]["time_s"].as_array().unwrap().len() <= 400);
    let long = "\u{1b}[2Jx".repeat(100_000);
    let mut refused = vec![
        ask(&|r| r["gear"] = (0..100_000).map(|i| json!(format!("pan {i}"))).collect()),
        ask(&|r| r["gear"] = (0..90).map(|i| json!(format!("{long:.9000}{i}"))).collect()),
        ask(&|r| r["method"] = json!(long)),
        ask(&|r| r["school"] = json!(long)),
        ask(&|r| r[&long] = json!(1)),
        ask(&|r| r["doneness"] = json!(long)),
    ];
    let sides: Value = (0..20_000).map(|i| (format!("side {i}"), json!("x"))).collect();
    let prep = json!({ "plan": serde_json::from_str::<Value>(HAKE).unwrap(), "choices": { "sides": sides } });
    refused.push(server.post("/api/prep", &prep.to_string()));
    for answer in refused {
        assert_eq!(answer.status, 422);
        assert!(answer.body.len() < 20_000, "{} bytes", answer.body.len());
        assert!(answer.fields().len() <= 20);
        assert!(!answer.json().to_string().contains("\\u001b"), "no terminal is told anything");
    }
}

#[test]
fn a_log_line_is_short_and_there_is_one() {
    let mut folder = tempfile::tempfile().unwrap();
    let log = Stdio::from(folder.try_clone().unwrap());
    let server = Server::logging(&["--demo"], log);
    let long = format!("/api/cards/{}", "x".repeat(5000));
    for _ in 0..5 {
        assert_eq!(server.get(&long).status, 404);
        assert_eq!(server.post("/api/plan", r#"{"piece":7}"#).status, 422);
    }
    assert_eq!(server.stop(), Some(0));
    let mut text = String::new();
    std::io::Seek::rewind(&mut folder).unwrap();
    folder.read_to_string(&mut text).unwrap();
    let lines: Vec<&str> = text.lines().filter(|l| l.contains("/api/")).collect();
    assert_eq!(lines.len(), 10, "{text}");
    assert!(text.lines().all(|l| l.len() < 2000 && serde_json::from_str::<Value>(l).is_ok()));
}

/// Past a bounded queue a server says that it is busy and when to ask again.
#[test]
fn too_many_at_once_are_turned_away() {
    let server = Server::demo();
    let answers: Vec<String> = std::thread::scope(|scope| {
        let ask = |i| {
            let server = &server;
            scope.spawn(move || {
                let headers = [("Host", server.address()), JSON];
                server.raw(&over_the_line("POST", "/api/ladder", &headers, &slow(i)))
            })
        };
        let asked: Vec<_> = (0..160).map(ask).collect();
        asked.into_iter().map(|thread| thread.join().unwrap()).collect()
    });
    let busy: Vec<&String> = answers.iter().filter(|a| status(a) == 503).collect();
    assert!(!busy.is_empty(), "{:?}", answers.iter().map(|a| status(a)).collect::<Vec<_>>());
    assert!(busy.iter().all(|a| a.to_lowercase().contains("retry-after: ")));
    assert_eq!(server.post("/api/plan", HAKE).status, 200);
}

/// A plan that the server is known to have begun to read: it has said so (RFC 9110, 10.1.1),
/// and has been sent the rest. What merely knocks when a server stops may be turned away.
fn begun(server: &Server, plan: &str) -> TcpStream {
    const GO_ON: &[u8] = b"HTTP/1.1 100 Continue\r\n\r\n";
    let mut connection = TcpStream::connect(server.address()).unwrap();
    connection.set_read_timeout(Some(Duration::from_secs(15))).unwrap();
    let headers = [("Host", server.address()), JSON, ("Expect", "100-continue")];
    let request = over_the_line("POST", "/api/plan", &headers, plan);
    let (head, body) = request.split_at(request.len() - plan.len());
    connection.write_all(head).unwrap();
    let mut said = [0; GO_ON.len()];
    connection.read_exact(&mut said).unwrap();
    assert_eq!(said, GO_ON);
    connection.write_all(body).unwrap();
    connection
}

#[test]
fn every_signal_finishes_what_runs_and_ends_with_nobody_reading() {
    for signal in ["-INT", "-TERM", "-HUP"] {
        // A pipe that nobody reads.
        let mut server = Server::logging(&["--demo"], Stdio::piped());
        for _ in 0..1000 {
            assert_eq!(server.post("/api/plan", r#"{"piece":7}"#).status, 422);
        }
        let mut asked: Vec<TcpStream> =
            (0..20).map(|i| begun(&server, &HAKE.replace("28,", &format!("28.{i:02},")))).collect();
        Command::new("kill").args([signal, &server.pid().to_string()]).status().unwrap();
        let statuses: Vec<u16> = asked
            .iter_mut()
            .map(|connection| {
                let mut answer = Vec::new();
                let _ = connection.read_to_end(&mut answer);
                status(&String::from_utf8_lossy(&answer))
            })
            .collect();
        assert!(statuses.iter().all(|s| *s == 200), "{signal}: {statuses:?}");
        assert_eq!(server.ended_within(Duration::from_secs(4)), Some(0), "{signal}");
    }
}

/// The server, started by a shell that first does something to itself.
fn through_a_shell(before: &str) -> Command {
    let mut shell = Command::new("sh");
    shell.args(["-c", &format!("{before} exec \"$0\" \"$@\""), env!("CARGO_BIN_EXE_cindo")]);
    shell
}

#[test]
fn a_closed_output_is_no_reason_to_die() {
    let folder = tempfile::tempdir().unwrap();
    let mut shell = through_a_shell("exec >&-;");
    let file = folder.path().join("box.db");
    shell.args(["serve", "--port", "0", "--data"]).arg(&file).stderr(Stdio::piped());
    let mut child = shell.spawn().unwrap();
    let log = BufReader::new(child.stderr.take().unwrap());
    let line = log.lines().map_while(Result::ok).find(|line| line.contains("listening on"));
    assert!(line.is_some_and(|line| line.contains("127.0.0.1:")));
    Command::new("kill").args(["-TERM", &child.id().to_string()]).status().unwrap();
    assert_eq!(child.wait().unwrap().code(), Some(0));
}

/// When the file may not grow any more: 507, nothing is acknowledged that is not kept, what was kept is
/// still read, and with room again everything goes on.
#[test]
fn a_full_disk_is_said_and_loses_nothing() {
    let folder = tempfile::tempdir().unwrap();
    let (file, log) = (folder.path().join("box.db"), folder.path().join("log"));
    let arguments = ["--data", file.to_str().unwrap()];
    // In blocks of 512 bytes.
    let mut shell = through_a_shell("ulimit -f 600;");
    let server = Server::run(&mut shell, &arguments, File::create(&log).unwrap().into());
    let ask = |method: &str, body: &str| {
        let headers = [("Host", server.address()), JSON];
        let answer = server.raw(&over_the_line(method, "/api/cards", &headers, body));
        assert!(!answer.is_empty(), "{}", std::fs::read_to_string(&log).unwrap());
        answer
    };
    let note = "x".repeat(2000);
    let mut kept = 0;
    let refused = (0..400).find_map(|i| {
        let answer = ask("POST", &format!(r#"{{"name":"{i}","note":"{note}","request":{HAKE}}}"#));
        if status(&answer) == 201 {
            kept += 1;
            return None;
        }
        Some(answer)
    });
    let refused = refused.expect("the limit is reached");
    assert_eq!(status(&refused), 507, "{refused}");
    assert!(refused.contains("no room left"), "{refused}");
    assert!(kept > 5, "{kept}");
    assert_eq!(status(&ask("GET", "")), 200, "what was kept is still read");
    assert_eq!(server.stop(), Some(0));
    let with_room = Server::on(&file);
    let cards = with_room.get("/api/cards").json();
    assert_eq!(cards["cards"].as_array().unwrap().len(), kept);
    let card = format!(r#"{{"name":"more","note":"","request":{HAKE}}}"#);
    assert_eq!(with_room.post("/api/cards", &card).status, 201);
}

/// Once these were tried again for ever.
#[test]
fn what_once_hung_is_answered() {
    let server = Server::demo();
    let brief = PAN
        .replace("\"thickness_mm\":25", "\"thickness_mm\":1")
        .replace("\"h\":300", "\"h\":30000");
    let brief = brief
        .replace("\"duration_s\":210", "\"duration_s\":0.1")
        .replace("\"every_s\":10", "\"every_s\":0.1");
    assert_eq!(server.post("/api/simulate", &brief).status, 200);
    let thin = |species: &str, cut: &str, sizes: Value, start_c: f64, doneness: &str| {
        let mut piece =
            json!({ "species": species, "cut": cut, "thickness_mm": 4, "start_c": start_c });
        piece.as_object_mut().unwrap().extend(sizes.as_object().unwrap().clone());
        json!({ "piece": piece, "method": "deep_fry", "doneness": doneness }).to_string()
    };
    let skipjack =
        thin("skipjack", "chunk", json!({ "width_mm": 5, "weight_g": 7645 }), 15.0, "medium");
    let eel =
        thin("eel", "butterflied", json!({ "length_mm": 20, "weight_g": 5633 }), 10.0, "rare");
    for body in [skipjack, eel] {
        for address in ["/api/plan", "/api/section"] {
            let answer = server.post(address, &body);
            assert_eq!(answer.status, 422);
            assert!(
                answer.fields().iter().any(|f| f.starts_with("piece.")),
                "{:?}",
                answer.fields()
            );
        }
    }
}

/// The program as somebody who may not write what belongs to others; root may write anything.
fn as_somebody_else(folder: &Path) -> Command {
    let program = folder.join("cindo");
    if !program.exists() {
        std::fs::copy(env!("CARGO_BIN_EXE_cindo"), &program).unwrap();
    }
    let is_root = std::fs::metadata("/proc/self").unwrap().uid() == 0;
    let mut command = Command::new(program);
    if is_root {
        command.uid(65_534);
    }
    command
}

/// What may only be read is read, and says why nothing is kept in it.
#[test]
fn a_read_only_file_or_folder_is_said_to_be_one() {
    let folder = tempfile::tempdir().unwrap();
    let may = |path: &Path, mode: u32| {
        std::fs::set_permissions(path, std::fs::Permissions::from_mode(mode)).unwrap();
    };
    may(folder.path(), 0o755);
    let file = folder.path().join("box.db");
    let card = json!({ "name": "a", "request": serde_json::from_str::<Value>(HAKE).unwrap() });
    let server = Server::on(&file);
    assert_eq!(server.post("/api/cards", &card.to_string()).status, 201);
    assert_eq!(server.stop(), Some(0));

    // A folder in which nothing can be created.
    let mut somebody = as_somebody_else(folder.path());
    may(folder.path(), 0o555);
    let new = folder.path().join("new.db");
    somebody.args(["serve", "--port", "0", "--data", &new.display().to_string()]);
    let run = somebody.output().unwrap();
    let error = String::from_utf8_lossy(&run.stderr).into_owned();
    assert_eq!(run.status.code(), Some(1), "{error}");
    assert!(error.contains("its folder is read-only") && !error.contains("damaged"), "{error}");

    // A file that may only be read, in a folder that may be written: its cards are there to be seen.
    may(folder.path(), 0o777);
    may(&file, 0o444);
    let arguments = ["--data", &file.display().to_string()];
    let server = Server::run(&mut as_somebody_else(folder.path()), &arguments, Stdio::null());
    assert_eq!(server.get("/api/cards").json()["total"], 1);
    let refused = server.post("/api/cards", &card.to_string());
    let title = refused.json()["title"].as_str().unwrap().to_owned();
    assert_eq!((refused.status, title.contains("read-only")), (503, true), "{title}");
    assert_eq!(
        server.get("/api/cards").json()["total"],
        1,
        "nothing is acknowledged that is not kept"
    );
}

/// Two servers on one file see each other's cards and lose none.
#[test]
fn two_servers_may_share_a_file() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("box.db");
    let (one, two) = (Server::on(&file), Server::on(&file));
    std::thread::scope(|scope| {
        for server in [&one, &two] {
            scope.spawn(move || {
                for i in 0..40 {
                    let name = format!("{} {i}", server.address());
                    let card = json!({ "name": name, "request": serde_json::from_str::<Value>(HAKE).unwrap() });
                    assert_eq!(server.post("/api/cards", &card.to_string()).status, 201);
                }
            });
        }
    });
    for server in [&one, &two] {
        assert_eq!(
            server.get("/api/cards?limit=200").json()["cards"].as_array().unwrap().len(),
            80
        );
    }
}
