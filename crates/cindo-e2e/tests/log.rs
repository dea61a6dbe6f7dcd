//! The log and the kitchen in the real browser: from the stove to the next plan, checks, files.

use cindo_e2e::{Browser, Screen, Server, seconds};
use fantoccini::Locator;

type Outcome = Result<(), Box<dyn std::error::Error>>;

/// A piece that the demo's log knows nothing of.
const COD: &str = "/?fish=cod&cut=loin&mm=30&skin=off&start=5&method=roast&done=medium";

/// A cook of that piece that waits to be served.
const RESTING: &str = r"
    const [done] = arguments;
    const request = { piece: { species: 'cod', cut: 'loin', thickness_mm: 30, skin: false, start_c: 5 },
        method: 'roast', doneness: 'medium' };
    const post = (path, body) => fetch(path, {
        method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body),
    }).then((answer) => answer.json());
    post('/api/cooks', { name: 'Cod for six', request }).then(async ({ id, forecast }) => {
        const events = [['in', forecast.pull_s + 60], ['out', 60]];
        await post(`/api/cooks/${id}/events`,
            events.map(([kind, ago_s]) => ({ id: crypto.randomUUID(), kind, ago_s })));
        done(id);
    });
";

/// The smallest picture there is: one red pixel (PNG).
const PIXEL: &[u8] = b"\x89\x50\x4e\x47\x0d\x0a\x1a\x0a\x00\x00\x00\x0d\x49\x48\x44\x52\x00\x00\x00\x01\x00\x00\x00\x01\x08\x02\x00\x00\x00\x90\x77\x53\xde\x00\x00\x00\x0c\x49\x44\x41\x54\x78\x9c\x63\xf8\xcf\xc0\x00\x00\x03\x01\x01\x00\xc9\xfe\x92\xef\x00\x00\x00\x00\x49\x45\x4e\x44\xae\x42\x60\x82";

async fn open(screen: Screen, path: &str) -> Result<(Server, Browser), Box<dyn std::error::Error>> {
    let server = Server::demo()?;
    let browser = Browser::open(screen).await?;
    browser.client.goto(&format!("{}{path}", server.address)).await?;
    Ok((server, browser))
}

#[tokio::test]
async fn from_the_stove_to_the_log_to_a_changed_next_plan() -> Outcome {
    let (server, browser) = open(Screen::Desk, COD).await?;
    browser.settled().await?;
    let solved = seconds(&browser.out().await?);
    let id = browser.client.execute_async(RESTING, vec![]).await?;
    browser.client.goto(&format!("{}/stove/{id}", server.address)).await?;
    browser.press("Served").await?;
    browser.until("document.body.innerText.includes('How did it come out?')").await?;
    browser.check_accessible().await?;
    browser.press("Over").await?;
    browser.press("2:00").await?;
    browser.press("Keep in the log").await?;
    browser.press("Look at it in the log").await?;
    browser.until("document.querySelector('h1')?.innerText === 'Cod for six'").await?;
    browser.until("document.body.innerText.includes('Came out over: 2:00 less')").await?;
    // As planned and as it was, one over the other.
    browser.until("document.querySelectorAll('main canvas').length === 2").await?;
    // A photo comes in, drawn anew, and goes again.
    let folder = tempfile::tempdir()?;
    let photo = folder.path().join("plate.png");
    std::fs::write(&photo, PIXEL)?;
    let chooser = browser.client.find(Locator::Css("input[aria-label=Photo]")).await?;
    chooser.send_keys(&photo.display().to_string()).await?;
    browser.until("document.querySelector('main img')?.naturalWidth === 1").await?;
    browser.check_accessible().await?;
    browser.press("Take the photo away").await?;
    browser.until("!document.querySelector('main img')").await?;

    browser.client.goto(&format!("{}{COD}", server.address)).await?;
    browser.until("document.body.innerText.includes('Last time over:')").await?;
    browser.press("Do so").await?;
    browser.until("location.search.includes('film=')").await?;
    browser.settled().await?;
    let changed = seconds(&browser.out().await?);
    assert!((15..=120).contains(&(solved - changed)), "{changed} s instead of {solved} s");
    browser.press("As solved").await?;
    browser.until("!location.search.includes('film=')").await?;
    browser.settled().await?;
    assert_eq!(seconds(&browser.out().await?), solved);
    browser.press("Not this time").await?;
    browser.until("!document.body.innerText.includes('Last time over:')").await?;
    Ok(())
}

#[tokio::test]
async fn three_taps_keep_a_cook_that_the_stove_did_not_see() -> Outcome {
    let (server, browser) = open(Screen::Phone, COD).await?;
    browser.settled().await?;
    browser.press("Cooked").await?;
    browser.until("document.querySelector('dialog[open]')").await?;
    browser.check_accessible().await?;
    browser.check_no_sideways_scroll().await?;
    for tap in ["Under", "Keep in the log"] {
        let path = format!("//dialog[@open]//button[contains(normalize-space(.), '{tap}')]");
        browser.client.find(Locator::XPath(&path)).await?.click().await?;
    }
    browser.until("document.body.innerText.includes('It is in the log.')").await?;
    browser.client.goto(&format!("{}/log", server.address)).await?;
    let first = "document.querySelector('main li a')?.innerText";
    browser.until(&format!("{first}?.includes('Cod loin') && {first}?.includes('under')")).await?;
    browser.check_no_sideways_scroll().await?;
    // Taken out by mistake, it is put back.
    browser.client.find(Locator::Css("main li a")).await?.click().await?;
    browser.press("Out of the log").await?;
    browser.until(&format!("{first}?.includes('Arctic char')")).await?;
    // The message slides in: a hand waits until it stands.
    tokio::time::sleep(std::time::Duration::from_millis(600)).await;
    browser.press("Put it back").await?;
    browser.until(&format!("{first}?.includes('Cod loin')")).await?;
    // From a card it is three taps, too.
    browser.client.goto(&format!("{}/cards", server.address)).await?;
    browser.until("document.querySelector('button[aria-label^=\"Cooked: \"]')").await?;
    browser.client.find(Locator::Css("button[aria-label^='Cooked: ']")).await?.click().await?;
    browser.until("document.querySelector('dialog[open]')").await?;
    for tap in ["Right", "Keep in the log"] {
        let path = format!("//dialog[@open]//button[contains(normalize-space(.), '{tap}')]");
        browser.client.find(Locator::XPath(&path)).await?.click().await?;
    }
    browser.until("document.body.innerText.includes('It is in the log.')").await?;
    Ok(())
}

#[tokio::test]
async fn the_log_is_found_by_words_and_kinds() -> Outcome {
    let (_server, browser) = open(Screen::Desk, "/log").await?;
    let rows = "document.querySelectorAll('main li').length";
    browser.until(&format!("{rows} === 40")).await?;
    browser.check_accessible().await?;
    browser.client.find(Locator::Css("input[type=search]")).await?.send_keys("gurn").await?;
    browser.until(&format!("{rows} === 3")).await?;
    let backspaces = "\u{e003}".repeat(4);
    browser.client.find(Locator::Css("input[type=search]")).await?.send_keys(&backspaces).await?;
    browser.until(&format!("{rows} === 40")).await?;
    let came_out = browser.client.find(Locator::Css("select[aria-label='Came out']")).await?;
    came_out.select_by_value("over").await?;
    browser.until(&format!("{rows} < 20 && {rows} > 0")).await?;
    // Reopened, the address shows the same.
    browser.until("location.search === '?verdict=over'").await?;
    let by_gear = Locator::XPath("//aside//label[normalize-space(.)='gear']");
    browser.client.find(by_gear).await?.click().await?;
    browser
        .until("document.querySelector('aside section:last-of-type table')?.innerText.includes('the big oven')")
        .await?;
    Ok(())
}

/// What the log says is shown on the plans that it changes before they go by it.
#[tokio::test]
async fn plans_are_shown_before_and_after_they_go_by_the_log() -> Outcome {
    let (_server, browser) = open(Screen::Phone, "/kitchen").await?;
    let row = "[...document.querySelectorAll('li')].find((l) => l.querySelector('b')?.innerText === 'the big oven')";
    browser.until(&format!("{row}?.innerText.includes('Go by the log')")).await?;
    let button = "//li[.//b[.='the big oven']]//button[contains(., 'Go by the log')]";
    browser.client.find(Locator::XPath(button)).await?.click().await?;
    // It runs 9 °C cool: its dial is set higher, and the moments stay or nearly so.
    browser
        .until(
            "/dial at 2\\d\\d.°C, out at/.test(document.querySelector('dialog[open]').innerText)",
        )
        .await?;
    browser.check_accessible().await?;
    browser.check_no_sideways_scroll().await?;
    browser.press("Let plans go by it").await?;
    browser.until(&format!("/Plans go by: runs 8.C° cool/.test({row}?.innerText)")).await?;
    Ok(())
}

#[tokio::test]
async fn a_pan_is_checked_by_its_smoke() -> Outcome {
    let (_server, browser) = open(Screen::Phone, "/kitchen").await?;
    let row = "[...document.querySelectorAll('li')].find((l) => l.querySelector('b')?.innerText === '26 cm cast-iron pan')";
    browser.until(&format!("{row}?.innerText.includes('Check')")).await?;
    let check = "//li[.//b[.='26 cm cast-iron pan']]//button[contains(., 'Check')]";
    browser.client.find(Locator::XPath(check)).await?.click().await?;
    // Another of its checks, and back.
    browser.press("Until water boils").await?;
    browser.until("document.querySelector('dialog[open]')?.innerText.includes('lid off')").await?;
    browser.press("Until its oil smokes").await?;
    // The clock of the page tells the seconds; here they are typed over.
    browser.press("Start the clock").await?;
    browser
        .until("document.querySelector('dialog[open]')?.innerText.includes('Stop at 0:01')")
        .await?;
    browser.press("Stop at").await?;
    let took = "[...document.querySelectorAll('dialog[open] input')].at(-1)";
    browser.until(&format!("Number({took}.value) < 20")).await?;
    browser.press("What does it say?").await?;
    browser
        .until(
            "document.querySelector('dialog[open] [role=alert]')?.innerText.includes('20 to 1800')",
        )
        .await?;
    let field = browser.client.find_all(Locator::Css("dialog[open] input")).await?;
    let field = field.last().ok_or("no field")?;
    field.clear().await?;
    field.send_keys("180").await?;
    browser.check_accessible().await?;
    browser.check_no_sideways_scroll().await?;
    browser.press("What does it say?").await?;
    browser.until("/About 1,\\d{3} W get into it, ±\\d+/.test(document.querySelector('dialog[open]').innerText)").await?;
    browser.check_accessible().await?;
    browser.press("Let plans go by it").await?;
    browser
        .until(&format!("/Plans go by: as usual, 1,\\d{{3}} W at most/.test({row}.innerText)"))
        .await?;
    Ok(())
}

#[tokio::test]
async fn a_check_of_the_oven_from_start_to_accepted() -> Outcome {
    let (server, browser) = open(Screen::Desk, "/kitchen").await?;
    let oven = "//li[.//b[.='the big oven']]";
    let row = "[...document.querySelectorAll('li')].find((l) => l.querySelector('b')?.innerText === 'the big oven')?.innerText";
    browser.until(&format!("{row}?.includes('The log says, from 10 cooks and 1 check')")).await?;
    browser.check_accessible().await?;
    let button = format!("{oven}//button[contains(., 'Check')]");
    browser.client.find(Locator::XPath(&button)).await?.click().await?;
    browser.until("document.querySelectorAll('dialog[open] input').length === 4").await?;
    let fields = browser.client.find_all(Locator::Css("dialog[open] input")).await?;
    for (place, read) in [(1, "170"), (3, "209")] {
        fields[place].clear().await?;
        fields[place].send_keys(read).await?;
    }
    browser.check_accessible().await?;
    browser.press("What does it say?").await?;
    browser
        .until(
            "/It runs 11.C° cool, ±\\d.C°/.test(document.querySelector('dialog[open]').innerText)",
        )
        .await?;
    browser.press("Let plans go by it").await?;
    browser.until("!document.querySelector('dialog[open]')").await?;
    browser.until(&format!("/Plans go by: runs (8|9|10|11).C° cool/.test({row})")).await?;
    browser.until(&format!("{row}.includes('2 checks')")).await?;
    browser.client.goto(&format!("{}{COD}", server.address)).await?;
    browser.settled().await?;
    let card = "document.querySelector('section[aria-label=Card]').innerText";
    browser
        .until(&format!("{card}.includes('your dial:') && {card}.includes('The big oven runs')"))
        .await?;
    Ok(())
}

#[tokio::test]
async fn a_table_with_errors_brings_in_what_can_be_read() -> Outcome {
    let folder = tempfile::tempdir()?;
    let file = folder.path().join("old.csv");
    std::fs::write(
        &file,
        "\u{feff}at;fish;method;thickness_mm;verdict\n2026-10-01 19:30;Hake;Sear;27,5;right\nsoon;hake;sear;28;\n",
    )?;
    let (_server, browser) = open(Screen::Desk, "/log").await?;
    browser.until("document.querySelectorAll('main li').length === 40").await?;
    let chooser = browser.client.find(Locator::Css("input[type=file]")).await?;
    chooser.send_keys(&file.display().to_string()).await?;
    let dialog = "document.querySelector('dialog[open]')?.innerText";
    browser.until(&format!("{dialog}?.includes('1 new, 1 cannot be used')")).await?;
    browser.until(&format!("{dialog}.includes('at: is no time')")).await?;
    browser.check_accessible().await?;
    browser.press("Keep 1 cook").await?;
    browser.until("document.querySelectorAll('main li').length === 41").await?;
    Ok(())
}

#[tokio::test]
async fn a_pan_of_ones_own_is_told_once_and_used_everywhere() -> Outcome {
    let (server, browser) = open(Screen::Phone, "/kitchen").await?;
    browser.press("Gear of your own").await?;
    browser.until("document.querySelector('dialog[open]')").await?;
    let name = browser.client.find(Locator::Css("dialog[open] input")).await?;
    name.send_keys("grandmother's pan").await?;
    let like = browser.client.find(Locator::Css("dialog[open] select")).await?;
    like.select_by_value("cast_iron_26").await?;
    browser.check_accessible().await?;
    browser.check_no_sideways_scroll().await?;
    browser.client.find(Locator::XPath("//dialog[@open]//button[.='Keep']")).await?.click().await?;
    browser.until("document.body.innerText.includes(\"grandmother's pan\")").await?;
    browser.check_no_sideways_scroll().await?;
    // Its words are those of the plan as soon as it is the only pan at hand.
    browser.set_kitchen("{ at_hand: ['grandmother_s_pan'] }").await?;
    browser.client.goto(&server.address).await?;
    browser.settled().await?;
    browser
        .until("document.querySelector('section[aria-labelledby=vessel]')?.innerText.includes(\"grandmother's pan\")")
        .await?;
    Ok(())
}

/// Both are whole in the evening too.
#[tokio::test]
async fn log_and_kitchen_are_readable_in_the_dark() -> Outcome {
    let (server, browser) = open(Screen::Phone, "/log").await?;
    let dark = "localStorage.setItem('cindo.preferences', JSON.stringify({theme: 'dark'}))";
    browser.client.execute(dark, vec![]).await?;
    for (path, ready) in [
        ("/log", "document.querySelectorAll('main li').length === 40"),
        ("/log/40", "document.querySelectorAll('main canvas').length === 1"),
        ("/kitchen", "document.body.innerText.includes('The log says')"),
    ] {
        browser.client.goto(&format!("{}{path}", server.address)).await?;
        browser.until(ready).await?;
        browser.check_accessible().await?;
        browser.check_no_sideways_scroll().await.map_err(|e| format!("{path}: {e}"))?;
    }
    Ok(())
}

/// What another device says of the same entry meanwhile.
const THEIRS: &str = r"
    const [id, done] = arguments;
    fetch(`/api/log/${id}/remark`, {
        method: 'PUT', headers: { 'Content-Type': 'application/json', 'If-Match': '*' },
        body: JSON.stringify({ verdict: 'under', note: 'From the other phone' }),
    }).then((answer) => done(answer.status), (e) => done(String(e)));
";

#[tokio::test]
async fn two_devices_that_change_one_remark_are_asked_which_stays() -> Outcome {
    let (server, browser) = open(Screen::Phone, COD).await?;
    browser.settled().await?;
    let id = browser.client.execute_async(RESTING, vec![]).await?;
    let serve = r"const [id, done] = arguments;
        fetch(`/api/cooks/${id}/events`, { method: 'POST', headers: { 'Content-Type': 'application/json' },
            body: JSON.stringify([{ id: crypto.randomUUID(), kind: 'serve' }]) })
        .then((answer) => answer.json()).then((cook) => done(cook.log_entry));";
    let entry = browser.client.execute_async(serve, vec![id]).await?;
    browser.client.goto(&format!("{}/log/{entry}", server.address)).await?;
    let verdict = "document.querySelector('button[aria-pressed=true]')?.innerText";
    for (mine, stays) in [(true, "Over"), (false, "Under")] {
        browser.until("document.body.innerText.includes('How did it come out?')").await?;
        browser.press("Over").await?;
        let status = browser.client.execute_async(THEIRS, vec![entry.clone()]).await?;
        assert_eq!(status, 200);
        browser.press("Keep in the log").await?;
        browser
            .until("document.querySelector('dialog[open]')?.innerText.includes('Which one stays?')")
            .await?;
        browser.check_accessible().await?;
        browser.check_no_sideways_scroll().await?;
        browser.press(if mine { "Keep mine" } else { "Keep theirs" }).await?;
        browser.until("!document.querySelector('dialog[open]')").await?;
        browser.client.goto(&format!("{}/log/{entry}", server.address)).await?;
        browser.until(&format!("{verdict} === '{stays}'")).await?;
    }
    Ok(())
}
