//! At the stove in the real browser: a whole cook, pages in step, without the server, by keys alone.

use std::time::Duration;

use cindo_e2e::{Browser, Screen, Server, type_keys};
use fantoccini::Locator;
use serde_json::{Value, json};

type Outcome = Result<(), Box<dyn std::error::Error>>;

/// Begins a cook with a clock of its own, and some of its events; its number. The page must be Cindo's.
async fn begin(
    browser: &Browser,
    name: &str,
    speed: u32,
    events: Value,
) -> Result<i64, Box<dyn std::error::Error>> {
    begin_other(browser, name, speed, events, json!({})).await
}

/// The same with another plan: what it has besides.
async fn begin_other(
    browser: &Browser,
    name: &str,
    speed: u32,
    events: Value,
    plan: Value,
) -> Result<i64, Box<dyn std::error::Error>> {
    let script = r"
        const [name, speed, events, plan, done] = arguments;
        const request = { piece: { species: 'hake', cut: 'loin', thickness_mm: 24, skin: true, start_c: 5 },
            method: 'sear', doneness: 'medium', ...plan };
        const post = (path, body) => fetch(path, {
            method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body),
        }).then((answer) => answer.json());
        post('/api/cooks', { name, speed, request }).then(async ({ id }) => {
            await post(`/api/cooks/${id}/events`, events.map((e) => ({ id: crypto.randomUUID(), ...e })));
            done(id);
        });
    ";
    let id =
        browser.client.execute_async(script, vec![json!(name), json!(speed), events, plan]).await?;
    id.as_i64().ok_or_else(|| format!("no cook: {id}").into())
}

const NEXT_SECTION: &str = "document.querySelector('section[aria-label=Next]')?.innerText";
const NEXT: &str = "document.querySelector('section[aria-label=Next] h1')?.innerText";

/// Waits until the movement that fills the screen is this one.
async fn next(browser: &Browser, title: &str) -> Outcome {
    browser.until(&format!("{NEXT}.startsWith('{title}')")).await?;
    Ok(())
}

/// The cook as the server keeps it, once all that was told on the screen has arrived there: the screen goes on
/// before it has.
async fn cook_kept(browser: &Browser, id: i64) -> Result<Value, Box<dyn std::error::Error>> {
    browser.until("(localStorage.getItem('cindo.stove.outbox') ?? '[]') === '[]'").await?;
    let script = "const [id, done] = arguments;
        fetch(`/api/cooks/${id}`).then((answer) => answer.json()).then(done);";
    Ok(browser.client.execute_async(script, vec![id.into()]).await?)
}

/// What was told of a cook, in its order, but for what another fish did to its pan.
fn kinds_told(cook: &Value) -> Vec<&str> {
    let events = cook["events"].as_array().map_or(&[][..], Vec::as_slice);
    events.iter().filter_map(|e| e["kind"].as_str()).filter(|kind| *kind != "join").collect()
}

/// From the plan to the plate, with the simulated probe in it, on a clock that runs sixty times as fast: all by
/// the buttons of the screens, but for the clock.
async fn whole_cook(screen: Screen) -> Outcome {
    let server = Server::demo()?;
    let browser = Browser::open(screen).await?;
    browser.client.goto(&format!("{}/", server.address)).await?;
    browser.settled().await?;
    let planned = browser.out().await?;
    assert!(planned.contains(':'), "{planned}");
    // No screen asks for a faster clock.
    let faster = r"
        const plain = globalThis.fetch;
        globalThis.fetch = async (request, init) => {
            if (request.method === 'POST' && new URL(request.url).pathname === '/api/cooks') {
                const body = JSON.stringify({ ...(await request.json()), speed: 60 });
                return plain(request.url, { method: 'POST', headers: request.headers, body });
            }
            return plain(request, init);
        };
    ";
    browser.client.execute(faster, vec![]).await?;
    browser.press("Cook").await?;
    browser.until("location.pathname.startsWith('/stove/')").await?;
    next(&browser, "In, and press").await?;
    browser.until("document.body.innerText.includes('Hot enough?')").await?;
    browser.until("document.body.innerText.includes('This clock runs 60× as fast.')").await?;
    browser.check_accessible().await?;
    browser.check_no_sideways_scroll().await?;
    browser.press("It is in").await?;
    browser.press("Reading").await?;
    browser.press("Put the simulated probe in").await?;
    browser.until(&format!("{NEXT_SECTION}.includes('Simulated probe: ')")).await?;
    for (title, done) in [
        ("Heat down", "Heat is set"),
        ("Turn, flesh side down", "Turned"),
        ("Out, and rest", "It is out"),
        ("Eat", "Served"),
    ] {
        next(&browser, title).await?;
        // A cook waits for the moment.
        browser.until("/^(\\+|0:)/.test(document.querySelector('[role=timer]').innerText)").await?;
        browser.press(done).await?;
    }
    browser.until("document.body.innerText.includes('How did it come out?')").await?;
    let address = browser.client.current_url().await?;
    let id = address.path_segments().and_then(Iterator::last).ok_or("a cook's address")?.parse()?;
    let cook = cook_kept(&browser, id).await?;
    assert_eq!(kinds_told(&cook), ["in", "heat", "turn", "out", "serve"]);
    assert_eq!(cook["status"], "served");
    assert_eq!(cook["speed"], 60);
    // It came out when its own readings said: beside what they found, not beside the plan.
    let readings = cook["readings"].as_array().ok_or("readings")?;
    let used = readings.iter().filter(|r| r["used"] == true).count();
    assert!(used >= 5, "{used} of {}", readings.len());
    assert!(cook["estimate"].is_object(), "{}", cook["estimate"]);
    Ok(())
}

#[tokio::test]
async fn a_whole_cook_on_a_fast_clock_wide() -> Outcome {
    whole_cook(Screen::Desk).await
}

#[tokio::test]
async fn a_whole_cook_on_a_fast_clock_on_a_phone() -> Outcome {
    whole_cook(Screen::Phone).await
}

/// What happens while a page's first list is on its way is not lost: the list may be from before it.
#[tokio::test]
async fn what_happens_while_a_page_opens_is_on_it() -> Outcome {
    let server = Server::demo()?;
    let browser = Browser::open(Screen::Desk).await?;
    // The page opens with its first list held back: it is written into one that has none of its scripts yet.
    browser.client.goto(&format!("{}/api/health", server.address)).await?;
    let open = "fetch('/').then((page) => page.text()).then((html) => {
        const real = window.fetch;
        window.fetch = async (...asked) => {
            const answer = await real(...asked);
            if (new URL(asked[0].url ?? asked[0], location).pathname === '/api/cooks' && !window.letGo) {
                // Its work had to wait: read before what happens now, worked out after it.
                const first = await answer.json();
                const now = new Date(Date.now() + 30_000).toISOString();
                const late = { ...first, cooks: first.cooks.map((cook) => ({ ...cook, now })) };
                window.first = first;
                await new Promise((resolve) => { window.letGo = resolve; });
                return new Response(JSON.stringify(late), { headers: answer.headers });
            }
            return answer;
        };
        history.replaceState(null, '', '/stove');
        document.open();
        document.write(html);
        document.close();
    });";
    browser.client.execute(open, vec![]).await?;
    browser.until("window.letGo && window.first").await?;
    let turn = "const id = window.first.cooks.find((cook) => cook.status === 'cooking').id;
        const body = JSON.stringify([{ id: crypto.randomUUID(), kind: 'turn', ago_s: 0 }]);
        const headers = { 'content-type': 'application/json' };
        fetch(`/api/cooks/${id}/events`, { method: 'POST', headers, body })
            .then((answer) => { window.told = answer.ok; });";
    browser.client.execute(turn, vec![]).await?;
    browser.until("window.told").await?;
    // Heard within a second; the list comes after it.
    tokio::time::sleep(std::time::Duration::from_secs(1)).await;
    browser.client.execute("window.letGo();", vec![]).await?;
    browser
        .until(
            "document.querySelector('section [role=status]')?.innerText.includes('early: out at')",
        )
        .await?;
    Ok(())
}

/// The plan's own button begins a cook, by keys alone it goes on, and a second page sees every step.
#[tokio::test]
async fn two_pages_are_in_step_and_a_reload_changes_nothing() -> Outcome {
    let server = Server::demo()?;
    let browser = Browser::open(Screen::Desk).await?;
    browser.client.goto(&server.address).await?;
    browser.settled().await?;
    browser.press("Cook").await?;
    next(&browser, "In, and press").await?;
    let address = browser.client.current_url().await?;
    let second = Browser::open(Screen::Phone).await?;
    second.client.goto(address.as_str()).await?;
    next(&second, "In, and press").await?;
    type_keys(&browser.client, " ").await?;
    next(&browser, "Heat down").await?;
    next(&second, "Heat down").await?;
    let timer = "document.querySelector('[role=timer]').innerText";
    let seconds = |text: Value| cindo_e2e::seconds(text.as_str().unwrap_or_default());
    let (a, b) = (browser.until(timer).await?, second.until(timer).await?);
    assert!(seconds(a.clone()).abs_diff(seconds(b.clone())) <= 1, "{a} {b}");
    // Reloaded in the middle, its clock goes on.
    second.client.refresh().await?;
    next(&second, "Heat down").await?;
    let (a, b) = (browser.until(timer).await?, second.until(timer).await?);
    assert!(seconds(a.clone()).abs_diff(seconds(b.clone())) <= 1, "{a} {b}");
    // Turned far too early: the line says what that changes, on both, and moves no button of a phone.
    let place = "document.getElementById('stove-reading').getBoundingClientRect().top + scrollY";
    let stood = second.until(place).await?;
    type_keys(&browser.client, "t").await?;
    for page in [&browser, &second] {
        page.until(
            "document.querySelector('section [role=status]')?.innerText.includes('early: out at')",
        )
        .await?;
    }
    assert_eq!(second.until(place).await?, stood);
    type_keys(&browser.client, "z").await?;
    for page in [&browser, &second] {
        // What stands is what stood before: the demo's hake is in the same pan.
        page.until("document.querySelector('section [role=status]')?.innerText.startsWith('Other fish in the same heat')").await?;
    }
    // From a file, and by keys.
    let folder = tempfile::tempdir()?;
    let table = folder.path().join("probe.csv");
    std::fs::write(&table, "time,core_c\n0,5.0\n0.5,5.1\n")?;
    type_keys(&browser.client, "r").await?;
    let file = "dialog[open] input[type=file]";
    browser.until(&format!("document.querySelector('{file}')")).await?;
    let field = browser.client.find(Locator::Css(file)).await?;
    field.send_keys(table.to_str().ok_or("a path")?).await?;
    browser.until("document.body.innerText.includes('2 readings are new.')").await?;
    browser.until("!document.querySelector('dialog[open]')").await?;
    type_keys(&browser.client, "r").await?;
    browser.until("document.querySelector('dialog[open] input')").await?;
    browser.check_accessible().await?;
    type_keys(&browser.client, "12.5\u{E007}").await?;
    browser.until("!document.querySelector('dialog[open]')").await?;
    type_keys(&browser.client, "o").await?;
    for page in [&browser, &second] {
        next(page, "Eat").await?;
    }
    Ok(())
}

/// Three at once, each with its own clock; what is due calls from whichever page is open.
#[tokio::test]
async fn three_at_once_and_the_one_that_is_due_calls() -> Outcome {
    let server = Server::demo()?;
    let browser = Browser::open(Screen::Desk).await?;
    browser.client.goto(&format!("{}/stove", server.address)).await?;
    browser.until("document.querySelector('[role=timer]')").await?;
    begin(&browser, "Waiting one", 1, json!([])).await?;
    let late = json!([{ "kind": "in", "ago_s": 900 }]);
    let id = begin(&browser, "Late one", 1, late).await?;
    browser
        .until("document.querySelectorAll('ul[aria-label=\"On the stove\"] li').length === 3")
        .await?;
    browser.until("document.querySelector('.stove-rings')").await?;
    browser.press("Late one: Out, and rest").await?;
    next(&browser, "Take it out now").await?;
    assert!(browser.client.current_url().await?.path().ends_with(&format!("/{id}")));
    browser.until("document.querySelector('section[aria-label=Next]')?.innerText.includes('Each 10 s more')").await?;
    browser.check_accessible().await?;
    // One touch ends the alarm.
    browser.client.find(Locator::Css("[role=timer]")).await?.click().await?;
    browser.until("!document.querySelector('.stove-rings')").await?;
    type_keys(&browser.client, "2").await?;
    next(&browser, "In, and press").await?;
    // Off the list, and back.
    browser.press("Off the list").await?;
    browser
        .until("document.querySelectorAll('ul[aria-label=\"On the stove\"] li').length === 2")
        .await?;
    browser.press("Put it back").await?;
    browser
        .until("document.querySelectorAll('ul[aria-label=\"On the stove\"] li').length === 3")
        .await?;
    Ok(())
}

/// The heat fell: the clock stands until somebody says that it is back, and nothing calls meanwhile.
#[tokio::test]
async fn a_clock_waits_for_its_heat() -> Outcome {
    let server = Server::demo()?;
    let browser = Browser::open(Screen::Phone).await?;
    browser.client.goto(&format!("{}/stove", server.address)).await?;
    browser.until("document.querySelector('[role=timer]')").await?;
    let events =
        json!([{ "kind": "in", "ago_s": 60 }, { "kind": "heat", "medium_c": 170, "ago_s": 30 }]);
    let id = begin(&browser, "Cold pan", 1, events).await?;
    browser.client.goto(&format!("{}/stove/{id}", server.address)).await?;
    next(&browser, "Turn, flesh side down").await?;
    // What it was planned with says what to mind, here too.
    browser.press("Below 63").await?;
    browser
        .until("document.querySelector('[popover]:popover-open')?.innerText.includes('63')")
        .await?;
    type_keys(&browser.client, "\u{E00C}").await?;
    browser.press("Heat fell").await?;
    next(&browser, "Wait for the pan: back at 170").await?;
    let timer = "document.querySelector('[role=timer]').innerText";
    browser.until(&format!("/^then\\s+\\d+:\\d\\d$/.test({timer})")).await?;
    browser.until("document.querySelector('section[aria-label=Next]')?.innerText.includes('The clock waits for it')").await?;
    let before = browser.until(timer).await?;
    tokio::time::sleep(Duration::from_secs(3)).await;
    assert_eq!(browser.until(timer).await?, before, "it stands");
    browser.check_accessible().await?;
    browser.check_no_sideways_scroll().await?;
    let rings = "return document.querySelector('.stove-rings') !== null";
    assert_eq!(browser.client.execute(rings, vec![]).await?, json!(false), "nothing calls");
    browser.press("It is back").await?;
    next(&browser, "Turn, flesh side down").await?;
    browser
        .until("document.querySelector('section [role=status]')?.innerText.includes('The heat is back: out at')")
        .await?;
    Ok(())
}

/// The server goes away in the middle: the page says so and counts on, what is told is kept and arrives once.
#[tokio::test]
async fn without_the_server_taps_are_kept_and_arrive_once() -> Outcome {
    let folder = tempfile::tempdir()?;
    let file = folder.path().join("stove.db");
    let server = Server::on(&file, 0)?;
    let port = server.port();
    let browser = Browser::open(Screen::Phone).await?;
    browser.client.goto(&format!("{}/cards", server.address)).await?;
    let id = begin(&browser, "Hake", 1, json!([{ "kind": "in", "ago_s": 200 }])).await?;
    browser.client.goto(&format!("{}/stove/{id}", server.address)).await?;
    next(&browser, "Turn, flesh side down").await?;
    drop(server);
    browser.until("document.body.innerText.includes('The server is not heard')").await?;
    let timer = "document.querySelector('[role=timer]').innerText";
    let before = browser.until(timer).await?;
    browser.press("Turned").await?;
    browser.until("document.body.innerText.includes('1 told and kept')").await?;
    next(&browser, "Out, and rest").await?;
    // Away for ten seconds.
    tokio::time::sleep(Duration::from_secs(10)).await;
    assert_ne!(browser.until(timer).await?, before, "it counts on");
    let _server = Server::on(&file, port)?;
    browser.until("!document.body.innerText.includes('The server is not heard')").await?;
    browser
        .until("document.querySelector('section [role=status]')?.innerText.includes('out at')")
        .await?;
    let cook = cook_kept(&browser, id).await?;
    let turns = kinds_told(&cook).into_iter().filter(|kind| *kind == "turn").count();
    assert_eq!(turns, 1);
    Ok(())
}

/// A lid that the plan has comes off with a tap, and a fish moves into an oven that its plan knows nothing of.
#[tokio::test]
async fn the_lid_comes_off_and_it_moves_into_an_oven() -> Outcome {
    let server = Server::demo()?;
    let browser = Browser::open(Screen::Phone).await?;
    browser.client.goto(&format!("{}/stove", server.address)).await?;
    browser.until("document.querySelector('[role=timer]')").await?;
    let status = "document.querySelector('section [role=status]')?.innerText";
    let steamed = json!({ "method": "steam" });
    let into = json!([{ "kind": "in", "ago_s": 120 }]);
    let id = begin_other(&browser, "Steamed hake", 1, into.clone(), steamed).await?;
    browser.client.goto(&format!("{}/stove/{id}", server.address)).await?;
    browser.press("Lid off").await?;
    browser.until(&format!("{status}.includes('Lid off: out at')")).await?;
    browser.press("Lid on").await?;
    browser.until(&format!("{status}.includes('Lid on: out at')")).await?;

    let id = begin(&browser, "Hake", 1, into).await?;
    browser.client.goto(&format!("{}/stove/{id}", server.address)).await?;
    browser.press("Heat").await?;
    browser
        .until("document.querySelector('dialog[open]')?.innerText.includes('Or it moved to')")
        .await?;
    browser.check_accessible().await?;
    browser.press("Fan oven").await?;
    browser.until("!document.querySelector('dialog[open]')").await?;
    browser.until(&format!("{status}.includes('Into the fan oven')")).await?;
    browser.until(&format!("{NEXT_SECTION}.includes('Meanwhile: Into the fan oven.')")).await?;
    next(&browser, "Out, and rest").await?;
    // The pan's knob is left behind: the oven goes by degrees.
    browser.press("Heat").await?;
    browser.until("document.querySelector('dialog[open]')?.innerText.includes('or, °C')").await?;
    let knobs = "document.querySelector('dialog[open]')?.innerText.includes('shimmers')";
    assert_eq!(browser.client.execute(&format!("return {knobs}"), vec![]).await?, json!(false));
    Ok(())
}

/// Help is one key away: one thing to do, what it changes, and done with one tap.
#[tokio::test]
async fn trouble_is_one_key_away() -> Outcome {
    let server = Server::demo()?;
    let browser = Browser::open(Screen::Phone).await?;
    browser.client.goto(&format!("{}/stove", server.address)).await?;
    browser.until("document.querySelector('[role=timer]')").await?;
    let into = json!([{ "kind": "in", "ago_s": 300 }]);
    let id = begin(&browser, "Hake", 1, into).await?;
    browser.client.goto(&format!("{}/stove/{id}", server.address)).await?;
    next(&browser, "Turn, flesh side down").await?;
    type_keys(&browser.client, "h").await?;
    browser
        .until("document.querySelector('dialog[open]')?.innerText.includes('What went wrong?')")
        .await?;
    browser.check_accessible().await?;
    browser.press("Raw in the middle").await?;
    browser.until("document.querySelector('dialog[open]')?.innerText.includes('Lid on, ')").await?;
    browser.until("document.querySelectorAll('dialog[open] tbody tr').length === 2").await?;
    browser.check_accessible().await?;
    browser.press("Done").await?;
    browser.until("!document.querySelector('dialog[open]')").await?;
    browser
        .until(
            "document.querySelector('section [role=status]')?.innerText.includes('Lid on: out at')",
        )
        .await?;
    Ok(())
}

/// The simulated probe goes in with a tap, and what it says is on the screen.
#[tokio::test]
async fn the_simulated_probe_speaks_on_the_screen() -> Outcome {
    let server = Server::demo()?;
    let browser = Browser::open(Screen::Desk).await?;
    browser.client.goto(&format!("{}/stove", server.address)).await?;
    browser.until("document.querySelector('[role=timer]')").await?;
    let id = begin(&browser, "Fast hake", 30, json!([{ "kind": "in", "ago_s": 0 }])).await?;
    browser.client.goto(&format!("{}/stove/{id}", server.address)).await?;
    next(&browser, "Heat down").await?;
    type_keys(&browser.client, "r").await?;
    browser.press("Put the simulated probe in").await?;
    browser.until(&format!("{NEXT_SECTION}.includes('Simulated probe: ')")).await?;
    browser.until(&format!("{NEXT_SECTION}.includes('It cooks like ')")).await?;
    browser.until("document.querySelector('section [role=status]')?.innerText.includes('By its readings: out at')").await?;
    Ok(())
}

/// A finger that slips twice tells one movement and not the next one as well, and so does a key that is held down.
#[tokio::test]
async fn a_wet_finger_tells_once() -> Outcome {
    let server = Server::demo()?;
    let browser = Browser::open(Screen::Phone).await?;
    browser.client.goto(&format!("{}/stove", server.address)).await?;
    let id = begin(&browser, "Wet", 1, json!([])).await?;
    browser.client.goto(&format!("{}/stove/{id}", server.address)).await?;
    next(&browser, "In, and press").await?;
    // As soon as the button says the next movement, however slow the machine is.
    let twice = r"
        const [done] = arguments;
        const button = [...document.querySelectorAll('button')].find((b) => b.innerText === 'It is in');
        button.click();
        queueMicrotask(() => queueMicrotask(() => {
            const said = button.innerText;
            button.click();
            done(said);
        }));
    ";
    assert_eq!(browser.client.execute_async(twice, vec![]).await?, "Heat is set");
    next(&browser, "Heat down").await?;
    assert_eq!(kinds_told(&cook_kept(&browser, id).await?), ["in"]);
    let held = r"
        const [done] = arguments;
        const key = (repeat) => document.body.dispatchEvent(
            new KeyboardEvent('keydown', { key: ' ', code: 'Space', bubbles: true, repeat }));
        const wait = () => new Promise((over) => setTimeout(over, 500));
        wait().then(() => key(false)).then(wait).then(() => key(true)).then(wait).then(done);
    ";
    browser.client.execute_async(held, vec![]).await?;
    next(&browser, "Turn").await?;
    assert_eq!(kinds_told(&cook_kept(&browser, id).await?), ["in", "heat"]);
    Ok(())
}

#[tokio::test]
async fn a_forgotten_cook_is_named_and_discarded() -> Outcome {
    let server = Server::demo()?;
    let browser = Browser::open(Screen::Phone).await?;
    browser.client.goto(&format!("{}/stove", server.address)).await?;
    // Four hours and an hour more, at sixty times.
    let into = json!([{ "kind": "in", "ago_s": 300 }]);
    let id = begin(&browser, "Left overnight", 60, into).await?;
    browser.client.goto(&format!("{}/stove/{id}", server.address)).await?;
    browser.until("document.querySelector('[role=alert]')?.innerText.includes('In the heat for 5 h. Was it forgotten?')").await?;
    browser.check_accessible().await?;
    browser.check_no_sideways_scroll().await?;
    browser.press("Discard it").await?;
    browser.until("!document.body.innerText.includes('Was it forgotten?')").await?;
    Ok(())
}

/// The cue sheet has what this piece can show and nothing else; what is tapped moves the forecast and is said.
#[tokio::test]
async fn what_the_cook_sees_moves_the_forecast() -> Outcome {
    let server = Server::demo()?;
    let browser = Browser::open(Screen::Phone).await?;
    browser.client.goto(&format!("{}/stove", server.address)).await?;
    let into = json!([{ "kind": "in", "ago_s": 200 }]);
    let id = begin(&browser, "By eye", 1, into).await?;
    let planned_s = cook_kept(&browser, id).await?["forecast"]["pull_s"].as_f64().unwrap_or(0.0);
    browser.client.goto(&format!("{}/stove/{id}", server.address)).await?;
    browser.press("Cue").await?;
    let sheet = "document.querySelector('dialog[open]')?.innerText";
    browser.until(&format!("{sheet}.startsWith('What do you notice?')")).await?;
    browser.until(&format!("{sheet}.includes('as planned by now')")).await?;
    // The side comes first, and a loin has no bone to try.
    let first = "document.querySelector('dialog[open] legend')?.innerText === 'Side opaque'";
    browser.until(&format!("{first} && !{sheet}.includes('bone')")).await?;
    browser.check_accessible().await?;
    browser.check_no_sideways_scroll().await?;
    browser.press("four fifths up").await?;
    browser
        .until("document.body.innerText.includes('Side opaque four fifths up: out at ')")
        .await?;
    let kept = cook_kept(&browser, id).await?;
    let moved_s = kept["forecast"]["pull_s"].as_f64().unwrap_or(0.0) - planned_s;
    assert!(moved_s < -20.0, "{moved_s}");
    Ok(())
}
