package job

import "unicode"

// Control is where a control character stands in a text, but for line ends and
// tabs; -1 if none does.
func Control(text string) int {
	for i, r := range text {
		if unicode.IsControl(r) && r != '\n' && r != '\t' {
			return i
		}
	}
	return -1
}

const noControl = "it holds a control character: remove it"
