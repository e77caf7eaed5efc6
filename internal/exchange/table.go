package exchange

import (
	"bufio"
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"slices"
	"strings"

	"homalos/internal/job"
)

// eachRow reads a table of text: commas, semicolons and tabs part its columns. Its first
// line names them; every fault names its line, and after a hundred it ends. wanted says
// what columns there could be, rows are called what they hold;
// each says whether one counts to the most there may be.
func eachRow(r io.Reader, wanted string, most int, called string, faults *job.Faults, head func(names []string), each func(line string, row []string) bool) {
	limited := &io.LimitedReader{R: r, N: MostBytes + 1}
	text := bufio.NewReaderSize(limited, 64<<10)
	begin, _ := text.Peek(4096)
	switch {
	case len(bytes.TrimSpace(begin)) == 0:
		faults.Add("line 1", "empty: the first line names the columns: %s", wanted)
		return
	case bytes.HasPrefix(begin, []byte{0xff, 0xfe}) || bytes.HasPrefix(begin, []byte{0xfe, 0xff}) || bytes.IndexByte(begin, 0) >= 0:
		faults.Add("line 1", "this is UTF-16 or no text at all: save it as CSV, UTF-8")
		return
	case bytes.HasPrefix(begin, []byte{0xef, 0xbb, 0xbf}):
		_, _ = text.Discard(3)
		begin = begin[3:]
	}
	rows := csv.NewReader(text)
	rows.FieldsPerRecord = -1
	rows.ReuseRecord = true
	first, _, _ := bytes.Cut(begin, []byte{'\n'})
	for _, by := range []byte{';', '\t'} {
		if bytes.Count(first, []byte{by}) > bytes.Count(first, []byte{','}) {
			rows.Comma = rune(by)
		}
	}
	names, err := rows.Read()
	if err != nil {
		faults.Add("line 1", "%s", said(err))
		return
	}
	if head(names); len(*faults) > 0 {
		return
	}
	for n := 0; ; {
		row, err := rows.Read()
		if errors.Is(err, io.EOF) {
			return
		}
		if err != nil { // it has no row to tell the line of
			line := 1
			var parse *csv.ParseError
			if errors.As(err, &parse) {
				line = parse.StartLine
			}
			faults.Add(at(line), "%s", said(err))
			return
		}
		line, _ := rows.FieldPos(0)
		if limited.N <= 0 {
			faults.Add(at(line), "the file is larger than %d MiB: split it before this line", MostBytes>>20)
			return
		}
		if !slices.ContainsFunc(row, func(cell string) bool { return strings.TrimSpace(cell) != "" }) {
			continue // a file may be blank for long
		}
		if n == most {
			faults.Add(at(line), "more than %d %s: split the file before this line", most, called)
			return
		}
		if each(at(line), row) {
			n++
		}
		if len(*faults) >= 100 {
			faults.Add(at(line), "and so on: mend these first")
			return
		}
	}
}

func at(line int) string { return fmt.Sprintf("line %d", line) }

func said(err error) string {
	var parse *csv.ParseError
	if errors.As(err, &parse) {
		return fmt.Sprintf("column %d: %s: mend the quotes or the column", parse.Column, parse.Err)
	}
	if errors.Is(err, io.EOF) {
		return "empty"
	}
	return err.Error()
}
