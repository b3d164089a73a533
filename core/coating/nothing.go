package coating

// Ids of the answers that lay nothing. They stand beside every shelf, and no product has a number below 1.
const (
	BareID int64 = -1
	KeptID int64 = -2
)

// Nothing are the answers that lay nothing: the wood left bare, what is there kept. A search has them beside the shelf.
var Nothing = []*Product{
	nothing(BareID, "Left bare", "bare"),
	nothing(KeptID, "What is there, kept", "kept"),
}

func nothing(id int64, name, family string) *Product {
	p, err := New(Product{ID: id, Name: name, Colour: "as it is", Shade: Clear, Sheen: Matte}, family)
	if err != nil {
		panic(err) // its family ships with the core
	}
	return p
}
