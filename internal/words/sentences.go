package words

type Code int

var sentences = map[Code][]part{}
