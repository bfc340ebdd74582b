package fleet

import "fmt"

// Machines are called after what lives on an estuary.
var (
	colours = []string{"Old", "Grey", "Little", "Black", "North", "Far", "High", "Sandy", "Quiet", "Long"}
	birds   = []string{"Curlew", "Sanderling", "Turnstone", "Whimbrel", "Godwit", "Redshank", "Shelduck", "Pochard", "Gadwall", "Goosander",
		"Grebe", "Bittern", "Egret", "Spoonbill", "Lapwing", "Dotterel", "Sandpiper", "Greenshank", "Phalarope", "Kittiwake", "Petrel",
		"Razorbill", "Guillemot", "Oystercatcher", "Dunlin chick", "Sandmartin", "Wagtail", "Reedling", "Moorhen", "Ruddock"}
)

// called is the name of the n-th machine: no two have the same.
func called(n int, what string) string {
	name := fmt.Sprintf("%s %s", colours[n/len(birds)%len(colours)], birds[n%len(birds)])
	if round := n / (len(birds) * len(colours)); round > 0 {
		name += fmt.Sprintf(" %d", round+1)
	}
	return name + " " + what
}

var complaints = []string{"At its service: look at it, and set it", "Heavier than it was", "Needs more of the lever than before", "Comes late",
	"Slack since the summer", "Was fine until the frost", "Feels long", "Set it before the season"}

var people = []string{"Ines", "Tobin"}
