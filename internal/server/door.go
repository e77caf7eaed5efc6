package server

import (
	"mime"
	"net"
	"net/http"
	"net/url"
	"slices"
	"strings"
	"time"

	"github.com/gin-gonic/gin"
)

// Bounds of a request in time. A stream sets the time to write anew with each
// thing it says.
const (
	HeaderTime  = 10 * time.Second  // to send the head of a request
	ReadTime    = 60 * time.Second  // to send all of it
	IdleTime    = 120 * time.Second // between two requests of a connection
	writeTime   = 60 * time.Second  // to take the answer
	workTime    = 30 * time.Second  // to work the answer out
	HeaderBytes = 32 << 10
)

// door lets in what comes from the application's own pages, or from programs
// that are no browser's page: the host asked for is one of the addresses that
// people use, what a page of another origin sends is refused, and what is
// written says that it is JSON, or a file of a kind that is taken.
type door struct {
	hosts  []string // beside loopback, lower case, with the port if it isn't the scheme's
	origin *http.CrossOriginProtection
}

// newDoor takes the addresses that people use, such as https://homalos.example.
func newDoor(addresses []string) *door {
	d := &door{origin: http.NewCrossOriginProtection()}
	for _, a := range addresses {
		if at, err := url.Parse(a); err == nil && at.Host != "" {
			d.hosts = append(d.hosts, strings.ToLower(at.Host))
			_ = d.origin.AddTrustedOrigin(at.Scheme + "://" + at.Host) // it was parsed
		}
	}
	return d
}

// loopback says whether a host is this machine itself, by a name that no other
// machine can take.
func loopback(host string) bool {
	if name, _, err := net.SplitHostPort(host); err == nil {
		host = name
	}
	ip := net.ParseIP(strings.Trim(host, "[]"))
	return strings.EqualFold(host, "localhost") || ip != nil && ip.IsLoopback()
}

// kinds are the media types that are taken; no page can send them elsewhere
// without being asked first.
var kinds = []string{"application/json", "text/csv", "application/dxf", "image/jpeg", "image/png"}

func (d *door) check(c *gin.Context) {
	r := c.Request
	_ = http.NewResponseController(c.Writer).SetWriteDeadline(time.Now().Add(writeTime)) // not every connection has one
	host := strings.ToLower(r.Host)
	if !loopback(host) && !slices.Contains(d.hosts, host) {
		refuse(c, http.StatusMisdirectedRequest, "this is not an address of the application: whoever runs it can add it with -at")
		return
	}
	if d.origin.Check(r) != nil || foreign(r) {
		refuse(c, http.StatusForbidden, "a page of another origin asked for this: open the application itself")
		return
	}
	if r.Method == http.MethodGet || r.Method == http.MethodHead || r.ContentLength == 0 {
		return
	}
	if kind, _, err := mime.ParseMediaType(r.Header.Get("Content-Type")); err != nil || !slices.Contains(kinds, kind) {
		refuse(c, http.StatusUnsupportedMediaType, "say what this is with Content-Type: application/json; for a file text/csv, application/dxf, image/jpeg or image/png")
	}
}

// foreign says whether a page of another origin reads: nothing is given to it,
// though it could not see it.
func foreign(r *http.Request) bool {
	at := r.Header.Get("Origin")
	if at == "" {
		return r.Header.Get("Sec-Fetch-Site") == "cross-site" && r.Header.Get("Sec-Fetch-Mode") != "navigate"
	}
	from, err := url.Parse(at)
	return err != nil || !strings.EqualFold(from.Host, r.Host)
}

// refuse answers with a problem before any route is looked for.
func refuse(c *gin.Context, status int, detail string) {
	c.Header("Content-Type", "application/problem+json")
	c.AbortWithStatusJSON(status, map[string]any{"title": http.StatusText(status), "status": status, "detail": detail})
}
