//! A real server and a real browser for the tests: started here, ended on drop.

use std::io::{BufRead, BufReader};
use std::os::unix::process::CommandExt;
use std::path::{Path, PathBuf};
use std::process::{Child, Command, Stdio};
use std::time::{Duration, Instant};

use fantoccini::actions::{InputSource, MOUSE_BUTTON_LEFT, MouseActions, PointerAction};
use fantoccini::elements::Element;
use fantoccini::error::{CmdError, ErrorStatus};
use fantoccini::wd::Capabilities;
use fantoccini::{Client, ClientBuilder, Locator};
use hyper_util::client::legacy::connect::HttpConnector;
use serde_json::{Value, json};

/// How long the interface gets to show something.
const PATIENCE: Duration = Duration::from_secs(30);

/// A process with everything it started; ended together on drop.
#[derive(Debug)]
struct Group(Child);

impl Group {
    fn start(command: &mut Command) -> std::io::Result<Self> {
        command.process_group(0).spawn().map(Self)
    }
}

impl Drop for Group {
    fn drop(&mut self) {
        let group = format!("-{}", self.0.id());
        let _ = Command::new("kill").args(["-KILL", "--", &group]).stderr(Stdio::null()).status();
        let _ = self.0.wait();
    }
}

/// The first line of a process's output that holds `marker`, and what follows the marker.
fn line_after(child: &mut Child, marker: &str) -> std::io::Result<String> {
    let out = child.stdout.take().ok_or_else(|| std::io::Error::other("no output"))?;
    let mut reader = BufReader::new(out);
    let mut line = String::new();
    while reader.read_line(&mut line)? > 0 {
        if let Some((_, rest)) = line.split_once(marker) {
            let found = rest.trim().trim_end_matches('.').to_owned();
            // Keep reading, so that the process never blocks on a full pipe.
            std::thread::spawn(move || std::io::copy(&mut reader, &mut std::io::sink()));
            return Ok(found);
        }
        line.clear();
    }
    Err(std::io::Error::other(format!("no line with `{marker}`")))
}

/// A running `ChromeDriver` and its port. It takes a free port on one family of addresses and the same
/// on the other, where somebody else may just have got it: then it gives up, and is started again.
fn driver() -> std::io::Result<(Group, String)> {
    const TRIES: u32 = 5;
    let mut tried = 1;
    loop {
        let mut command = Command::new("chromedriver");
        command.arg("--port=0").stdout(Stdio::piped()).stderr(Stdio::null());
        let mut group = Group::start(&mut command)?;
        match line_after(&mut group.0, "successfully on port ") {
            Ok(port) => return Ok((group, port)),
            Err(error) if tried == TRIES => return Err(error),
            Err(_) => tried += 1,
        }
    }
}

/// Path of the `cindo` binary built beside this test.
///
/// # Errors
/// The test's own path is unknown, or the binary is not built.
pub fn binary() -> std::io::Result<PathBuf> {
    let own = std::env::current_exe()?;
    let found =
        own.ancestors().skip(1).map(|folder| folder.join("cindo")).find(|path| path.is_file());
    found.ok_or_else(|| std::io::Error::other("build the cindo binary first: cargo build"))
}

/// A running Cindo.
#[derive(Debug)]
pub struct Server {
    _group: Group,
    /// Where it listens.
    pub address: String,
}

impl Server {
    /// Starts on fresh demo data and a free port.
    ///
    /// # Errors
    /// It does not start.
    pub fn demo() -> std::io::Result<Self> {
        Self::start(&["--demo", "--port", "0"])
    }

    /// Starts on a data file, at a port or, with 0, at a free one.
    ///
    /// # Errors
    /// It does not start.
    pub fn on(file: &Path, port: u16) -> std::io::Result<Self> {
        Self::start(&["--data", &file.display().to_string(), "--port", &port.to_string()])
    }

    fn start(arguments: &[&str]) -> std::io::Result<Self> {
        let mut command = Command::new(binary()?);
        command.arg("serve").args(arguments).stdout(Stdio::piped()).stderr(Stdio::null());
        let mut group = Group::start(&mut command)?;
        let address = line_after(&mut group.0, "listens on ")?;
        Ok(Self { _group: group, address })
    }

    /// The port that it listens on.
    pub fn port(&self) -> u16 {
        self.address.rsplit(':').next().and_then(|port| port.parse().ok()).unwrap_or_default()
    }
}

/// Whether what is to be pressed takes no press now.
fn is_intercepted(error: &CmdError) -> bool {
    matches!(error, CmdError::Standard(e) if e.error == ErrorStatus::ElementClickIntercepted)
}

/// A browser of its own, with a fresh profile.
#[derive(Debug)]
pub struct Browser {
    _driver: Group,
    profile: tempfile::TempDir,
    /// What drives it.
    pub client: Client,
}

/// Size of the page.
#[derive(Debug, Clone, Copy)]
pub enum Screen {
    /// 1280×800.
    Desk,
    /// 820×1180.
    Tablet,
    /// 390×844, a phone.
    Phone,
}

impl Browser {
    /// Opens a browser.
    ///
    /// # Errors
    /// `ChromeDriver` or Chromium does not start.
    pub async fn open(screen: Screen) -> Result<Self, Box<dyn std::error::Error>> {
        let profile = tempfile::tempdir()?;
        let (driver, port) = driver()?;
        let mut options = json!({
            "args": [
                "--headless=new", "--no-sandbox", "--disable-gpu", "--disable-dev-shm-usage",
                "--disable-quic", "--no-first-run", "--disable-background-networking",
                "--disable-component-update", "--disable-sync", "--force-color-profile=srgb",
                format!("--user-data-dir={}", profile.path().display()),
            ],
            "prefs": { "download.default_directory": profile.path() },
        });
        let (width, height, mobile) = match screen {
            Screen::Desk => (1280, 800, false),
            Screen::Tablet => (820, 1180, true),
            Screen::Phone => (390, 844, true),
        };
        if mobile {
            options["mobileEmulation"] = json!({
                "deviceMetrics": { "width": width, "height": height, "pixelRatio": 1.0, "touch": true },
            });
        }
        let capabilities: Capabilities =
            [("goog:chromeOptions".to_owned(), options)].into_iter().collect();
        let client = ClientBuilder::new(HttpConnector::new())
            .capabilities(capabilities)
            .connect(&format!("http://127.0.0.1:{port}"))
            .await?;
        if !mobile {
            // The window has a frame even without a head: ask for what the page must get.
            client.set_window_size(width, height).await?;
            let inner = client
                .execute("return [outerWidth - innerWidth, outerHeight - innerHeight]", vec![])
                .await?;
            let extra =
                |i: usize| inner[i].as_u64().and_then(|v| u32::try_from(v).ok()).unwrap_or(0);
            client.set_window_size(width + extra(0), height + extra(1)).await?;
        }
        Ok(Self { _driver: driver, profile, client })
    }

    /// Waits until a script's value is truthy, and returns it.
    ///
    /// # Errors
    /// It never becomes so within [`PATIENCE`].
    pub async fn until(&self, script: &str) -> Result<Value, Box<dyn std::error::Error>> {
        let from = Instant::now();
        loop {
            let value = self.client.execute(&format!("return ({script})"), vec![]).await?;
            if !matches!(&value, Value::Null | Value::Bool(false))
                && value != json!("")
                && value != json!(0)
            {
                return Ok(value);
            }
            if from.elapsed() > PATIENCE {
                return Err(format!("never true: {script}\n{}", self.says().await?).into());
            }
            tokio::time::sleep(Duration::from_millis(50)).await;
        }
    }

    /// Waits until the page has such an element: the first of them.
    ///
    /// # Errors
    /// It has none within [`PATIENCE`].
    pub async fn find(&self, locator: Locator<'_>) -> Result<Element, Box<dyn std::error::Error>> {
        match self.client.wait().at_most(PATIENCE).for_element(locator).await {
            Err(CmdError::WaitTimeout) => {
                Err(format!("never there: {locator:?}\n{}", self.says().await?).into())
            }
            other => Ok(other?),
        }
    }

    /// Where the page is and what it says, for a test that has waited in vain.
    async fn says(&self) -> Result<String, CmdError> {
        let page = "return location.pathname + '\\n' + document.body.innerText";
        let page = self.client.execute(page, vec![]).await?;
        Ok(format!("the page says:\n{}", page.as_str().unwrap_or_default()))
    }

    /// Lays the page out as it is printed: by its rules for paper, on a sheet of A4 within a centimetre's margins
    /// (718 by 1047 px).
    ///
    /// # Errors
    /// The browser has gone.
    pub async fn onto_paper(&self) -> Result<(), CmdError> {
        let script = "
            const turn = (rules) => {
                for (const rule of rules) {
                    if (rule.media?.mediaText === 'print') rule.media.mediaText = 'all';
                    if (rule.cssRules) turn(rule.cssRules);
                }
            };
            for (const sheet of document.styleSheets) turn(sheet.cssRules);
        ";
        self.client.execute(script, vec![]).await?;
        let extra =
            self.client.execute("return outerWidth - document.body.clientWidth", vec![]).await?;
        let extra = extra.as_u64().and_then(|px| u32::try_from(px).ok()).unwrap_or(0);
        self.client.set_window_size(718 + extra, 1047).await
    }

    /// Waits until the picture shows the plan asked for last.
    ///
    /// # Errors
    /// It never does.
    pub async fn settled(&self) -> Result<(), Box<dyn std::error::Error>> {
        self.until("document.querySelector('section[aria-label=Picture][aria-busy=false]') !== null && document.fonts.status === 'loaded'").await?;
        Ok(())
    }

    /// Clicks the first button or link whose name holds `name`.
    ///
    /// # Errors
    /// There is none.
    pub async fn press(&self, name: &str) -> Result<(), Box<dyn std::error::Error>> {
        let path = format!(
            "//*[self::button or self::a or self::label or self::summary][contains(@aria-label, '{name}') or contains(normalize-space(.), '{name}')]"
        );
        let from = Instant::now();
        loop {
            let element = self.find(Locator::XPath(&path)).await?;
            let pressed = match self.rests(&element).await {
                Ok(true) => element.click().await.map(|()| true),
                other => other,
            };
            match pressed {
                Ok(true) => return Ok(()),
                // It moves, or has moved or was drawn anew since it was found: nothing was pressed yet.
                Ok(false) => {}
                Err(error) if error.is_stale_element_reference() || is_intercepted(&error) => {}
                Err(error) => return Err(error.into()),
            }
            if from.elapsed() > PATIENCE {
                return Err(format!("“{name}” never comes to rest").into());
            }
        }
    }

    /// Whether an element can be pressed and is where it was two frames ago: nobody hits what is moving.
    async fn rests(&self, element: &Element) -> Result<bool, CmdError> {
        let script = r"
            const [element, done] = arguments;
            element.scrollIntoView({ block: 'nearest' });
            const place = () => {
                const { x, y, width } = element.getBoundingClientRect();
                return `${x} ${y} ${width}`;
            };
            const was = place();
            requestAnimationFrame(() => requestAnimationFrame(() => {
                const takes = !element.disabled && getComputedStyle(element).pointerEvents !== 'none';
                done(takes && element.isConnected && place() === was);
            }));
        ";
        let element = serde_json::to_value(element)?;
        Ok(self.client.execute_async(script, vec![element]).await? == true)
    }

    /// Holds the pointer down on something for so long.
    ///
    /// # Errors
    /// It cannot be seen, or the browser refuses.
    pub async fn press_for(
        &self,
        element: &Element,
        time: Duration,
    ) -> Result<(), Box<dyn std::error::Error>> {
        let press = MouseActions::new("finger".to_owned())
            .then(PointerAction::MoveToElement {
                element: element.clone(),
                duration: None,
                x: 0.0,
                y: 0.0,
            })
            .then(PointerAction::Down { button: MOUSE_BUTTON_LEFT })
            .then(PointerAction::Pause { duration: time })
            .then(PointerAction::Up { button: MOUSE_BUTTON_LEFT });
        let script = "arguments[0].scrollIntoView({ block: 'center' })";
        self.client.execute(script, vec![serde_json::to_value(element)?]).await?;
        Ok(self.client.perform_actions(press).await?)
    }

    /// Waits for a file that the page saved, and returns its text.
    ///
    /// # Errors
    /// It never comes, or cannot be read.
    pub async fn saved(&self, name: &str) -> Result<String, Box<dyn std::error::Error>> {
        let path = self.profile.path().join(name);
        let from = Instant::now();
        while from.elapsed() < PATIENCE {
            if path.is_file() {
                return Ok(std::fs::read_to_string(path)?);
            }
            tokio::time::sleep(Duration::from_millis(50)).await;
        }
        Err(format!("{name} was never saved").into())
    }

    /// Fails on serious or critical findings of axe-core.
    ///
    /// # Errors
    /// The findings, or the browser refuses.
    pub async fn check_accessible(&self) -> Result<(), Box<dyn std::error::Error>> {
        let source = std::fs::read_to_string(concat!(
            env!("CARGO_MANIFEST_DIR"),
            "/../../web/node_modules/axe-core/axe.min.js"
        ))?;
        self.client.execute(&source, vec![]).await?;
        let script = "const done = arguments[arguments.length - 1];
            axe.run().then(r => done(r.violations
              .filter(v => v.impact === 'serious' || v.impact === 'critical')
              .map(v => v.id + ': ' + v.nodes.map(n => n.html.slice(0, 160)).slice(0, 3).join(' | '))));";
        let found = self.client.execute_async(script, vec![]).await?;
        if found == json!([]) {
            return Ok(());
        }
        Err(format!("serious accessibility violations: {found}").into())
    }

    /// Fails when the page is wider than the screen.
    ///
    /// # Errors
    /// By how much, or the browser refuses.
    pub async fn check_no_sideways_scroll(&self) -> Result<(), Box<dyn std::error::Error>> {
        // Until its fonts have come, a page may well be wider.
        self.until("document.fonts.status === 'loaded'").await?;
        let script =
            "return document.documentElement.scrollWidth - document.documentElement.clientWidth";
        let excess = self.client.execute(script, vec![]).await?;
        if excess == json!(0) {
            return Ok(());
        }
        Err(format!("the page scrolls sideways by {excess} px").into())
    }

    /// What the card says about "Out".
    ///
    /// # Errors
    /// There is no card.
    pub async fn out(&self) -> Result<String, Box<dyn std::error::Error>> {
        let text = self
            .until("[...document.querySelectorAll('section[aria-label=Card] ol > li')].find(r => r.querySelector('b')?.textContent === 'Out')?.querySelector('button > span').textContent")
            .await?;
        Ok(text.as_str().unwrap_or_default().to_owned())
    }

    /// Keeps the plan on screen as a card of this name.
    ///
    /// # Errors
    /// The dialog does not come, or the card is not kept.
    pub async fn keep_card(&self, name: &str) -> Result<(), Box<dyn std::error::Error>> {
        self.press("Keep").await?;
        let field = self.find(Locator::Css("dialog[open] input")).await?;
        field.clear().await?;
        field.send_keys(name).await?;
        let keep = Locator::XPath("//dialog[@open]//button[normalize-space(.)='Keep']");
        self.client.find(keep).await?.click().await?;
        self.until("!document.querySelector('dialog[open]')").await?;
        self.until(&format!("document.body.innerText.includes('Kept “{name}”')")).await?;
        Ok(())
    }

    /// Changes the kitchen that the server keeps, from the page.
    ///
    /// # Errors
    /// The server refuses it.
    pub async fn set_kitchen(&self, part: &str) -> Result<(), Box<dyn std::error::Error>> {
        let change = format!(
            "const done = arguments[arguments.length - 1];
             fetch('/api/kitchen').then((a) => a.json()).then(({{ kitchen }}) => fetch('/api/kitchen', {{
                 method: 'PUT', headers: {{ 'Content-Type': 'application/json', 'If-Match': '*' }},
                 body: JSON.stringify({{ ...kitchen, ...{part} }}),
             }})).then((a) => a.ok ? done(true) : a.text().then(done));"
        );
        match self.client.execute_async(&change, vec![]).await? {
            serde_json::Value::Bool(true) => Ok(()),
            refused => Err(refused.to_string().into()),
        }
    }

    /// Drags with the mouse from one place to another in so many moves.
    ///
    /// # Errors
    /// The browser refuses.
    pub async fn drag(
        &self,
        from: (f64, f64),
        to: (f64, f64),
        moves: u32,
        pace: Duration,
    ) -> Result<(), Box<dyn std::error::Error>> {
        let step = |(x, y): (f64, f64)| PointerAction::MoveTo { duration: Some(pace), x, y };
        let mut mouse = MouseActions::new("mouse".to_owned())
            .then(step(from))
            .then(PointerAction::Down { button: 0 });
        for i in 1..=moves {
            let share = f64::from(i) / f64::from(moves);
            mouse = mouse
                .then(step((from.0 + share * (to.0 - from.0), from.1 + share * (to.1 - from.1))));
        }
        self.client.perform_actions(mouse.then(PointerAction::Up { button: 0 })).await?;
        Ok(())
    }

    /// Middle of the first element that a selector finds.
    ///
    /// # Errors
    /// There is none.
    pub async fn middle_of(&self, css: &str) -> Result<(f64, f64), Box<dyn std::error::Error>> {
        let element = self.find(Locator::Css(css)).await?;
        let (x, y, w, h) = element.rectangle().await?;
        Ok((x + w / 2.0, y + h / 2.0))
    }

    /// Writes a PNG of what is in view.
    ///
    /// # Errors
    /// The browser or the disk refuses.
    pub async fn shoot(&self, file: &Path) -> Result<(), Box<dyn std::error::Error>> {
        // Fonts are there and nothing moves any more: two frames have passed since the last change.
        self.client
            .execute_async(
                "const done = arguments[0];
                 document.fonts.ready.then(() => requestAnimationFrame(() => requestAnimationFrame(() =>
                   Promise.all(document.getAnimations().filter((a) => a.effect.getComputedTiming().endTime < Infinity).map((a) => a.finished.catch(() => null))).then(() => done()))));",
                vec![],
            )
            .await?;
        std::fs::write(file, self.client.screenshot().await?)?;
        Ok(())
    }
}

/// Sends keys to whatever has the focus.
///
/// # Errors
/// The browser refuses.
pub async fn type_keys(client: &Client, keys: &str) -> Result<(), fantoccini::error::CmdError> {
    client.active_element().await?.send_keys(keys).await
}

/// Seconds of a time written as m:ss.
pub fn seconds(clock: &str) -> u32 {
    let (m, s) = clock.split_once(':').unwrap_or_default();
    60 * m.parse::<u32>().unwrap_or_default() + s.parse::<u32>().unwrap_or_default()
}
