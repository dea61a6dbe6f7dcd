//! Pictures of the main views from the demo data: `make shots`.
//!
//! `shots` writes them all to `docs/screenshots`; `shots FOLDER NAME…` some of them elsewhere, and with `--print`
//! each as it is printed, too.

use std::path::PathBuf;

use cindo_e2e::{Browser, Screen, Server};
use fantoccini::wd::PrintConfiguration;

type Outcome = Result<(), Box<dyn std::error::Error>>;

const HAKE: &str = "/";
const CHAR: &str = "/?fish=arctic_char&cut=fillet&mm=21&skin=on&start=5&method=roast&done=medium&count=6&weight=150";

const WHOLE: &str = "/?fish=gurnard&cut=whole_round&mm=46&skin=on&start=6&method=roast&done=just_done&count=1&weight=520&way=bed";

const PREP: &str = "/prep?fish=hake&cut=loin&mm=28&skin=on&start=5&method=sear&done=medium&count=4&weight=180&salt=quick&thaw=fridge&sauce=yes&at=19:30";
const PREP_FRIED: &str = "/prep?fish=haddock&cut=fillet&mm=22&skin=off&start=5&method=deep_fry&done=just_done&count=4&weight=160&chips=4&at=19:30";

/// Name, screen, theme, address.
const VIEWS: &[(&str, Screen, &str, &str)] = &[
    ("plan-wide-light", Screen::Desk, "light", HAKE),
    ("plan-wide-dark", Screen::Desk, "dark", CHAR),
    ("plan-phone-light", Screen::Phone, "light", HAKE),
    ("plan-whole-light", Screen::Desk, "light", WHOLE),
    ("compare-wide-light", Screen::Desk, "light", "/compare"),
    ("prep-wide-light", Screen::Desk, "light", PREP),
    ("prep-phone-light", Screen::Phone, "light", PREP_FRIED),
    (
        "fish-wide-light",
        Screen::Desk,
        "light",
        "/fish?fish=mackerel&cut=fillet&mm=18&skin=on&start=5&method=grill&done=medium",
    ),
    ("ladder-wide-light", Screen::Desk, "light", "/ladder"),
    ("cards-wide-light", Screen::Desk, "light", "/cards"),
    ("log-wide-light", Screen::Desk, "light", "/log"),
    ("log-phone-dark", Screen::Phone, "dark", "/log"),
    ("log-one-wide-light", Screen::Desk, "light", "/log/40"),
    ("kitchen-wide-light", Screen::Desk, "light", "/kitchen"),
    ("stove-wide-light", Screen::Desk, "light", "/stove/1"),
    ("stove-waiting-phone", Screen::Phone, "light", "/stove/2"),
    ("stove-late-wide-dark", Screen::Desk, "dark", "/stove/3"),
    ("line-up-wide-light", Screen::Desk, "light", "/line-up/1"),
    ("line-up-live-phone-dark", Screen::Phone, "dark", "/line-up/1?live"),
];

/// More on the stove than the demo has: one that waits, one that is past its moment, one that rests.
const ON_THE_STOVE: &str = r"
    const [done] = arguments;
    const piece = (species, cut, thickness_mm, skin) => ({ species, cut, thickness_mm, skin, start_c: 5 });
    const cooks = [
        ['Plaice', { piece: piece('plaice', 'fillet', 10, false), method: 'saute', doneness: 'just_done' }, []],
        ['Arctic char', { piece: piece('arctic_char', 'fillet', 21, true), method: 'roast', doneness: 'medium' }, [['in', 760]]],
        ['Mackerel', { piece: piece('mackerel', 'fillet', 18, true), method: 'grill', doneness: 'medium' }, [['in', 400], ['turn', 80], ['out', 30]]],
    ];
    const post = (path, body) => fetch(path, {
        method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body),
    }).then((answer) => answer.json());
    (async () => {
        for (const [name, request, events] of cooks) {
            const { id } = await post('/api/cooks', { name, request });
            await post(`/api/cooks/${id}/events`, events.map(([kind, ago_s]) => ({ id: crypto.randomUUID(), kind, ago_s })));
        }
    })().then(() => done(true), (e) => done(String(e)));
";

/// The demo's service is under way, and eaten in some minutes.
const IN_THE_SERVICE: &str = r"
    const [done] = arguments;
    fetch('/api/line-ups/1', {
        method: 'PATCH', headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ first_serve_at: new Date(Math.ceil(Date.now() / 60000) * 60000 + 420000).toISOString(), running: true }),
    }).then((answer) => done(answer.ok), (e) => done(String(e)));
";

#[tokio::main]
async fn main() -> Outcome {
    let mut words = std::env::args().skip(1);
    let folder = words.next().map_or_else(|| PathBuf::from("docs/screenshots"), PathBuf::from);
    let (options, wanted): (Vec<String>, Vec<String>) = words.partition(|w| w.starts_with("--"));
    let is_printed = options.iter().any(|option| option == "--print");
    std::fs::create_dir_all(&folder)?;
    let server = Server::demo()?;
    let mut is_staged = false;
    for (name, screen, theme, address) in VIEWS {
        if !wanted.is_empty() && !wanted.iter().any(|w| w == name) {
            continue;
        }
        let browser = Browser::open(*screen).await?;
        browser.client.goto(&server.address).await?;
        let store = format!(
            "localStorage.setItem('cindo.preferences', JSON.stringify({{theme: '{theme}'}}))"
        );
        browser.client.execute(&store, vec![]).await?;
        if address.starts_with("/stove") && !std::mem::replace(&mut is_staged, true) {
            let staged = browser.client.execute_async(ON_THE_STOVE, vec![]).await?;
            if staged != serde_json::Value::Bool(true) {
                return Err(staged.to_string().into());
            }
        }
        if address.ends_with("?live") {
            let begun = browser.client.execute_async(IN_THE_SERVICE, vec![]).await?;
            if begun != serde_json::Value::Bool(true) {
                return Err(begun.to_string().into());
            }
        }
        browser.client.goto(&format!("{}{address}", server.address)).await?;
        let ready = ready(&browser, address).await;
        browser.shoot(&folder.join(format!("{name}.png"))).await?;
        // What it looks like helps to see why.
        ready?;
        if is_printed {
            let pdf = browser.client.print(PrintConfiguration::default()).await?;
            std::fs::write(folder.join(format!("{name}.pdf")), pdf)?;
        }
    }
    Ok(())
}

/// Waits until a view shows what it is about.
async fn ready(browser: &Browser, address: &str) -> Outcome {
    let rows = |css: &str| {
        format!(
            "document.querySelectorAll('{css}').length > 5 && document.fonts.status === 'loaded'"
        )
    };
    if address.starts_with("/log/") {
        browser.until("document.querySelectorAll('main canvas').length > 0 && document.fonts.status === 'loaded'").await?;
    } else if address.starts_with("/cards")
        || address.starts_with("/log")
        || address.starts_with("/line-up")
    {
        browser.until(&rows("main li")).await?;
    } else if address.starts_with("/kitchen") {
        browser.until("document.body.innerText.includes('The log says')").await?;
    } else if address.starts_with("/stove") {
        browser
            .until("document.querySelector('[role=timer]') && document.fonts.status === 'loaded'")
            .await?;
    } else if address.starts_with("/compare") || address.starts_with("/ladder") {
        browser.until(&rows("main tbody tr")).await?;
    } else if address.starts_with("/prep") {
        browser.until(&rows("main ol > li")).await?;
    } else if address.starts_with("/fish") {
        browser.until(&rows("[role=tabpanel] li")).await?;
    } else {
        browser.settled().await?;
    }
    Ok(())
}
