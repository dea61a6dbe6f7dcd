//! A real server on a free port, spoken to over loopback.
#![allow(dead_code, reason = "each test binary uses its own part")]
#![allow(clippy::expect_used, reason = "a helper that cannot work should stop its test")]

use std::fmt::Write as _;
use std::io::{BufRead, BufReader, Read, Write};
use std::path::Path;
use std::process::{Child, Command, Stdio};
use std::time::Duration;

use serde_json::{Value, json};
use ureq::Agent;
use ureq::http::{HeaderMap, Request};

/// What every change says of its body.
pub(crate) const JSON: (&str, &str) = ("content-type", "application/json");
/// Replaces whatever is there.
pub(crate) const ANY: (&str, &str) = ("if-match", "*");

/// Largest answer that a test reads, bytes: a log of a hundred thousand cooks as a table.
const LARGEST_BODY: u64 = 64 << 20;

pub(crate) struct Server {
    child: Child,
    address: String,
    agent: Agent,
}

pub(crate) struct Answer {
    pub(crate) status: u16,
    headers: HeaderMap,
    pub(crate) body: Vec<u8>,
}

impl Answer {
    pub(crate) fn json(&self) -> Value {
        serde_json::from_slice(&self.body)
            .unwrap_or_else(|e| panic!("{e}: {}", String::from_utf8_lossy(&self.body)))
    }

    pub(crate) fn header(&self, name: &str) -> Option<&str> {
        self.headers.get(name).and_then(|value| value.to_str().ok())
    }

    /// Fields named by a problem.
    pub(crate) fn fields(&self) -> Vec<String> {
        assert_eq!(self.header("content-type"), Some("application/problem+json"));
        let errors = self.json()["errors"].as_array().cloned().unwrap_or_default();
        errors.iter().map(|e| e["field"].as_str().unwrap_or_default().to_owned()).collect()
    }
}

impl Server {
    pub(crate) fn start(arguments: &[&str]) -> Self {
        Self::logging(arguments, Stdio::null())
    }

    /// Starts it with its log going somewhere.
    pub(crate) fn logging(arguments: &[&str], log: Stdio) -> Self {
        Self::run(&mut Command::new(env!("CARGO_BIN_EXE_cindo")), arguments, log)
    }

    /// Starts it by a command of one's own.
    pub(crate) fn run(command: &mut Command, arguments: &[&str], log: Stdio) -> Self {
        let mut child = command
            .args(["serve", "--port", "0"])
            .args(arguments)
            .stdout(Stdio::piped())
            .stderr(log)
            .spawn()
            .expect("server starts");
        let mut line = String::new();
        BufReader::new(child.stdout.take().expect("output")).read_line(&mut line).expect("a line");
        let address =
            line.trim().rsplit_once("http://").expect("an address in its first line").1.to_owned();
        let config = Agent::config_builder()
            .http_status_as_error(false)
            .timeout_global(Some(Duration::from_secs(20)));
        Self { child, address, agent: config.build().into() }
    }

    pub(crate) fn demo() -> Self {
        Self::start(&["--demo"])
    }

    pub(crate) fn on(file: &Path) -> Self {
        Self::start(&["--data", &file.display().to_string()])
    }

    /// Ends it as a power cut would.
    pub(crate) fn kill(mut self) {
        self.child.kill().expect("kill");
        self.child.wait().expect("ended");
    }

    /// Asks it to stop, and waits until it has.
    pub(crate) fn stop(mut self) -> Option<i32> {
        Command::new("kill").args(["-TERM", &self.child.id().to_string()]).status().expect("kill");
        self.child.wait().expect("ended").code()
    }

    pub(crate) fn send(
        &self,
        method: &str,
        path: &str,
        headers: &[(&str, &str)],
        body: &str,
    ) -> Answer {
        let mut request =
            Request::builder().method(method).uri(format!("http://{}{path}", self.address));
        for (name, value) in headers {
            request = request.header(*name, *value);
        }
        let answer = if body.is_empty() {
            self.agent.run(request.body(()).expect("a request"))
        } else {
            self.agent.run(request.body(body).expect("a request"))
        };
        let (parts, mut body) = answer.expect("an answer").into_parts();
        Answer {
            status: parts.status.as_u16(),
            headers: parts.headers,
            body: body.with_config().limit(LARGEST_BODY).read_to_vec().expect("a body"),
        }
    }

    /// An asker of its own, with a connection that it keeps.
    pub(crate) fn agent() -> Agent {
        let config = Agent::config_builder().http_status_as_error(false);
        config.timeout_global(Some(Duration::from_mins(2))).build().into()
    }

    /// Asks by that asker's connection; the status of the answer, once all of it has come.
    pub(crate) fn ask(
        &self,
        agent: &Agent,
        (method, path): (&str, &str),
        headers: &[(&str, &str)],
        body: &str,
    ) -> u16 {
        let mut request =
            Request::builder().method(method).uri(format!("http://{}{path}", self.address));
        for (name, value) in headers {
            request = request.header(*name, *value);
        }
        let request = request.body(body).expect("a request");
        let (parts, mut body) = agent.run(request).expect("an answer").into_parts();
        body.with_config().limit(LARGEST_BODY).read_to_vec().expect("a body");
        parts.status.as_u16()
    }

    /// Where it listens: an address and a port.
    pub(crate) fn address(&self) -> &str {
        &self.address
    }

    /// Its process.
    pub(crate) fn pid(&self) -> u32 {
        self.child.id()
    }

    /// Its exit code, once it has ended by itself.
    pub(crate) fn ended_within(&mut self, limit: Duration) -> Option<i32> {
        let from = std::time::Instant::now();
        while from.elapsed() < limit {
            if let Some(status) = self.child.try_wait().expect("a child") {
                return status.code();
            }
            std::thread::sleep(Duration::from_millis(20));
        }
        None
    }

    /// Sends bytes as they are; the connection and what it answered until it closed or went quiet.
    pub(crate) fn raw(&self, bytes: &[u8]) -> String {
        let mut connection = std::net::TcpStream::connect(&self.address).expect("a connection");
        connection.set_read_timeout(Some(Duration::from_secs(15))).expect("a limit");
        connection.write_all(bytes).expect("written");
        let mut answer = Vec::new();
        let _ = connection.read_to_end(&mut answer);
        String::from_utf8_lossy(&answer).into_owned()
    }

    pub(crate) fn get(&self, path: &str) -> Answer {
        self.send("GET", path, &[], "")
    }

    pub(crate) fn post(&self, path: &str, body: &str) -> Answer {
        self.send("POST", path, &[JSON], body)
    }
}

/// A request as it goes over the line, with its own host.
pub(crate) fn over_the_line(
    method: &str,
    path: &str,
    headers: &[(&str, &str)],
    body: &str,
) -> Vec<u8> {
    let mut text = format!("{method} {path} HTTP/1.1\r\nConnection: close\r\n");
    for (name, value) in headers {
        let _ = write!(text, "{name}: {value}\r\n");
    }
    if !body.is_empty() {
        let _ = write!(text, "Content-Length: {}\r\n", body.len());
    }
    format!("{text}\r\n{body}").into_bytes()
}

/// A server on a file of its own, which goes with the folder.
pub(crate) fn fresh() -> (tempfile::TempDir, Server) {
    let folder = tempfile::tempdir().expect("a folder");
    let server = Server::on(&folder.path().join("kitchen.db"));
    (folder, server)
}

/// Begins a cook of the usual hake; its number.
pub(crate) fn begin(server: &Server) -> i64 {
    let request: Value = serde_json::from_str(HAKE).expect("a plan");
    let answer = server.post("/api/cooks", &json!({ "request": request }).to_string());
    assert_eq!(answer.status, 201, "{}", answer.json());
    answer.json()["id"].as_i64().expect("a number")
}

/// Something that happened to a cook so long ago, with an id of its own.
pub(crate) fn event(kind: &str, ago_s: f64) -> Value {
    json!({ "id": uuid::Uuid::new_v4().to_string(), "kind": kind, "ago_s": ago_s })
}

/// The slowest question there is to ask: a ladder of thick pieces that are turned every half minute until they
/// are done by the book, as much of it as one answer holds, some third of a second of a core.
pub(crate) fn slow(i: u32) -> String {
    let plan = json!({
        "piece": { "species": "cod", "cut": "loin", "thickness_mm": 90, "start_c": 2 },
        "method": "sear", "school": "many_turns", "doneness": "by_the_book",
    });
    let from_mm = 81.0 + 0.001 * f64::from(i);
    json!({ "plan": plan, "from_mm": from_mm, "to_mm": 120, "step_mm": 2 }).to_string()
}

/// Resident memory of a process, MB.
pub(crate) fn memory_mb(pid: u32) -> f64 {
    let status = std::fs::read_to_string(format!("/proc/{pid}/status")).expect("its status");
    let line = status.lines().find(|l| l.starts_with("VmRSS:")).expect("its memory");
    let kb = line.split_whitespace().nth(1).and_then(|kb| kb.parse::<f64>().ok());
    kb.expect("a number") / 1024.0
}

/// Looks through a file of cards until it is done, and keeps what is new if told to; what it said last.
/// None when the server went away meanwhile or refused.
pub(crate) fn bring_in(address: &str, file: &str, keeps: bool) -> Option<Value> {
    let mut report = try_send(address, "POST", "/api/cards/import", &[JSON], file)?;
    let path = format!("/api/cards/import/{}", report["id"]);
    while report["stage"] == "looking" {
        std::thread::sleep(Duration::from_millis(5));
        report = try_send(address, "GET", &path, &[], "")?;
    }
    if keeps {
        report = try_send(address, "POST", &format!("{path}/keep"), &[JSON], "")?;
    }
    try_send(address, "DELETE", &path, &[], "")?;
    Some(report)
}

/// Sends a request to a server that may be gone any moment; what it answered, if it did and all was well.
pub(crate) fn try_send(
    address: &str,
    method: &str,
    path: &str,
    headers: &[(&str, &str)],
    body: &str,
) -> Option<Value> {
    let mut request = Request::builder().method(method).uri(format!("http://{address}{path}"));
    for (name, value) in headers {
        request = request.header(*name, *value);
    }
    let config = Agent::config_builder().timeout_global(Some(Duration::from_secs(20)));
    let agent: Agent = config.build().into();
    let answer = if body.is_empty() {
        agent.run(request.body(()).expect("a request"))
    } else {
        agent.run(request.body(body).expect("a request"))
    };
    let text = answer.ok()?.into_body().read_to_string().ok()?;
    Some(if text.is_empty() { Value::Null } else { serde_json::from_str(&text).ok()? })
}

impl Drop for Server {
    fn drop(&mut self) {
        let _ = self.child.kill();
        let _ = self.child.wait();
    }
}

pub(crate) const HAKE: &str = r#"{"piece":{"species":"hake","cut":"fillet","thickness_mm":28,"width_mm":70,"weight_g":180,"skin":true,"start_c":6,"count":2},"method":"sear","doneness":"medium","school":"skin_side","medium_c":185,"altitude_m":0}"#;

pub(crate) const PAN: &str = r#"{"composition":{"water":0.80,"protein":0.18,"fat":0.01,"ash":0.01},"thickness_mm":25,"shape_exponent":0,"start_c":5,"altitude_m":0,
 "phases":[{"duration_s":210,"bottom":{"h":300,"medium_c":185},"top":{"h":12,"medium_c":80,"emissivity":0.9,"radiant_c":70,"wet":0.1,"vapour_pa":8000}}],"every_s":10}"#;
