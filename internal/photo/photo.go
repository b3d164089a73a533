// Package photo makes an upload harmless and handy: whatever comes in is decoded as a picture and written anew, so that
// nothing but pixels is kept. What that takes of memory is bounded, however many come at once.
package photo

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"image"
	"image/color"
	"io"
	"os"
	"slices"

	"github.com/kovidgoyal/imaging"
	_ "golang.org/x/image/webp" // registers the format
)

const (
	// MostBytes an upload may have.
	MostBytes = 15 << 20
	// Longest side of what is kept, in px.
	Longest = 2000
	quality = 82
)

// Pixels that are taken: what phones make, 48 to 50 MP. What takes more memory a pixel to decode than a phone's
// baseline JPEG is no phone's photo, and may have a third of that: about 130 MB either way.
const (
	mostPixels      = 51_000_000
	mostDearPixels  = 17_000_000
	progressiveMark = 0xC2
)

var formats = []string{"jpeg", "png", "webp"}

// ErrNoPicture says what is wrong with an upload.
var ErrNoPicture = errors.New("no picture that can be read")

// Photo is a picture as it is kept.
type Photo struct {
	JPEG          []byte
	Width, Height int
}

// turn is taken to decode: one picture at a time, the others wait on the disk.
var turn = make(chan struct{}, 1)

// Take reads an upload of at most MostBytes. It errors with ErrNoPicture for anything but a whole JPEG, PNG or WebP of
// believable size, whatever it calls itself; and with the context's error when nobody waits any more.
func Take(ctx context.Context, upload io.Reader) (Photo, error) {
	spool, err := os.CreateTemp("", "firmitas-upload-")
	if err != nil {
		return Photo{}, err
	}
	defer spool.Close()
	if err := os.Remove(spool.Name()); err != nil { // it lives as long as it is open, and no kill leaves it behind
		return Photo{}, err
	}
	if _, err := io.Copy(spool, upload); err != nil {
		return Photo{}, err
	}
	select {
	case turn <- struct{}{}:
		defer func() { <-turn }()
	case <-ctx.Done():
		return Photo{}, ctx.Err()
	}
	decode, err := decoder(spool)
	if err != nil {
		return Photo{}, err
	}
	return shrink(spool, decode)
}

type decoding func(io.Reader) (image.Image, error)

// decoder reads no more than the head of a picture, and tells how the rest is read.
func decoder(spool *os.File) (decoding, error) {
	if _, err := spool.Seek(0, io.SeekStart); err != nil {
		return nil, err
	}
	config, format, err := image.DecodeConfig(spool)
	if err != nil || !slices.Contains(formats, format) {
		return nil, fmt.Errorf("%w: only JPEG, PNG and WebP are taken, and this is none of them", ErrNoPicture)
	}
	most := mostDearPixels
	if format == "jpeg" && config.ColorModel != color.CMYKModel && !progressive(spool) {
		most = mostPixels
	}
	if config.Width < 1 || config.Height < 1 || config.Width > most/config.Height {
		return nil, fmt.Errorf("%w: %d × %d points is larger than any phone's", ErrNoPicture, config.Width,
			config.Height)
	}
	if format == "jpeg" {
		return upright, nil
	}
	return first, nil
}

// upright decodes a JPEG and turns it as its camera was held.
func upright(r io.Reader) (image.Image, error) {
	return imaging.Decode(r,
		imaging.Backends(imaging.GO_IMAGE),
		imaging.AutoOrientation(true),
		imaging.ColorSpace(imaging.NO_CHANGE_OF_COLORSPACE)) // a conversion would hold the picture a second time
}

// first decodes the first picture of a file, and no animation behind it.
func first(r io.Reader) (image.Image, error) {
	picture, _, err := image.Decode(r)
	return picture, err
}

// progressive tells of a JPEG that has to be held whole, several times over, before a pixel of it is known.
func progressive(spool *os.File) bool {
	if _, err := spool.Seek(2, io.SeekStart); err != nil { // behind the first marker
		return true
	}
	const headLen = 4 // marker and length
	head := make([]byte, headLen)
	for {
		if _, err := io.ReadFull(spool, head); err != nil || head[0] != 0xFF {
			return true // damaged: held to the stricter bound
		}
		frame := head[1] >= 0xC0 && head[1] <= 0xC2
		if frame {
			return head[1] == progressiveMark
		}
		length := int64(head[2])<<8 + int64(head[3])
		if _, err := spool.Seek(length-2, io.SeekCurrent); err != nil {
			return true
		}
	}
}

func shrink(spool *os.File, decode decoding) (Photo, error) {
	if _, err := spool.Seek(0, io.SeekStart); err != nil {
		return Photo{}, err
	}
	picture, err := decode(spool)
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
