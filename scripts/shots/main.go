// Command shots takes pictures of the running application's views: of its
// main views by name, or of one address.
package main

import (
	"context"
	"flag"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"time"

	"github.com/chromedp/chromedp"

	"homalos/internal/browser"
)

type shot struct {
	name          string
	width, height int64
	path          string
	press         string // before the picture; several with | between
	dark          bool
}

const bindery = "/jobs/0190c0de-0000-7000-8000-000000000001"

const wardrobe = "/jobs/0190c0de-0000-7000-8000-000000000002"

var views = []shot{
	{"plan-1280", 1280, 860, bindery + "/read?view=plan", "", false},
	{"assess-1280", 1280, 800, bindery + "/read?view=assess", "", false},
	{"read-1280", 1280, 800, bindery + "/read?wall=A", "", false},
	{"read-390", 390, 844, bindery + "/read?wall=A", "", false},
	{"line-1280", 1280, 860, bindery + "/line?wall=D&side=strike", "Check: corner 5 to the A end", false},
	{"corner-1280", 1280, 1000, bindery + "/line?wall=D&side=decide", "", false},
	{"mark-1280", 1280, 1280, bindery + "/mark?wall=A", "A-S2 stud|Look", false},
	{"opening-1280", 1280, 1400, bindery + "/mark?in=P1", "", false},
	{"mark-dark-1280", 1280, 800, bindery + "/mark?wall=B", "B-J1 jack", true},
	{"crossing-1280", 1280, 2200, bindery + "/mark?wall=B", "", false},
	{"half-1280", 1280, 800, bindery + "/mark?wall=H", "", false},
	{"lockers-1280", 1280, 800, bindery + "/mark?wall=L", "", false},
	{"steel-1280", 1280, 800, wardrobe + "/mark?wall=D", "", false},
	{"kind-1280", 1280, 800, bindery + "/line?wall=H&side=kind", "", false},
	{"mark-390", 390, 844, bindery + "/mark?wall=A", "", false},
	{"cut-1280", 1280, 900, bindery + "/cut", "A-T1|B-T1|B-S1|B-S2|B-K1|A-S8", false}, // what follows shows them cut
	{"sticks-1280", 1280, 1000, bindery + "/cut?view=sticks", "", false},
	{"yard-1280", 1280, 1000, bindery + "/cut?view=yard", "nails for the frame", false},
	{"boards-1280", 1280, 1000, bindery + "/cut?view=boards&for=B", "", false},
	{"stand-1280", 1280, 1000, bindery + "/stand?wall=B", "", false},
	{"days-1280", 1280, 1500, bindery + "/stand?view=days", "", false},
	{"stand-390", 390, 844, bindery + "/stand?wall=B", "", false},
	{"days-390", 390, 844, bindery + "/stand?view=days", "", false},
	{"cut-390", 390, 844, bindery + "/cut", "", false},
	{"saw-390", 390, 844, bindery + "/cut?saw=1", "", false},
	{"prove-1280", 1280, 1100, bindery + "/prove?wall=B&check=B.plumb-across.end", "", false}, // from here on work was done
	{"change-390", 390, 844, bindery + "/prove?view=change", "", false},
	{"prove-390", 390, 844, bindery + "/prove?wall=B&check=B.light", "", false},
	{"open-1280", 1280, 900, bindery + "/prove?view=open", "", false},
	{"log-1280", 1280, 900, bindery + "/prove?view=log", "", false},
	{"change-1280", 1280, 900, bindery + "/prove?view=change", "", false},
	{"figures-1280", 1280, 1500, bindery + "/prove?view=figures", "", false},
}

func main() {
	base := flag.String("at", "http://127.0.0.1:8080", "address of the application")
	folder := flag.String("to", "docs/screenshots", "folder for the pictures")
	only := flag.String("only", "", "one view by name")
	path := flag.String("path", "", "any address, as other.png")
	press := flag.String("press", "", "what to press first, with -path; label=text types")
	width := flag.Int64("width", 1280, "with -path")
	height := flag.Int64("height", 800, "with -path")
	dark := flag.Bool("dark", false, "with -path")
	joined := flag.Bool("join", false, "lay the pictures named side by side into the first name")
	flag.Parse()
	if *joined {
		if err := join(flag.Arg(0), flag.Args()[1:]); err != nil {
			fmt.Fprintln(os.Stderr, err)
			os.Exit(1)
		}
		return
	}
	shots := views
	if *path != "" {
		shots = []shot{{"other", *width, *height, *path, *press, *dark}}
	}
	if err := takeAll(*base, *folder, *only, shots); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

func takeAll(base, folder, only string, shots []shot) error {
	chromium, stop, err := browser.Start(context.Background())
	if err != nil {
		return err
	}
	defer stop()
	for _, s := range shots {
		if only != "" && only != s.name {
			continue
		}
		if strings.HasPrefix(s.name, "prove-1280") {
			if err := prove(base); err != nil {
				return err
			}
		}
		if err := take(chromium, base, folder, s); err != nil {
			return fmt.Errorf("%s: %w", s.name, err)
		}
	}
	return nil
}

func take(chromium *browser.Chromium, base, folder string, s shot) error {
	ctx, done, err := chromium.Window(s.width, s.height, 10*time.Minute)
	if err != nil {
		return err
	}
	defer done()
	if s.dark {
		if err := chromedp.Do(ctx, chromedp.Navigate(base+"/"), chromedp.Evaluate[chromedp.Void](`localStorage.setItem("mantine-color-scheme-value", "dark")`)); err != nil {
			return err
		}
	}
	if err := chromedp.Do(ctx, chromedp.Navigate(base+s.path)); err != nil {
		return err
	}
	if err := browser.Until(ctx, `document.querySelector("main") && !document.querySelector("[role=status]") && document.fonts.status === "loaded"`); err != nil {
		return err
	}
	for _, words := range strings.Split(s.press, "|") {
		if words == "" {
			continue
		}
		if label, text, typed := strings.Cut(words, "="); typed {
			if err := browser.Type(ctx, label, text); err != nil {
				return err
			}
			continue
		}
		if err := browser.Press(ctx, words); err != nil {
			return err
		}
	}
	if err := chromedp.Do(ctx, chromedp.Evaluate[chromedp.Void](`(window.scrollTo(0, 0), document.activeElement && document.activeElement.tagName === "g" && document.activeElement.blur())`), chromedp.Sleep(500*time.Millisecond)); err != nil {
		return err
	}
	png, err := chromedp.Run(ctx, chromedp.CaptureScreenshot())
	if err != nil {
		return err
	}
	if err := os.MkdirAll(folder, 0o755); err != nil {
		return err
	}
	return os.WriteFile(filepath.Join(folder, s.name+".png"), png, 0o644)
}
