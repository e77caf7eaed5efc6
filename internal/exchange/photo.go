package exchange

import (
	"bytes"
	"errors"
	"fmt"
	"image"
	_ "image/png" // beside JPEG, which imaging brings

	"github.com/disintegration/imaging"
)

// Bounds on a photo as it comes in, and as it is kept.
const (
	MostPhotoBytes  = 24 << 20
	mostPhotoPixels = 20_000_000 // decoded, an image of so many takes about 200 MB
	photoSide       = 2000       // the longer side as it is kept, pixels
	photoQuality    = 82         // of JPEG, in a hundred
)

// Picture is a photo as it is kept: upright, no larger than is looked at, and with nothing
// of what the camera wrote beside it: no place, no owner.
type Picture struct {
	JPEG       []byte
	Wide, High int
}

// NotAPhoto says why something isn't taken as a photo.
type NotAPhoto struct{ Why string }

func (e *NotAPhoto) Error() string { return e.Why }

// ReadPhoto reads a JPEG or PNG. How large it is once decoded is looked at before it is
// decoded. The error is a *NotAPhoto.
func ReadPhoto(raw []byte) (Picture, error) {
	refuse := func(format string, args ...any) (Picture, error) {
		return Picture{}, &NotAPhoto{fmt.Sprintf(format, args...)}
	}
	if len(raw) > MostPhotoBytes {
		return refuse("it has %d MB: at most %d; take it smaller, or send the page it: that makes it smaller", len(raw)>>20, MostPhotoBytes>>20)
	}
	head, kind, err := image.DecodeConfig(bytes.NewReader(raw))
	switch {
	case errors.Is(err, image.ErrFormat) || err == nil && kind != "jpeg" && kind != "png":
		return refuse("that is no photo: send a JPEG or a PNG")
	case err != nil:
		return refuse("the photo is damaged: %v", err)
	case head.Width <= 0 || head.Height <= 0 || int64(head.Width)*int64(head.Height) > mostPhotoPixels:
		return refuse("it has %d × %d points: at most %d million together", head.Width, head.Height, mostPhotoPixels/1_000_000)
	}
	whole, err := imaging.Decode(bytes.NewReader(raw), imaging.AutoOrientation(true))
	if err != nil {
		return refuse("the photo is damaged: %v", err)
	}
	small := imaging.Fit(whole, photoSide, photoSide, imaging.Box)
	var out bytes.Buffer
	if err := imaging.Encode(&out, small, imaging.JPEG, imaging.JPEGQuality(photoQuality)); err != nil {
		return Picture{}, err
	}
	at := small.Bounds()
	return Picture{out.Bytes(), at.Dx(), at.Dy()}, nil
}
