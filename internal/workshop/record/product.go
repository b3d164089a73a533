package record

import (
	"errors"
	"fmt"
	"strings"

	"firmitas/core/coating"
	"firmitas/internal/document"
	"firmitas/internal/problem"
	"firmitas/internal/store"
)

// Product is a stored product in the words of the core; an error names the one that cannot be read.
func Product(row store.Product) (*coating.Product, error) {
	p, err := Read(ToDocument(row))
	if err != nil {
		return nil, fmt.Errorf("product %d: %w", row.ID, err)
	}
	p.ID = row.ID
	return p, nil
}

// checkTexts refuses control characters in what a product says, which would spoil every file it is written to.
func checkTexts(c *problem.Check, d document.Product) {
	plain := func(field, text string) {
		c.That(!strings.ContainsFunc(text, problem.Forbidden), field, "Plain text, without control characters.")
	}
	plain("maker", d.Maker)
	plain("colour", d.Colour)
	for field, words := range d.Label {
		plain("label/"+field, words)
	}
	for kind, said := range d.Statements {
		plain("statements/"+kind, kind+said.Sense+said.Source)
	}
	for i, pair := range d.Pairings {
		plain(fmt.Sprintf("pairings/%d", i), pair.What+pair.Sense+pair.Source)
	}
	plain("facts", d.Facts.Tools+d.Facts.Thinner+d.Facts.CleanUp+d.Facts.Hazards+d.Facts.SoldIn)
}

// Read makes a product of what is typed, or says what is wrong with which field.
func Read(d document.Product) (*coating.Product, error) {
	var problems []coating.Problem
	sheen, err := coating.ParseSheen(d.Sheen)
	if err != nil {
		problems = append(problems, coating.Problem{Field: "sheen", Detail: err.Error() + "."})
	}
	var c problem.Check
	c.Name("name", d.Name)
	checkTexts(&c, d)
	for _, f := range c.Fields {
		problems = append(problems, coating.Problem(f))
	}
	p, err := coating.New(
		coating.Product{
			Name:       d.Name,
			Maker:      d.Maker,
			Colour:     d.Colour,
			Shade:      coating.Shade(d.Shade),
			Sheen:      sheen,
			Label:      d.Label,
			Statements: d.Statements,
			Pairings:   d.Pairings,
			Facts:      d.Facts,
		},
		d.Family,
	)
	var invalid *coating.Invalid
	if errors.As(err, &invalid) {
		problems = append(problems, invalid.Problems...)
	} else if err != nil {
		return nil, err
	}
	if p != nil {
		if _, err := coating.ReadSold(d.Facts.SoldIn, p.DensityA); err != nil {
			problems = append(problems, coating.Problem{Field: "facts/soldIn", Detail: problem.SentenceOf(err)})
		}
	}
	if len(problems) > 0 {
		return nil, &coating.Invalid{Product: d.Name, Problems: problems}
	}
	return p, nil
}

// ToDocument is a stored product as files have it.
func ToDocument(row store.Product) document.Product {
	d := document.Product{
		Name:       row.Name,
		Maker:      row.Maker,
		Family:     row.Family,
		Colour:     row.Colour,
		Shade:      row.Shade,
		Sheen:      row.Sheen,
		Label:      row.Label.V,
		Statements: map[string]coating.Statement{},
		Pairings:   []coating.Pairing{},
	}
	for kind, said := range row.Statements.V {
		d.Statements[kind] = coating.Statement(said)
	}
	for _, pair := range row.Pairings.V {
		d.Pairings = append(d.Pairings, coating.Pairing(pair))
	}
	f := row.Facts.V
	d.Facts = coating.Facts{
		Tools:    f.Tools,
		Thinner:  f.Thinner,
		CleanUp:  f.CleanUp,
		Hazards:  f.Hazards,
		VOCBasis: coating.VOCBasis(f.VOCBasis),
		Depth:    coating.Depth(f.Depth),
		Hue:      coating.Hue(f.Hue),
		SoldIn:   f.SoldIn,
	}
	return d
}

// ProductRow is a product as it is stored.
func ProductRow(p *coating.Product) store.Product {
	row := store.Product{
		ID:     p.ID,
		Name:   p.Name,
		Maker:  p.Maker,
		Family: p.Family.ID,
		Colour: p.Colour,
		Shade:  string(p.Shade),
		Sheen:  p.Sheen.String(),
	}
	row.Label.V, row.Statements.V, row.Pairings.V = map[string]string{}, map[string]store.Statement{}, []store.Pairing{}
	for field, words := range p.Label {
		row.Label.V[field] = words
	}
	for kind, said := range p.Statements {
		row.Statements.V[kind] = store.Statement(said)
	}
	for _, pair := range p.Pairings {
		row.Pairings.V = append(row.Pairings.V, store.Pairing(pair))
	}
	f := p.Facts
	row.Facts.V = store.Facts{
		Tools:    f.Tools,
		Thinner:  f.Thinner,
		CleanUp:  f.CleanUp,
		Hazards:  f.Hazards,
		VOCBasis: string(f.VOCBasis),
		Depth:    string(f.Depth),
		Hue:      string(f.Hue),
		SoldIn:   f.SoldIn,
	}
	return row
}
