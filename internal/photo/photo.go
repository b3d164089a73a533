// Package photo makes an upload harmless and handy: whatever comes in is decoded as a picture and written anew, so that
// nothing but pixels is kept.
package photo

import (
	"bytes"
	"errors"
	"fmt"
	"image"
	"io"
	"slices"

	"github.com/disintegration/imaging"
	_ "golang.org/x/image/webp" // registers the format
)

const (
	// MostBytes an upload may have.
	MostBytes = 15 << 20
	// Longest side of what is kept, in px.
	Longest    = 2000
	mostPixels = 60_000_000 // a larger one would take the memory of the whole room
	quality    = 82
)

var formats = []string{"jpeg", "png", "webp"}

// ErrNoPicture says what is wrong with an upload.
var ErrNoPicture = errors.New("no picture that can be read")

// Photo is a picture as it is kept.
type Photo struct {
	JPEG          []byte
	Width, Height int
}

// Take reads an upload of at most MostBytes. It errors with ErrNoPicture for anything but a whole JPEG, PNG or WebP of
// believable size, whatever it calls itself.
func Take(upload io.Reader) (Photo, error) {
	data, err := io.ReadAll(upload)
	if err != nil {
		return Photo{}, err
	}
	config, format, err := image.DecodeConfig(bytes.NewReader(data))
	if err != nil || !slices.Contains(formats, format) {
		return Photo{}, fmt.Errorf("%w: only JPEG, PNG and WebP are taken, and this is none of them", ErrNoPicture)
	}
	if config.Width*config.Height > mostPixels || config.Width < 1 || config.Height < 1 {
		return Photo{}, fmt.Errorf("%w: %d × %d points is larger than any camera's", ErrNoPicture, config.Width, config.Height)
	}
	picture, err := imaging.Decode(bytes.NewReader(data), imaging.AutoOrientation(true))
	if err != nil {
		return Photo{}, fmt.Errorf("%w: it breaks off or is damaged; send it again", ErrNoPicture)
	}
	if b := picture.Bounds(); b.Dx() > Longest || b.Dy() > Longest {
		picture = imaging.Fit(picture, Longest, Longest, imaging.Lanczos)
	}
	var out bytes.Buffer
	if err := imaging.Encode(&out, picture, imaging.JPEG, imaging.JPEGQuality(quality)); err != nil {
		return Photo{}, err
	}
	return Photo{out.Bytes(), picture.Bounds().Dx(), picture.Bounds().Dy()}, nil
}
