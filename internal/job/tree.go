package job

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"unicode/utf8"
)

// Bounds on what is read at all.
const (
	MostBytes  = 8 << 20
	mostValues = 500_000
	mostDepth  = 16
)

// node is a JSON value that remembers doubled fields.
type node struct {
	kind   byte // { [ s n b 0
	text   string
	truth  bool
	fields []field
	list   []*node
	size   int // bytes of its text
}

type field struct {
	name  string
	value *node
}

type treeReader struct {
	dec    *json.Decoder
	raw    []byte
	values int
}

// readTree reads one JSON value and nothing after it.
func readTree(raw []byte, most int) (*node, Faults) {
	var faults Faults
	if len(raw) > most {
		faults.Add("$", "the text is larger than %d MiB: split it", most>>20)
		return nil, faults
	}
	if !utf8.Valid(raw) {
		faults.Add("$", "the text is not UTF-8: save it again as UTF-8")
		return nil, faults
	}
	t := &treeReader{dec: json.NewDecoder(bytes.NewReader(raw)), raw: raw}
	t.dec.UseNumber()
	n, err := t.value(0)
	if err == nil {
		if _, extra := t.dec.Token(); extra != io.EOF {
			err = errors.New("something follows the document: remove it")
		}
	}
	if err != nil {
		faults.Add("$", "%s", t.explain(err))
		return nil, faults
	}
	return n, nil
}

func (t *treeReader) explain(err error) string {
	if errors.Is(err, io.EOF) || errors.Is(err, io.ErrUnexpectedEOF) {
		return "the document ends too early: a bracket or quote is not closed"
	}
	at := int(t.dec.InputOffset())
	var syntax *json.SyntaxError
	if errors.As(err, &syntax) {
		at = int(syntax.Offset)
	}
	at = min(max(at, 0), len(t.raw))
	line := 1 + bytes.Count(t.raw[:at], []byte{'\n'})
	column := at - bytes.LastIndexByte(t.raw[:at], '\n')
	return fmt.Sprintf("not JSON at line %d, column %d: %s", line, column, err)
}

func (t *treeReader) value(depth int) (*node, error) {
	start := t.dec.InputOffset()
	token, err := t.dec.Token()
	if err != nil {
		return nil, err
	}
	if t.values++; t.values > mostValues {
		return nil, fmt.Errorf("more than %d values: split the job", mostValues)
	}
	switch v := token.(type) {
	case string:
		return &node{kind: 's', text: v}, nil
	case json.Number:
		return &node{kind: 'n', text: v.String()}, nil
	case bool:
		return &node{kind: 'b', truth: v}, nil
	case nil:
		return &node{kind: '0'}, nil
	}
	if depth == mostDepth {
		return nil, fmt.Errorf("brackets nested more than %d deep", mostDepth)
	}
	n := &node{kind: byte(token.(json.Delim))}
	for t.dec.More() {
		name := ""
		if n.kind == '{' {
			key, err := t.dec.Token()
			if err != nil {
				return nil, err
			}
			name, _ = key.(string)
		}
		v, err := t.value(depth + 1)
		if err != nil {
			return nil, err
		}
		if n.kind == '{' {
			n.fields = append(n.fields, field{name, v})
		} else {
			n.list = append(n.list, v)
		}
	}
	_, err = t.dec.Token()
	n.size = int(t.dec.InputOffset() - start)
	return n, err
}
