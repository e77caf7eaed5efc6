// Package browser drives headless Chromium for the interface's tests and for
// the pictures in the documentation.
package browser

import (
	"context"
	"fmt"
	"strings"
	"time"

	"github.com/chromedp/chromedp"
)

// Chromium is a browser that runs; its windows know nothing of one another.
type Chromium struct{ ctx context.Context }

// Start starts Chromium; stop ends it with all its windows.
func Start(parent context.Context) (c *Chromium, stop func(), err error) {
	allocator, cancel := chromedp.NewExecAllocator(parent,
		chromedp.ExecPath("/usr/bin/chromium-headless-shell"), chromedp.NoFirstRun, chromedp.NoDefaultBrowserCheck, chromedp.NoSandbox, chromedp.DisableGPU,
		chromedp.Flag("disable-quic", true), chromedp.Flag("disable-background-networking", true),
		chromedp.Flag("disable-component-update", true), chromedp.Flag("disable-sync", true), chromedp.Flag("disable-dev-shm-usage", true),
		chromedp.Flag("disable-background-timer-throttling", true), chromedp.Flag("disable-renderer-backgrounding", true), // one window in front of another
		chromedp.Flag("hide-scrollbars", true), chromedp.Flag("force-device-scale-factor", "1"))
	ctx, done := chromedp.NewContext(allocator)
	stop = func() {
		_ = chromedp.Cancel(ctx)
		done()
		cancel()
	}
	if err := chromedp.Do(ctx); err != nil {
		stop()
		return nil, nil, fmt.Errorf("starting Chromium: %w", err)
	}
	return &Chromium{ctx}, stop, nil
}

// Window opens a window whose cookies and storage are its own, for at most so long.
func (c *Chromium) Window(width, height int64, most time.Duration) (ctx context.Context, closeIt func(), err error) {
	window, cancel := chromedp.NewContext(c.ctx, chromedp.WithNewBrowserContext())
	ctx, timedOut := context.WithTimeout(window, most)
	closeIt = func() {
		_ = chromedp.Cancel(window)
		timedOut()
		cancel()
	}
	if err := chromedp.Do(ctx, chromedp.EmulateViewport(width, height)); err != nil {
		closeIt()
		return nil, nil, fmt.Errorf("opening a window: %w", err)
	}
	return ctx, closeIt, nil
}

// patience is how long something may take to come true: many times what it takes on a
// slow machine, so that only what never comes ends by it.
const patience = 4 * time.Minute

// Until waits until a JavaScript expression is true, or says what the page
// showed instead. The page itself looks, whenever it has changed.
func Until(ctx context.Context, expression string) error {
	deadline := time.Now().Add(patience)
	look := `new Promise(done => {
		let told = false, soon = 0;
		const end = is => { if (!told) { told = true; watch.disconnect(); clearInterval(often); clearTimeout(last); done(is); } };
		const look = () => { soon = 0; if (told) return; try { if (` + expression + `) end(true); } catch {} };
		const watch = new MutationObserver(() => { soon ||= setTimeout(look, 25); });
		watch.observe(document, {subtree: true, childList: true, attributes: true, characterData: true});
		const often = setInterval(look, 100), last = setTimeout(() => end(false), 2000);
		look();
	})`
	for {
		ok, err := chromedp.Run(ctx, chromedp.Evaluate[bool](look, chromedp.EvalAwaitPromise))
		if err == nil && ok {
			return nil
		}
		if time.Now().After(deadline) || ctx.Err() != nil {
			text, _ := chromedp.Run(ctx, chromedp.Evaluate[string](`location.href + "\n" + document.body.innerText`))
			return fmt.Errorf("waiting for %s; last error %v; the page shows:\n%s", expression, err, text)
		}
		if err != nil { // it goes to another page
			time.Sleep(20 * time.Millisecond)
		}
	}
}

// Says waits until the page's text holds all of these.
func Says(ctx context.Context, texts ...string) error {
	for _, t := range texts {
		if err := Until(ctx, fmt.Sprintf("document.body.innerText.toLowerCase().includes(%q)", strings.ToLower(t))); err != nil {
			return err
		}
	}
	return nil
}

// Press clicks the first button, link or piece whose label or text holds the
// words.
func Press(ctx context.Context, words string) error {
	find := fmt.Sprintf(`[...document.querySelectorAll('button,a,summary,[role=button],[role=radio],input[type=checkbox],label,[role=menuitem]')].find(e => ((e.getAttribute('aria-label') || '') + ' ' + (e.innerText || '')).toLowerCase().includes(%q) && e.getClientRects().length)`, strings.ToLower(words))
	// found and pressed in one go: the page may change between two looks
	return Until(ctx, "(() => { const e = "+find+"; if (!e || e.disabled) return false; e.scrollIntoView({block:'center'}); e.focus(); e.dispatchEvent(new MouseEvent('click', {bubbles: true, cancelable: true})); return true; })()")
}

// Type writes into the field with this label, replacing what is there; the
// text may end with \n for Enter.
func Type(ctx context.Context, label, text string) error {
	find := fmt.Sprintf(`[...document.querySelectorAll('label')].filter(l => l.innerText.toLowerCase().startsWith(%q) && l.getClientRects().length).map(l => document.getElementById(l.htmlFor)).filter(f => f && f.type === 'text')[0]`, strings.ToLower(label))
	if err := Until(ctx, "(() => { const f = "+find+"; if (!f) return false; f.focus(); f.select(); return document.activeElement === f; })()"); err != nil {
		return err
	}
	return chromedp.Do(ctx, chromedp.KeyEvent(strings.ReplaceAll(text, "\n", "\r")))
}
