package api

import "time"

// AnyStep is a step of any kind, as it is written: behind the common part only what its kind has is there. The contract
// has a schema for each kind, and every answer is held against it by the tests.
type AnyStep struct {
	Kind     StepKind   `json:"kind"`
	Title    string     `json:"title"`
	Zones    []int      `json:"zones"`
	Tasks    []Task     `json:"tasks"`
	Work     []Span     `json:"work"`
	Cautions []string   `json:"cautions"`
	Told     *Event     `json:"told,omitempty"`
	By       *string    `json:"by,omitempty"`
	Ready    *time.Time `json:"ready,omitempty"`
	Waits    *Cause     `json:"waits,omitempty"`

	Job *string `json:"job,omitempty"` // of preparation
	*StepOfCoat
	*StepOfLook
	*ForCoat
}

// StepKind is one of the contract's kinds of step.
type StepKind string

// ForCoat is which coat a step lays, or a test board decides.
type ForCoat struct {
	Product ProductRef `json:"product"`
	Layer   int        `json:"layer"`
	Coat    int        `json:"coat"`
	Of      int        `json:"of"`
	Opens   *time.Time `json:"opens,omitempty"`
}

// StepOfCoat is what the step of a coat says of it.
type StepOfCoat struct {
	Keyed    bool           `json:"keyed"`
	Waited   bool           `json:"waited"`
	Rules    []string       `json:"rules"`
	TouchDry *time.Time     `json:"touchDry,omitempty"`
	Closes   *time.Time     `json:"closes,omitempty"`
	LightUse *time.Time     `json:"lightUse,omitempty"`
	FullCure *time.Time     `json:"fullCure,omitempty"`
	Basis    *Basis         `json:"basis,omitempty"`
	Card     *string        `json:"card,omitempty"`
	Label    *LabelOnLaying `json:"label,omitempty"`
	Litres   *float64       `json:"litres,omitempty"`
	WetUm    *float64       `json:"wetUm,omitempty"`
	OpenMin  *float64       `json:"openMin,omitempty"`
	WipedOff *bool          `json:"wipedOff,omitempty"`
	PotH     *float64       `json:"potH,omitempty"`
	Tool     *string        `json:"tool,omitempty"`
	Partly   *Event         `json:"partly,omitempty"`
	Pot      *Pot           `json:"pot,omitempty"`
}

// StepOfLook is which look it is, and when it was taken last.
type StepOfLook struct {
	Check  string `json:"check"`
	Looked *Event `json:"looked,omitempty"`
}
