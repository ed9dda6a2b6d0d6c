// tympan-draw: draws for the two programs what nobody vouches for, in a process that may be ended. It is
// started by them alone (core/base/helper.h).
#include <cstdlib>

#include "core/artwork/drawing.h"
#include "core/base/error.h"
#include "core/base/helper.h"
#include "core/enlarge/trace.h"
#include "core/object/outline_file.h"

int main(int argc, char** argv) {
    setenv("OMP_THREAD_LIMIT", "1", 1);
    const int status = tympan::serveHelper(argc, argv, [](const std::string& name) -> tympan::HelperTask {
        if (name == "describe") return tympan::describeDrawing;
        if (name == "measure") return tympan::measureDrawing;
        if (name == "tiles") return tympan::drawTiles;
        if (name == "draw") return tympan::drawDrawing;
        if (name == "trace") return tympan::traceMask;
        if (name == "outline") return tympan::readOutlineTask;
        throw tympan::Error(tympan::Error::Kind::input, "",
                            tympan::Text("asked for something that is not known"), {});
    });
    std::_Exit(status);  // what it holds goes with it: taking libraries down in order would only cost time
}
