package document

import (
	"bytes"
	"fmt"
	"html/template"
	"slices"
	"strings"

	"github.com/yuin/goldmark"
	"github.com/yuin/goldmark/extension"
	"github.com/yuin/goldmark/parser"

	"firmitas/core/coating"
	"firmitas/core/table"
	"firmitas/docs"
)

var formatsTemplate = template.Must(template.New("formats").Parse(`<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta name="color-scheme" content="light dark">
<link rel="icon" href="/icon.svg" type="image/svg+xml">
<link rel="stylesheet" href="/care/page.css">
<title>Open formats</title>
</head>
<body class="wide">
<main>
{{.}}
</main>
</body>
</html>
`))

// FormatsPage is docs/formats.md as a page, with every column, word and kind that a table of products may name.
func FormatsPage() ([]byte, error) {
	text, err := docs.Formats.ReadFile("formats.md")
	if err != nil {
		return nil, err
	}
	var body, page bytes.Buffer
	md := goldmark.New(goldmark.WithExtensions(extension.Table), goldmark.WithParserOptions(parser.WithAutoHeadingID()))
	if err := md.Convert(append(text, known()...), &body); err != nil {
		return nil, err
	}
	err = formatsTemplate.Execute(&page, template.HTML(body.String())) //nolint:gosec // our own text
	return page.Bytes(), err
}

// known lists what a table of products may name, from the tables by which it is read.
func known() []byte {
	var b bytes.Buffer
	b.WriteString("\n## What columns may be called\nCapitals, spaces, accents and units in brackets do not matter.\n\n" +
		"| column | on screen | English | German | French | Spanish |\n| --- | --- | --- | --- | --- | --- |\n")
	rows := table.Must("headings.csv", headingsCSV)
	for _, c := range columns {
		i := slices.IndexFunc(rows, func(r map[string]string) bool { return r["column"] == c })
		fmt.Fprintf(&b, "| %s | %s |", c, titles[c])
		inLanguages(&b, rows[i])
	}
	b.WriteString("\n## What words stand for\n\n| column | value | English | German | French | Spanish |\n" +
		"| --- | --- | --- | --- | --- | --- |\n")
	for _, v := range table.Must("values.csv", valuesCSV) {
		fmt.Fprintf(&b, "| %s | %s |", strings.ReplaceAll(v["columns"], " ", ", "), v["value"])
		inLanguages(&b, v)
	}
	b.WriteString("\n## Kinds\nBy their names or their ids.\n\n| kind | id |\n| --- | --- |\n")
	for _, f := range coating.FamiliesInOrder() {
		fmt.Fprintf(&b, "| %s | %s |\n", f.Name, f.ID)
	}
	return b.Bytes()
}

func inLanguages(b *bytes.Buffer, row map[string]string) {
	for _, language := range languages {
		fmt.Fprintf(b, " %s |", strings.ReplaceAll(row[language], "|", ", "))
	}
	b.WriteString("\n")
}
